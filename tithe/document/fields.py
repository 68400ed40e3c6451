"""Ground of the file models: strict numbers, unknown keys refused, and what a form asks of each field."""

from __future__ import annotations

from abc import abstractmethod
from collections.abc import Mapping
from typing import Annotated, Any, Literal, Self

from pydantic import AfterValidator, BaseModel, ConfigDict, Field, model_validator
from pydantic.fields import FieldInfo
from pydantic_core import PydanticCustomError

from tithe.core.errors import InputError

TINIEST = 1e-15
"""Smaller quantities of any unit here are slips of the keyboard, and would overflow when divided by."""


def refused(error: InputError) -> PydanticCustomError:
    """An error as the models raise it; its place is a key of the object being checked."""
    params = {"key": error.place, "code": error.code, "params": error.params, "value": error.value}
    return PydanticCustomError("rule", "{code}", params)


def _of_a_size(value: float) -> float:
    if 0 < abs(value) < TINIEST:
        raise refused(InputError("", "too-small", value))
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

Widget = Literal["number", "choice", "truth", "switch", "line-type", "network", "setting", "by-frequency"]


def form_field(
    title: str,
    quantity: str = "plain",
    widget: Widget = "number",
    **more: Any,
) -> FieldInfo:
    """What a form asks for a field, as the JSON Schema carries it: its title, and under ``ask`` the quantity
    (the page's names of units), the widget, and more: ``section`` (a group that is folded), ``after`` (what
    follows the entry), ``slide`` (least, most, step), ``choices`` (words by value), ``heads`` (of
    columns)."""
    return FieldInfo(title=title, json_schema_extra={"ask": {"as": widget, "quantity": quantity, **more}})


class FileObject(BaseModel):
    """A JSON object of the file: its keys are all there is."""

    model_config = ConfigDict(extra="forbid")

    @model_validator(mode="before")
    @classmethod
    def _known_keys(cls, data: Any) -> Any:
        if isinstance(data, Mapping):
            for key in data:
                if key not in cls.model_fields:
                    allowed = list(cls.model_fields)
                    raise refused(InputError(str(key)[:60], "unknown-key", allowed=allowed))
        return data


_UNITS = (("_f", "_pf", 1e12), ("_h", "_uh", 1e6), ("_hz", "_mhz", 1e-6), ("_m", "_mm", 1e3))
"""Suffix in the core, suffix in the file, and the factor between."""
_SCALED = ("limit", "least", "most", "low", "high")


def in_file_units(error: InputError, model: type[BaseModel]) -> InputError:
    """A complaint of the core in a file model's names and units."""
    head, _, knob = error.place.partition("setting.")
    if not head and knob in ("form", ""):
        return error
    in_file = _in_file(knob or error.place, None if knob else model)
    if in_file is None:
        return error
    key, factor = in_file
    params = {name: v * factor if name in _SCALED else v for name, v in error.params.items()}
    if in_file_other := _in_file(str(params.get("other", "")), model):
        params["other"] = in_file_other[0]
    return InputError(f"setting.{key}" if knob else key, error.code, error.value, **params)


def _in_file(key: str, model: type[BaseModel] | None) -> tuple[str, float] | None:
    """The file's key and factor for one of the core; of a knob (no model) by its first letter."""
    if model is None:
        return (f"{key}_uh", 1e6) if key.startswith("l") else (f"{key}_pf", 1e12)
    if key in model.model_fields:
        return None
    for core, file, factor in _UNITS:
        name = key.removesuffix(core) + file
        if key.endswith(core) and name in model.model_fields:
            return name, factor
    return None


class CoreObject(FileObject):
    """An object of the file that stands for one of the core, which holds the rules between its fields."""

    @abstractmethod
    def to_core(self) -> object:
        """The core's object. Raises `InputError` with a place below this one, in the core's names."""

    def check(self) -> None:
        """What is looked at when it is read by itself. Raises `InputError`."""
        self.to_core()

    @model_validator(mode="after")
    def _as_the_core_has_it(self) -> Self:
        """Rules between fields stand in the core alone; here they are told in the file's names."""
        try:
            self.check()
        except InputError as error:
            raise refused(in_file_units(error, type(self))) from None
        return self
