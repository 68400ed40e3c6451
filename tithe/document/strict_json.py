"""JSON as a station file may hold it: bounded, without NaN, doubled keys or bottomless nesting."""

from __future__ import annotations

import json
import re
from typing import Any

from tithe.core import InputError

MAX_BYTES = 48_000_000
"""Of a file with all its sweeps."""
MOST_OF = {
    ",": (1_500_000, "values"),
    ":": (600_000, "keys"),
    "[": (600_000, "lists"),
    "{": (200_000, "objects"),
}
"""Of what is in a file: each takes many times its text in memory."""
_STRING_OR_MARK = re.compile(r'"(?:[^"\\]|\\.)*"|[,:\[{]')
_ENDLESS = re.compile(r"\d{300}")
"""Digits of a whole number that is none of a station's, and larger than any that one computes with."""
_SURROGATE = re.compile(r"\\u[dD][89a-fA-F]")


def load_json(text: str) -> Any:
    """JSON as the file allows it: no NaN, no infinities, no doubled keys, no bottomless nesting."""

    def no_constant(word: str) -> Any:
        raise InputError("", "no-json-number", word=word)

    def no_double(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
        out = dict(pairs)
        if len(out) != len(pairs):
            raise InputError("", "key-twice")
        return out

    def whole(digits: str) -> int:
        if len(digits) >= 300:
            raise InputError("", "too-many-digits")
        return int(digits)

    if len(text) > MAX_BYTES:
        raise InputError("", "station-too-large", most_mb=MAX_BYTES // 1_000_000)
    _refuse_too_many(text)
    try:
        parse_int = whole if _ENDLESS.search(text) else None
        value = json.loads(text, parse_constant=no_constant, parse_int=parse_int, object_pairs_hook=no_double)
        if _SURROGATE.search(text):
            json.dumps(value, ensure_ascii=False).encode("utf-8")
        return value
    except InputError:
        raise
    except UnicodeEncodeError:
        raise InputError("", "surrogate") from None
    except json.JSONDecodeError as error:
        raise InputError(f"line {error.lineno}", "not-json", message=error.msg) from None
    except RecursionError:
        raise InputError("", "nested-too-deeply") from None
    except ValueError:
        raise InputError("", "too-many-digits") from None


def load_body(raw: bytes) -> Any:
    """JSON of a request's body. Raises `InputError`."""
    try:
        return load_json(raw.decode("utf-8"))
    except UnicodeDecodeError:
        raise InputError("", "request-not-text") from None


def _refuse_too_many(text: str) -> None:
    """An error for a text of more values than a station can have; marks inside strings do not count."""
    if all(text.count(mark) <= most for mark, (most, _) in MOST_OF.items()):
        return
    counts = dict.fromkeys(MOST_OF, 0)
    for token in _STRING_OR_MARK.finditer(text):
        mark = text[token.start()]
        if mark in counts:
            counts[mark] += 1
            if counts[mark] > MOST_OF[mark][0]:
                most, what = MOST_OF[mark]
                raise InputError("", "holds-too-many", most=most, what=what)
