"""A sweep as it was taken, and the same at another joint of its run."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from pydantic import TypeAdapter

from tithe.core.cost import Pause
from tithe.core.errors import require
from tithe.core.parts.part import Part
from tithe.core.sweep import Moved, Sweep, move, require_plane
from tithe.document.parts import PartModel
from tithe.document.station_file import to_chain
from tithe.files import sweep_file

_CHAIN: TypeAdapter[list[PartModel]] = TypeAdapter(list[PartModel])
_S_PER_BYTE = 0.4e-6
"""To read, move and analyse a sweep's text."""


@dataclass(frozen=True)
class TakenSweep:
    """``content``: the file's text; ``chain``: the run of that day as the station file writes it, ``joint``
    the place in it; ``change_m``: of wire, ``radials`` of ``radial_m`` each: what was done before it."""

    id: int
    title: str
    content: str
    joint: int
    chain: Sequence[Mapping[str, Any]]
    taken: datetime
    change_m: float | None = None
    radials: int | None = None
    radial_m: float | None = None

    def as_taken(self) -> Sweep:
        """Where it was taken."""
        return sweep_file.read_kept(self.content)

    def at(self, joint: int) -> Moved:
        """At a joint of the run it was taken through."""
        return move(self.as_taken(), self.parts(), self.joint, joint)

    def parts(self) -> tuple[Part, ...]:
        """The run of that day. Raises `StationError`."""
        return to_chain(_CHAIN.validate_python(list(self.chain)))

    def at_joint_of(self, taken_sweep: TakenSweep, joint: int | None) -> Moved:
        """At what is joint ``joint`` of another's run (None: where this one was taken).

        The radio and the feedpoint are themselves in any run; a joint in between only where the two runs are
        one. Raises `InputError` where it is none.
        """
        if joint is None:
            return self.at(self.joint)
        last = len(taken_sweep.chain)
        require_plane("shown", joint, last)
        if joint == last:
            return self.at(len(self.chain))
        same = joint == 0 or self.chain == taken_sweep.chain
        require(same, "shown", "no-common-plane", joint, sweep=self.title)
        return self.at(joint)


def cost_s(*sweeps: TakenSweep) -> float:
    """Seconds that looking at so many sweeps may take."""
    return sum(len(sweep.content) for sweep in sweeps) * _S_PER_BYTE


def paused(sweeps: Sequence[TakenSweep], pause: Pause) -> Iterator[TakenSweep]:
    """The sweeps in turn, with a pause before each."""
    for sweep in sweeps:
        pause()
        yield sweep
