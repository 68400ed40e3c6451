"""Objects of the file that are one of several kinds, told apart by one of their keys."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Any, Union

from pydantic import Discriminator, Tag


def chosen_by(key: str, kinds: Mapping[str, Any]) -> Any:
    """The type of an object whose ``key`` names one of the kinds. Places in it go without the name of its
    class.

    A kind is a model, or itself a type that was made here.
    """

    def tag(data: Any) -> str | None:
        named = data.get(key) if isinstance(data, Mapping) else getattr(data, key, None)
        return _tag(named) if isinstance(named, str) and named in kinds else None

    branches = tuple(Annotated[kind, Tag(_tag(name))] for name, kind in kinds.items())
    allowed: Any = {"allowed": list(kinds)}
    return Annotated[
        Union[branches],  # noqa: UP007  # made from a mapping
        Discriminator(
            tag,
            custom_error_type="rule",
            custom_error_message="{code}",
            custom_error_context={"key": key, "code": "one-of", "params": allowed},
        ),
    ]


def _tag(name: str) -> str:
    """Unlike any key of the file, so that it is never taken for one."""
    return f"<{name}>"
