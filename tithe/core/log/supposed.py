"""What is supposed of a station: a cause of one size."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from tithe.core.arrays import Complex
from tithe.core.log.slips import NONE, Indices, Slip
from tithe.core.message import Message


@dataclass(frozen=True)
class Change:
    """What is different about a station: the antenna's resonance by ``moved`` (a share of the frequency) and
    its resistance by a factor (``log_ohm`` its logarithm), each open by so much; ``log_loss`` by the column
    of a lossy part; Ω in series and S across by the joint, a number or one for each frequency; or the
    antenna's Γ as ``gamma`` (F,)."""

    moved: float = 0.0
    log_ohm: float = 0.0
    moved_sd: float = 0.003
    log_ohm_sd: float = 0.0
    log_loss: tuple[tuple[int, float], ...] = ()
    series: tuple[tuple[int, Complex | float], ...] = ()
    shunt: tuple[tuple[int, Complex | float], ...] = ()
    gamma: Complex | None = None

    def __add__(self, other: Change) -> Change:
        """Both at once."""
        return Change(
            self.moved + other.moved,
            self.log_ohm + other.log_ohm,
            max(self.moved_sd, other.moved_sd),
            max(self.log_ohm_sd, other.log_ohm_sd),
            self.log_loss + other.log_loss,
            self.series + other.series,
            self.shunt + other.shunt,
            self.gamma if other.gamma is None else other.gamma,
        )

    def on_dummy(self, frequencies: int) -> Change:
        """The same with a dummy load in place of the antenna."""
        return replace(self, moved=0.0, log_ohm=0.0, gamma=np.zeros(frequencies, dtype=np.complex128))

    def at(self, which: Indices) -> Change:
        """The same at some of the frequencies."""

        def some(each: tuple[tuple[int, Complex | float], ...]) -> tuple[tuple[int, Complex | float], ...]:
            return tuple((n, one[which] if isinstance(one, np.ndarray) else one) for n, one in each)

        gamma = None if self.gamma is None else self.gamma[which]
        return replace(self, series=some(self.series), shunt=some(self.shunt), gamma=gamma)


NOTHING = Change()


@dataclass(frozen=True)
class Supposed:
    """A cause of one size: its id, what it would be as a message, how likely it is beforehand (ln), what it
    changes of the station, and how readings slipped; ``pair``: two causes at once,
    told by the id of the rarer."""

    cause: str
    told: Message
    log_prior: float
    change: Change = NOTHING
    slip: Slip = NONE
    pair: bool = False
