"""The parts of a run as the station file writes them: one kind a file, found by what these files define.

A file model declares its fields with what a form asks for each (`tithe.document.fields.form_field`) and
becomes a part of the core by ``to_core``. Nothing else lists the kinds.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from importlib import import_module
from pkgutil import iter_modules
from typing import TYPE_CHECKING, Annotated, Any, Union, get_args

from pydantic import Discriminator, Tag

from tithe.core import InputError
from tithe.core.parts.part import Part
from tithe.document.parts.part import PartFile


def _below(base: type[PartFile]) -> Iterator[type[PartFile]]:
    for subclass in base.__subclasses__():
        yield subclass
        yield from _below(subclass)


def _constants(model: type[PartFile], key: str) -> tuple[str, ...]:
    """The values that a key may have in a model, where they are counted up."""
    field = model.model_fields.get(key)
    return () if field is None else tuple(map(str, get_args(field.annotation)))


for _module in iter_modules(__path__, f"{__name__}."):
    import_module(_module.name)
PART_MODELS = tuple(one for one in _below(PartFile) if "to_core" in vars(one))  # type: ignore[type-abstract]
"""The models of all kinds."""
KINDS = tuple(sorted({kind for one in PART_MODELS for kind in _constants(one, "kind")}))
_BY_KIND = {kind: [one for one in PART_MODELS if kind in _constants(one, "kind")] for kind in KINDS}


def model_of(kind: object, network: object = None) -> type[PartFile] | None:
    """The model of a kind; of several (tuners) the one with that network, else the first."""
    models = _BY_KIND.get(str(kind), [])
    return next(
        (model for model in models if str(network) in _constants(model, "network")),
        models[0] if models else None,
    )


def _tag(value: Any) -> str | None:
    if isinstance(value, PartFile):
        return type(value).__name__
    model = model_of(value.get("kind"), value.get("network")) if isinstance(value, dict) else None
    return None if model is None else model.__name__


if TYPE_CHECKING:
    PartModel = PartFile
else:
    PartModel = Annotated[
        Union[tuple(Annotated[one, Tag(one.__name__)] for one in PART_MODELS)],  # noqa: UP007  # made from a list
        Discriminator(
            _tag,
            custom_error_type="rule",
            custom_error_message="{code}",
            custom_error_context={"key": "kind", "code": "one-of", "params": {"allowed": list(KINDS)}},
        ),
    ]


def parts_of(models: Sequence[PartFile], errors: list[InputError]) -> list[Part]:
    """The parts that can be built; what is wrong with the others is added to ``errors``."""
    parts: list[Part] = []
    for n, model in enumerate(models):
        try:
            parts.append(model.to_core())
        except InputError as error:
            errors.append(error.under(f"chain[{n}]"))
    return parts
