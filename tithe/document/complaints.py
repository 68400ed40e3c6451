"""What the models refuse, as the house's own errors with paths into the data."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from tithe.core.errors import InputError


def input_errors(items: Sequence[Any], data: Any) -> list[InputError]:
    """Validation rows as errors with paths into ``data``, the first one of each place."""
    errors: dict[str, InputError] = {}
    for item in items:
        path, value = _located(item, data)
        errors.setdefault(path, _error(item, path, value))
    return list(errors.values())


def _located(item: Any, data: Any) -> tuple[str, Any]:
    """The location as written in the file, and the value there.

    Steps that only name a branch of a union are no keys of the data, and are left out.
    """
    path, at = "", data
    steps = list(item["loc"])
    for n, step in enumerate(steps):
        if isinstance(step, int) and isinstance(at, Sequence) and not isinstance(at, str) and step < len(at):
            path, at = f"{path}[{step}]", at[step]
        elif isinstance(at, Mapping) and (step in at or (n == len(steps) - 1 and item["type"] == "missing")):
            path, at = f"{path}.{step}" if path else str(step), at.get(step)
    key = item.get("ctx", {}).get("key")
    return f"{path}.{key}".lstrip(".") if key else path, at


def _shown(value: Any) -> str:
    if isinstance(value, int | float) and not isinstance(value, bool):
        return f"{value:g}"
    return repr(value)[:60] if isinstance(value, str | int | float | bool | None) else type(value).__name__


_BOUNDS = ("greater_than", "greater_than_equal", "less_than_equal")


def _number(given: Any) -> float | None:
    """What a bound was held against: a number, or one that was written as text; None: it is not known."""
    try:
        return float(given)
    except (TypeError, ValueError):
        return None


_KINDS = {
    "finite_number": "finite",
    "float_type": "not-a-number",
    "float_parsing": "not-a-number",
    "string_type": "not-text",
    "list_type": "not-a-list",
    "tuple_type": "not-a-list",
    "bool_type": "not-a-truth",
    "bool_parsing": "not-a-truth",
    "model_type": "not-an-object",
    "model_attributes_type": "not-an-object",
    "dict_type": "not-an-object",
    "missing": "missing",
}


def _error(item: Any, path: str, given: Any) -> InputError:
    kind, ctx = item["type"], item.get("ctx", {})
    if kind in _BOUNDS:
        given = _number(given)
    match kind:
        case "rule":
            return InputError(path, ctx["code"], ctx.get("value", given), **ctx.get("params", {}))
        case "greater_than":
            return InputError(path, "above", given, least=ctx["gt"])
        case "greater_than_equal":
            return InputError(path, "at-least", given, least=ctx["ge"])
        case "less_than_equal":
            return InputError(path, "at-most", given, most=ctx["le"])
        case "string_too_long":
            return InputError(path, "too-long", given, most=ctx["max_length"])
        case "too_short":
            return InputError(path, "too-few", given, least=ctx["min_length"])
        case "too_long":
            return InputError(path, "too-many", given, most=ctx["max_length"])
        case "literal_error" | "enum":
            return InputError(path, "one-of-these", given, expected=ctx["expected"], shown=_shown(given))
    if kind in _KINDS:
        return InputError(path, _KINDS[kind], given, shown=_shown(given))
    message = str(item["msg"])
    return InputError(path, "invalid", given, message=message[0].lower() + message[1:])
