"""What changed from one state of a station to the next, in a few words each."""

from __future__ import annotations

from collections.abc import Iterator
from difflib import SequenceMatcher
from typing import Any

from tithe.core.message import Message, tell
from tithe.text import TEMPLATES, say

_UNITS = {"m": "m", "mm": "mm", "w": "W", "db": "dB", "ohm": "Ω", "mhz": "MHz", "pf": "pF", "uh": "µH"}
_UNITS |= {"nh": "nH", "pct": "%"}
_LONGEST = 60
_EMPTY: tuple[Any, ...] = (None, {}, [])
Document = dict[str, Any]


def changes(before: Document, after: Document) -> list[str]:
    """From one state to another: parts that came and went, and fields that are another. Empty: nothing."""
    return [say(taken_over) for taken_over in _changes(before, after)]


def _changes(before: Document, after: Document) -> Iterator[Message]:
    yield from _of_chain(before.get("chain") or [], after.get("chain") or [])
    for key in dict.fromkeys((*after, *before)):
        if key == "chain" or _alike(before.get(key), after.get(key)):
            continue
        was, now = before.get(key), after.get(key)
        if isinstance(was, dict) and isinstance(now, dict) and was.get("kind") == now.get("kind"):
            yield from _fields(_top(key), was, now)
        elif key in ("name", "comfort_swr"):
            yield tell("changed.to", of=_top(key), after=_words(now), before=_words(was))
        else:
            yield tell("changed.as-a-whole", of=_top(key))


def _of_chain(before: list[Document], after: list[Document]) -> Iterator[Message]:
    was, now = ([(part.get("kind"), part.get("label")) for part in chain] for chain in (before, after))
    for what, a, b, c, d in SequenceMatcher(None, was, now, autojunk=False).get_opcodes():
        if what == "equal":
            for part_before, part_after in zip(before[a:b], after[c:d], strict=True):
                yield from _fields(tell("changed.part", name=_name(part_after)), part_before, part_after)
            continue
        # As many parts, of the same kinds, were only called something else.
        kinds = [[part.get("kind") for part in chain] for chain in (before[a:b], after[c:d])]
        if kinds[0] == kinds[1]:
            for part_before, part_after in zip(before[a:b], after[c:d], strict=True):
                yield from _fields(tell("changed.part", name=_name(part_before)), part_before, part_after)
            continue
        for part_before in before[a:b]:
            yield tell("changed.taken-out", of=_name(part_before))
        for part_after in after[c:d]:
            yield tell("changed.put-in", of=_name(part_after))


def _fields(of: Message, before: Document, after: Document) -> Iterator[Message]:
    for key in dict.fromkeys((*after, *before)):
        was, now = before.get(key), after.get(key)
        if _alike(was, now):
            continue
        if key == "measured":
            if now:
                yield tell("changed.measured", of=of)
            continue
        name = tell("changed.finding") if key == "finding" else _field(key)[0]
        if isinstance(was, dict | list) or isinstance(now, dict | list):
            yield tell("changed.field-as-a-whole", of=of, field=name)
        else:
            params = {"after": _words(now, key), "before": _words(was, key)}
            yield tell("changed.field", of=of, field=name, **params)


def _alike(was: Any, now: Any) -> bool:
    """The same but for what is not there: defaults are written out."""
    if was in _EMPTY and now in _EMPTY:
        return True
    if isinstance(was, dict) and isinstance(now, dict):
        return all(_alike(was.get(key), now.get(key)) for key in (*was, *now))
    if isinstance(was, list) and isinstance(now, list):
        return len(was) == len(now) and all(map(_alike, was, now))
    return bool(was == now)


def _top(key: str) -> Message:
    """What stands at the top of a station file; a key that this version does not know by its name."""
    known = f"changed.{key}" in TEMPLATES
    return tell(f"changed.{key}") if known else tell("changed.part", name=key.replace("_", " "))


def _name(part: Document) -> str:
    return str(part.get("label") or part.get("kind"))


def _field(key: str) -> tuple[str, str]:
    """A key of the file as words, and its unit: ``length_m`` is "length" in "m"."""
    name, _, suffix = key.rpartition("_")
    unit = _UNITS.get(suffix, "") if name else ""
    return (name if unit else key).replace("_", " "), unit


def _words(value: Any, key: str = "") -> str | Message:
    if value is None or value == "":
        return tell("changed.nothing")
    if isinstance(value, bool):
        return tell("changed.truth", value=value)
    text = f"{value:g}" if isinstance(value, float) else str(value)
    text = text if len(text) <= _LONGEST else f"{text[:_LONGEST]}…"
    unit = _field(key)[1]
    return f"{text} {unit}" if unit else text
