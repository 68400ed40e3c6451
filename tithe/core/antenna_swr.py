"""An antenna of which only the SWR is known, at the feedpoint or in the radio room.

The phase is unknown, so the antenna is taken round the whole circle of phases that the SWR leaves open, and
everything computed from it becomes smallest – median – largest. From the room, each phase of Γ there is
taken back through the run (tuners out of line, as one measures); for a plain line that is
|Γ_L| = |Γ_in|·10^(matched/10). Phases that would need an antenna giving back more than it gets, or one
with less resistance than its stated loss, are impossible and left out; if none remains, the SWR and the
cable's loss contradict each other. So they do, by the same simple rule, where |Γ_L| comes to 1 or more.
Between points |Γ| is interpolated linearly; beyond them is an error.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

import numpy as np

from tithe.core.antenna import LossResistance, check_inside, check_rising
from tithe.core.arrays import Complex, Mask, Real, quotient
from tithe.core.errors import InputError, require
from tithe.core.reflection import rho_of_swr, swr
from tithe.core.twoport import Port, Run
from tithe.core.wording import figure, frequency

PHASES = 72
_TRIED = 360
MEASURED_OHM = 50.0


@dataclass(frozen=True)
class SwrAntenna:
    """``points`` of (Hz, SWR); ``plane`` is where they were read, with no tuner at work."""

    points: tuple[tuple[float, float], ...]
    plane: Literal["feedpoint", "radio"] = "feedpoint"
    label: str = "antenna"
    loss: LossResistance | None = None

    def __post_init__(self) -> None:
        require(len(self.points) > 0, "points", "needs at least one point")
        check_rising(tuple(f for f, _ in self.points), "points")
        for n, (_, ratio) in enumerate(self.points):
            require(ratio >= 1, f"points[{n}]", f"has an SWR of {ratio:g}; an SWR is never below 1", ratio)

    @property
    def range_hz(self) -> tuple[float, float]:
        """First and last frequency."""
        return self.points[0][0], self.points[-1][0]

    def rho(self, freq_hz: Real) -> Real:
        """|Γ| where it was read; an error outside the points."""
        freq, ratio = np.array(self.points).T
        check_inside(freq_hz, freq, "antenna")
        return np.asarray(np.interp(freq_hz, freq, rho_of_swr(ratio)))

    def terminals(self, freq_hz: Real, run: Callable[[], Run]) -> Port:
        """V and I at the feedpoint for every open phase: shape ``(PHASES, F)``."""
        angle = np.linspace(0.0, 2 * np.pi, _TRIED, endpoint=False)[:, None]
        gamma: Complex = self.rho(freq_hz) * np.exp(1j * angle)
        port = Port(1 + gamma, (1 - gamma) / MEASURED_OHM)
        if self.plane == "radio":
            through = run()
            port = through.two_port.output(port)
            possible: Mask = np.asarray(port.power_w >= -1e-9 * np.abs(port.v * port.i), dtype=bool)
            hidden = self.rho(freq_hz) * 10 ** (through.matched_db / 10) >= 1
            self._refuse(np.asarray(hidden | ~possible.any(axis=0)), freq_hz, through.matched_db)
        else:
            possible = np.ones(gamma.shape, dtype=bool)
        if self.loss is not None:
            resistance = quotient(port.power_w, np.abs(port.i) ** 2, np.inf)
            possible &= resistance >= self.loss.ohm(freq_hz)
            if not possible.any(axis=0).all():
                rule = "is more than the whole feedpoint resistance at every phase that the SWR allows"
                raise InputError("antenna.loss_ohm", rule)
        return _spread(port, possible)

    def _refuse(self, contradicted: Mask, freq_hz: Real, matched_db: Real) -> None:
        if not contradicted.any():
            return
        k = int(np.argmax(contradicted))
        lost = float(matched_db[k])
        most = float(swr(10 ** (-lost / 10)))
        raise InputError(
            "antenna.points",
            f"SWR {figure(float(swr(self.rho(freq_hz)[k])))} in the room at {frequency(float(freq_hz[k]))} "
            f"contradicts the run, which loses {figure(lost)} dB: through it even a bare end shows no more "
            f"than {figure(most)}",
        )


def _spread(port: Port, possible: Mask) -> Port:
    """PHASES evenly chosen among the possible ones of each frequency."""
    order = np.argsort(~possible, axis=0, kind="stable")  # possible ones first, in their order
    count = possible.sum(axis=0)
    rank = np.floor(np.arange(PHASES)[:, None] * count / PHASES).astype(np.intp)
    pick = np.take_along_axis(order, rank, axis=0)
    return Port(np.take_along_axis(port.v, pick, axis=0), np.take_along_axis(port.i, pick, axis=0))
