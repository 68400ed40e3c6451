"""Values drawn from a JSON Schema: mostly what it allows, its very ends among it, now and then what it does
not."""

from __future__ import annotations

import copy
import json
import random
import string
from collections.abc import Sequence
from typing import Any

WRONG: tuple[Any, ...] = (
    None, True, "", " ", "x", "0", "-1", "NaN", "1e999", "\x00", "\ud7ff￿", "a" * 5000, 0, -1, 1, 2**31,
    2**63, -(2**63) - 1, 10**30, 10**308, -0.0, 5e-324, 1e-30, 1e15, 1.7e308, -1.7e308, [], {}, [[]], [None],
    {"kind": "nothing"}, [0] * 300,
)  # fmt: skip
"""What hardly any field is for."""
DEEPEST = 12
_TEXTS = (
    "radio",
    "present",
    "antenna side",
    "2026-11-24",
    "2026-11-24T10:00:00Z",
    "0001-01-01",
    "run",
    "Ω μ",
)


class Drawing:
    """Draws from schemas that may name each other (``components``). ``documents``: stations to put where one
    is asked for, changed a little; ``wrong``: how often a value is none of those allowed."""

    def __init__(
        self, components: dict[str, Any], documents: Sequence[Any], rng: random.Random, wrong: float
    ) -> None:
        self.components, self.documents, self.rng, self.wrong = components, documents, rng, wrong

    def draw(self, schema: dict[str, Any], depth: int = 0) -> Any:
        """One value."""
        rng = self.rng
        if rng.random() < self.wrong:
            return copy.deepcopy(rng.choice(WRONG))
        if "$ref" in schema:
            name = schema["$ref"].rsplit("/", 1)[1]
            if name == "StationFile" and rng.random() < 0.8:
                return self.spoiled(copy.deepcopy(rng.choice(self.documents)))
            return self.draw(self.components[name], depth)
        for key in ("anyOf", "oneOf", "allOf"):
            if key in schema:
                return self.draw(rng.choice(schema[key]), depth)
        if "const" in schema:
            return schema["const"]
        if "enum" in schema:
            return rng.choice(schema["enum"])
        return self._typed(schema, depth)

    def _typed(self, schema: dict[str, Any], depth: int) -> Any:
        rng = self.rng
        match schema.get("type"):
            case "null":
                return None
            case "boolean":
                return rng.random() < 0.5
            case "integer":
                return int(self._number(schema, 1))
            case "number":
                return self._number(schema, 0.0)
            case "string":
                return self._text(schema)
            case "array":
                return self._list(schema, depth)
            case "object":
                return self._object(schema, depth)
        return copy.deepcopy(rng.choice(WRONG))

    def _number(self, schema: dict[str, Any], least_step: float) -> float:
        rng = self.rng
        low = schema.get("minimum", schema.get("exclusiveMinimum"))
        high = schema.get("maximum", schema.get("exclusiveMaximum"))
        ends = [end for end in (low, high) if end is not None]
        if ends and rng.random() < 0.15:
            return float(rng.choice(ends)) + rng.choice((0, least_step, -least_step))
        if low is not None and high is not None and rng.random() < 0.7:
            return float(rng.uniform(low, high))
        size = float(10 ** rng.choice((rng.uniform(-3, 4), rng.uniform(0, 2), rng.uniform(-15, 15))))
        return -size if low is None and rng.random() < 0.3 else size

    def _text(self, schema: dict[str, Any]) -> str:
        rng = self.rng
        if rng.random() < 0.5:
            return rng.choice(_TEXTS)
        most = min(schema.get("maxLength", 60), 60)
        return "".join(rng.choices(string.printable, k=rng.randint(schema.get("minLength", 0), most)))

    def _list(self, schema: dict[str, Any], depth: int) -> list[Any]:
        if "prefixItems" in schema:
            return [self.draw(item, depth + 1) for item in schema["prefixItems"]]
        least = schema.get("minItems", 0)
        most = least if depth > DEEPEST else min(schema.get("maxItems", 6), max(least, 6))
        return [self.draw(schema.get("items", {}), depth + 1) for _ in range(self.rng.randint(least, most))]

    def _object(self, schema: dict[str, Any], depth: int) -> dict[str, Any]:
        rng, out = self.rng, {}
        required = schema.get("required", [])
        for name, item in schema.get("properties", {}).items():
            if name in required or (depth < DEEPEST and rng.random() < 0.4):
                out[name] = self.draw(item, depth + 1)
        if isinstance(schema.get("additionalProperties"), dict):
            for name in rng.sample(("c1", "l", "c2", "x"), rng.randint(0, 3)):
                out[name] = self.draw(schema["additionalProperties"], depth + 1)
        return out

    def spoiled(self, document: Any) -> Any:
        """The document with some of its values others."""
        places = list(_places(document))
        for _ in range(self.rng.choice((0, 0, 1, 1, 2, 6))):
            holder, key = self.rng.choice(places)
            was = holder[key]
            if isinstance(was, int | float) and not isinstance(was, bool) and self.rng.random() < 0.7:
                holder[key] = was * 10 ** self.rng.uniform(-6, 6)
            else:
                holder[key] = copy.deepcopy(self.rng.choice(WRONG))
        return document


def _places(value: Any) -> Any:
    """Every holder and key in a document."""
    keys: Any = value if isinstance(value, dict) else range(len(value)) if isinstance(value, list) else ()
    for key in list(keys):
        yield value, key
        yield from _places(value[key])


def as_text(value: Any) -> str:
    """JSON as a hostile program writes it: with NaN and halves of characters if there are any."""
    return json.dumps(value)
