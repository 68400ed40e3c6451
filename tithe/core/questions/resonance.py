"""Must the antenna be resonant? The same antenna with its reactance taken out, through the same run."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from tithe.core.antenna import Antenna, SeriesLoss
from tithe.core.antenna.guess import Guess
from tithe.core.arrays import Real
from tithe.core.budget import loss_db, solve
from tithe.core.message import tell
from tithe.core.questions.question import (
    Compared,
    SchoolQuestion,
    given_back,
    names,
    on_all,
    on_bands,
    unheard,
    which_holds,
)
from tithe.core.twoport import Port, Run
from tithe.core.working import working_of


@dataclass(frozen=True)
class WithoutReactance:
    """An antenna whose reactance a lossless element at its feedpoint takes out: R alone is left."""

    antenna: Antenna
    phase_known: bool = True

    @property
    def label(self) -> str:
        """The antenna's own."""
        return self.antenna.label

    @property
    def loss(self) -> SeriesLoss | None:
        """The antenna's own."""
        return self.antenna.loss

    @property
    def sky(self) -> SeriesLoss | None:
        """The antenna's own."""
        return self.antenna.sky

    @property
    def range_hz(self) -> tuple[float, float]:
        """The antenna's own."""
        return self.antenna.range_hz

    def terminals(self, freq_hz: Real, run: Callable[[], Run]) -> Port:
        """V and I with the same power for the same current, in phase; shape ``(F,)``."""
        port = self.antenna.terminals(freq_hz, run)
        amps = np.abs(port.i)
        flows = amps > 0
        volts = np.divide(port.power_w, amps, out=np.abs(port.v), where=flows)
        return Port(volts.astype(complex), amps.astype(complex))

    def each_s(self, freq_hz: float) -> float:
        """0: it was computed before."""
        return 0.0

    def guess(self, freq_hz: float) -> Guess | None:
        """As of the antenna itself."""
        return self.antenna.guess(freq_hz)


def resonance(question: SchoolQuestion) -> Compared:
    """What a resonant antenna would gain, band by band."""
    if not question.station.antenna.phase_known:
        return Compared((tell("schools.needs-phase"),))
    now = question.budget
    tuned = replace(question.station, antenna=WithoutReactance(question.station.antenna))
    resonant = solve(tuned, question.freqs, pause=question.pause)
    gain_db = loss_db(resonant.radiated_w, now.radiated_w)
    same = unheard(gain_db)
    wins = ~same & (gain_db > 0).reshape(-1, len(same)).all(axis=0)
    return Compared(
        (which_holds(question, wins), tell("schools.resonance-why")),
        on_bands(question, wins, "resonance-wins", most_db=float(gain_db.max())),
        on_bands(question, ~wins, "resonance-same"),
        names(question),
        (
            on_all(question, "r", "figure", working_of(now, "antenna.r_ohm")),
            on_all(question, "x", "figure", working_of(now, "antenna.x_ohm")),
            on_all(question, "leaves", "watts", working_of(now, "total.radiated_w")),
            on_all(question, "resonant", "watts", working_of(resonant, "total.radiated_w")),
            on_all(question, "gives-back", "db", given_back(resonant, now)),
        ),
    )
