"""What a tuner would need where it makes no match."""

from __future__ import annotations

from dataclasses import dataclass

from tithe.core.message import Message, tell


@dataclass(frozen=True)
class Shortfall:
    """An element (its knob's name) whose range ends or begins at ``end`` where ``needed`` would match, both
    in F or H; of a tuner known by its sheet (no element), its reach and the load's SWR."""

    element: str
    needed: float
    end: float

    @property
    def message(self) -> Message:
        """A message that completes a sentence which begins with "it": "needs 38 µH, …"."""
        if not self.element:
            return tell("shortfall.reach", reach=self.end, ratio=self.needed)
        kind = "coil" if self.element.startswith("l") else "capacitor"
        ends = self.needed > self.end
        number = self.element[1:]
        return tell(f"shortfall.{kind}", number=number, needed=self.needed, end=self.end, ends=ends)
