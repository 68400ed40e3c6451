"""An antenna of which only the SWR is known, at the feedpoint or in the radio room.

The phase is unknown, so the antenna is taken round the whole circle of phases that the SWR leaves open
(`tithe.core.phases`), and everything computed from it becomes smallest – median – largest. From the room,
each phase of Γ there is taken back through the run (tuners out of line, as one measures). Phases that would
need an antenna giving back more than it gets, or one with less resistance than its stated loss, are
impossible and left out; if none remains, the SWR and the run contradict each other. Between points |Γ| is
interpolated linearly; beyond them is an error.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import ClassVar, Literal

import numpy as np

from tithe.core.antenna.guess import Guess, between_points
from tithe.core.antenna.loss import LossResistance, check_inside, check_rising
from tithe.core.arrays import Real
from tithe.core.errors import InputError, require, require_positive
from tithe.core.phases import OpenPhases, open_phases
from tithe.core.reflection import rho_of_swr, swr
from tithe.core.twoport import Port, Run, TwoPort

MEASURED_OHM = 50.0


@dataclass(frozen=True)
class SwrAntenna:
    """``points`` of (Hz, SWR); ``plane`` is where they were read, with no tuner at work; ``reference_ohm``:
    against what, which at the feedpoint may be the impedance of the line there."""

    points: tuple[tuple[float, float], ...]
    plane: Literal["feedpoint", "radio"] = "feedpoint"
    label: str = "antenna"
    loss: LossResistance | None = None
    reference_ohm: float = MEASURED_OHM
    phase_known: ClassVar[bool] = False
    sky: ClassVar[LossResistance | None] = None

    def __post_init__(self) -> None:
        require(len(self.points) > 0, "points", "no-points")
        check_rising(tuple(f for f, _ in self.points), "points")
        require_positive("reference_ohm", self.reference_ohm)
        in_the_room = self.plane == "radio" and self.reference_ohm != MEASURED_OHM
        require(not in_the_room, "reference_ohm", "at-the-feedpoint-only", self.reference_ohm)
        for n, (_, seen) in enumerate(self.points):
            require(seen >= 1, f"points[{n}]", "swr-below-1", seen)

    @property
    def range_hz(self) -> tuple[float, float]:
        """First and last frequency of its data, Hz."""
        return self.points[0][0], self.points[-1][0]

    def each_s(self, freq_hz: float) -> float:
        """0: it is looked up."""
        return 0.0

    def guess(self, freq_hz: float) -> Guess | None:
        """Between points far apart in frequency."""
        return between_points(np.array([f for f, _ in self.points]), freq_hz)

    def rho(self, freq_hz: Real) -> Real:
        """|Γ| where it was read; an error outside the points."""
        freq, ratio = np.array(self.points).T
        check_inside(freq_hz, freq, "antenna")
        return np.asarray(np.interp(freq_hz, freq, rho_of_swr(ratio)))

    def terminals(self, freq_hz: Real, run: Callable[[], Run]) -> Port:
        """V and I at the feedpoint for even phases: shape ``(PHASES, F)``."""
        phases = self.open_phases(freq_hz, run)
        return phases.port(phases.even_turns())

    def open_phases(self, freq_hz: Real, run: Callable[[], Run]) -> OpenPhases:
        """The phases that are open.

        Raises `InputError` where no passive antenna, or none with its stated loss, can show that SWR there.
        """
        rho = self.rho(freq_hz)
        ones = np.ones(np.shape(rho), dtype=np.complex128)
        r0 = self.reference_ohm
        still, turning = Port(ones, ones / r0), Port(rho * ones, -rho / r0 * ones)
        if self.plane == "radio":
            through = run()
            still, turning = through.two_port.output(still), through.two_port.output(turning)
            self._refuse(rho, freq_hz, through)
        loss = 0.0 if self.loss is None else self.loss.ohm(freq_hz)
        phases, loads = open_phases(still, turning, loss)
        if not loads.all():
            raise InputError("antenna.loss_ohm", "loss-above-every-resistance")
        return phases

    def _refuse(self, rho: Real, freq_hz: Real, through: Run) -> None:
        """An error where no passive antenna shows that SWR through the run."""
        most = _largest_rho(through.two_port)
        contradicted = rho > most * (1 + 1e-9)
        if not contradicted.any():
            return
        k = int(np.argmax(contradicted))
        raise InputError(
            "antenna.points",
            "contradicts-run",
            ratio=float(swr(rho[k])),
            freq_hz=float(freq_hz[k]),
            lost_db=float(through.matched_db[k]),
            most=float(swr(most[k])),
        )


def _largest_rho(two_port: TwoPort) -> Real:
    """The largest |Γ| that any passive load shows through a run: shape ``(F,)``.

    Reactive loads lie on the rim of the disc of reflections; the run turns it into another circle, whose
    centre and radius follow from three of its points.
    """
    ones = np.ones(np.shape(two_port.a), dtype=np.complex128)
    loads = (Port(ones, 0 * ones), Port(0 * ones, ones), Port(1j * MEASURED_OHM * ones, ones))
    a, b, c = (two_port.input(load).gamma(MEASURED_OHM) for load in loads)
    u, v = b - a, c - a
    below = (u * v.conj()).imag
    centre = a + 1j * (np.abs(u) ** 2 * v - np.abs(v) ** 2 * u) / np.where(below == 0, 1.0, 2 * below)
    return np.asarray(np.minimum(np.abs(centre) + np.abs(a - centre), 1.0))
