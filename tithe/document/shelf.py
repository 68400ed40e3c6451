"""The shelf: generic feedlines and other generic parts to take from."""

from __future__ import annotations

from functools import cache
from importlib import resources
from typing import Self

from pydantic import BaseModel, TypeAdapter, model_validator

from tithe.document.parts import PartModel
from tithe.document.shelf_lines import ShelfLine, line_type, lines

__all__ = ["ShelfLine", "ShelfPart", "line_type", "lines", "parts"]


class ShelfPart(BaseModel):
    """A part other than a line, with generic starting values."""

    group: str
    group_title: str = ""
    title: str
    slug: str
    part: PartModel

    @model_validator(mode="after")
    def _titled(self) -> Self:
        """The group's title is its parts'."""
        self.group_title = self.part.shelf_title
        return self


@cache
def parts() -> list[ShelfPart]:
    """All of them, in the shelf's order."""
    text = resources.files("tithe.document").joinpath("shelf_parts.json").read_text("utf-8")
    return TypeAdapter(list[ShelfPart]).validate_json(text)
