"""Ground of the file models: strict numbers, unknown keys refused, errors as sentences with a path."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Annotated, Any

from pydantic import AfterValidator, BaseModel, ConfigDict, Field, model_validator
from pydantic_core import PydanticCustomError

from tithe.core.errors import InputError

TINIEST = 1e-15
"""Smaller quantities of any unit here are slips of the keyboard, and would overflow when divided by."""


def _of_a_size(value: float) -> float:
    if 0 < abs(value) < TINIEST:
        raise PydanticCustomError(
            "rule", "is too small to be meant: 0, or {least} at least", {"least": "1e-15"}
        )
    return value


Number = Annotated[
    float, Field(strict=True, allow_inf_nan=False, ge=-1e12, le=1e12), AfterValidator(_of_a_size)
]
Positive = Annotated[
    float, Field(strict=True, allow_inf_nan=False, gt=0, le=1e12), AfterValidator(_of_a_size)
]
NotNegative = Annotated[
    float, Field(strict=True, allow_inf_nan=False, ge=0, le=1e12), AfterValidator(_of_a_size)
]
Ratio = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=1, le=1e12)]
"""A standing-wave ratio or another that is never below 1."""
Share = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=1)]
Name = Annotated[str, Field(max_length=200)]


class Wire(BaseModel):
    """A JSON object of the file: its keys are all there is."""

    model_config = ConfigDict(extra="forbid")

    @model_validator(mode="before")
    @classmethod
    def _known_keys(cls, data: Any) -> Any:
        if isinstance(data, Mapping):
            for key in data:
                if key not in cls.model_fields:
                    allowed = ", ".join(cls.model_fields)
                    raise PydanticCustomError(
                        "rule",
                        "is not a key here; allowed are {allowed}",
                        {"key": str(key)[:60], "allowed": allowed},
                    )
        return data


def broken(key: str, rule: str) -> PydanticCustomError:
    """A rule between keys, reported at ``key`` of the object being checked."""
    return PydanticCustomError("rule", "{rule}", {"key": key, "rule": rule})


def above(model: BaseModel, key: str, other: str) -> None:
    """Demand that one number of a model lies above another."""
    high, low = getattr(model, key), getattr(model, other)
    if high is not None and low is not None and high <= low:
        raise broken(key, f"must be above {other} ({low:g})")


def input_errors(items: Sequence[Any], data: Any) -> list[InputError]:
    """Validation rows as the house's own errors with paths into ``data``, the first one of each place."""
    found: dict[str, InputError] = {}
    for item in items:
        path, value = _located(item, data)
        found.setdefault(path, InputError(path, _rule(item, value), value))
    return list(found.values())


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


def _rule(item: Any, given: Any) -> str:
    kind, ctx = item["type"], item.get("ctx", {})
    match kind:
        case "missing":
            return "is missing"
        case "greater_than":
            return f"must be above {ctx['gt']:g} (it is {_shown(given)})"
        case "greater_than_equal":
            return f"must be {ctx['ge']:g} or more (it is {_shown(given)})"
        case "less_than_equal":
            return f"must be {ctx['le']:g} or less (it is {_shown(given)})"
        case "finite_number":
            return "must be a finite number"
        case "float_type" | "float_parsing":
            return f"must be a number (it is {_shown(given)})"
        case "string_type":
            return f"must be text (it is {_shown(given)})"
        case "string_too_long":
            return f"must be {ctx['max_length']} characters or less"
        case "too_short":
            return f"must have {ctx['min_length']} or more entries"
        case "too_long":
            return f"must have {ctx['max_length']} or fewer entries"
        case "literal_error" | "enum":
            return f"must be one of {ctx['expected']} (it is {_shown(given)})"
        case "list_type" | "tuple_type":
            return f"must be a list (it is {_shown(given)})"
        case "bool_type" | "bool_parsing":
            return f"must be true or false (it is {_shown(given)})"
        case "model_type" | "model_attributes_type" | "dict_type":
            return f"must be an object (it is {_shown(given)})"
        case _:
            message = str(item["msg"])
            return message[0].lower() + message[1:]
