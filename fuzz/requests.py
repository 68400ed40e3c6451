"""Requests over every operation of the API, drawn from its OpenAPI document."""

from __future__ import annotations

import json
import random
from collections.abc import Iterator
from dataclasses import dataclass
from itertools import count
from typing import Any
from urllib.parse import quote, urlencode

from fuzz.drawing import Drawing, as_text

METHODS = ("get", "post", "put", "patch", "delete")
STEPS_EVERY = 8
WRONG_KEYS = (0, -1, 999, 2**63, 10**40, "x", "", "1e3", "%00", "..", "1/2")


@dataclass(frozen=True)
class Asked:
    """One request: which operation it is of, where it goes, and its body (None: it has none)."""

    operation: str
    method: str
    path: str
    body: bytes | None


def operations(schema: dict[str, Any]) -> list[tuple[str, str, dict[str, Any]]]:
    """Method, path and description of each, those that have another's work done left in."""
    return [
        (method.upper(), path, result)
        for path, item in sorted(schema["paths"].items())
        for method, result in item.items()
        if method in METHODS
    ]


def requests(schema: dict[str, Any], documents: list[Any], seed: int, keys: int) -> Iterator[Asked]:
    """Without end; each operation as often as any other, those that answer in steps, since they take seconds,
    once in `STEPS_EVERY` rounds. ``keys``: about as many stations, sweeps and entries are kept under their
    numbers."""
    rng = random.Random(seed)
    drawing = Drawing(schema["components"]["schemas"], documents, rng, 0.01)
    every = operations(schema)
    for turn in count():
        rng.shuffle(every)
        for method, path, described in every:
            if turn % STEPS_EVERY and _in_steps(described):
                continue
            drawing.wrong = rng.choice((0.0, 0.0, 0.01, 0.1))
            yield _asked(drawing, method, path, described, keys)


def _in_steps(described: dict[str, Any]) -> bool:
    return any(
        "application/x-ndjson" in response.get("content", {}) for response in described["responses"].values()
    )


def _asked(drawing: Drawing, method: str, path: str, described: dict[str, Any], keys: int) -> Asked:
    rng, query, where = drawing.rng, [], path
    for item in described.get("parameters", []):
        if item["in"] == "path":
            integer = item["schema"].get("type") == "integer"
            value = rng.randint(1, keys) if integer else drawing.draw(item["schema"])
            if rng.random() < 0.05:
                value = rng.choice(WRONG_KEYS)
            where = where.replace(f"{{{item['name']}}}", quote(str(value), safe=""))
        elif item["in"] == "query" and (item.get("required") or rng.random() < 0.6):
            query.append((item["name"], drawing.draw(item["schema"])))
    body = None
    content = described.get("requestBody", {}).get("content", {}).get("application/json")
    if content:
        body = _spoilt(as_text(drawing.draw(content["schema"])).encode("utf-8", "surrogatepass"), rng)
    elif method in ("POST", "PUT", "PATCH"):
        body = json.dumps(drawing.draw({"type": "object", "additionalProperties": {}})).encode()
    if query:
        where += "?" + urlencode(query, doseq=True, errors="replace")
    return Asked(f"{method} {path}", method, where, body)


def _spoilt(body: bytes, rng: random.Random) -> bytes:
    """Now and then cut off, or with bytes that are no text."""
    chance = rng.random()
    if chance < 0.005:
        return body[: rng.randint(0, len(body))]
    return body.replace(b"a", b"\xff", 1) if chance < 0.01 else body
