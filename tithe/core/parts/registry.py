"""Every kind of part there is: what the modules of this folder define."""

from __future__ import annotations

from collections.abc import Iterator
from functools import cache
from importlib import import_module
from inspect import isabstract
from pkgutil import walk_packages

import tithe.core.parts
from tithe.core.parts.part import Part


@cache
def part_classes() -> tuple[type[Part], ...]:
    """The classes of all parts that can be made, in the order of their modules' names."""
    for module in walk_packages(tithe.core.parts.__path__, "tithe.core.parts."):
        import_module(module.name)
    return tuple(part_class for part_class in _below(Part) if not isabstract(part_class))  # type: ignore[type-abstract]


@cache
def kinds() -> tuple[str, ...]:
    """The kinds' names, each once."""
    fields = (part_class.__dataclass_fields__ for part_class in part_classes())  # type: ignore[attr-defined]
    return tuple(dict.fromkeys(str(named["kind"].default) for named in fields))


def _below(base: type[Part]) -> Iterator[type[Part]]:
    for subclass in base.__subclasses__():
        yield subclass
        yield from _below(subclass)
