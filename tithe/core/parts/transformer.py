"""A transformer N:1 in impedance, antenna side : radio side.

From the radio: half the leakage reactance is not told apart from the other half, so all of it stands
in series on the radio side; then the magnetising inductance with its core-loss resistance across;
then a matched insertion loss at ``z_ohm``, parted into series and shunt as an in-line part's; then the ideal
turns. The optional inductances give the part its pass band: magnetising inductance spoils the low end,
leakage the high end; the core-loss resistance is what a high impedance at the antenna pays for. Holds while
the windings are short beside the wavelength; winding capacitance is not modelled.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import ClassVar, Literal

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.errors import require_not_negative, require_positive, require_share
from tithe.core.parts.insertion import InsertionLoss
from tithe.core.parts.ratings import NO_RATINGS, TYPICAL_HEAT_W, Ratings
from tithe.core.twoport import TwoPort, attenuator, series, shunt, turns


@dataclass(frozen=True)
class Transformer(InsertionLoss):
    """``ratio`` = antenna-side over radio-side impedance; ``z_ohm`` is the radio side's design impedance.

    ``choke``: whether it keeps current off the outside of the coax; left open, a 1:1 does.
    """

    transforms: ClassVar[bool] = True
    ratio: float = 1.0
    loss_db: float = 0.0
    z_ohm: float = 50.0
    magnetizing_h: float | None = None
    core_loss_ohm: float | None = None
    leakage_h: float | None = None
    series_share: float = 0.5
    choke: bool | None = None
    label: str = "transformer"
    ratings: Ratings = NO_RATINGS
    bypassed: bool = False
    kind: Literal["transformer"] = field(default="transformer", init=False)

    def __post_init__(self) -> None:
        require_positive("ratio", self.ratio)
        require_not_negative("loss_db", self.loss_db)
        require_positive("z_ohm", self.z_ohm)
        for place in ("magnetizing_h", "core_loss_ohm"):
            if (value := getattr(self, place)) is not None:
                require_positive(place, value)
        if self.leakage_h is not None:
            require_not_negative("leakage_h", self.leakage_h)
        require_share("series_share", self.series_share)

    @property
    def impedance_ratio(self) -> float:
        """Antenna side over radio side."""
        return self.ratio

    @property
    def max_heat_w(self) -> float:
        """As stated, else of a core of the usual size, W."""
        return self.ratings.max_heat_w or TYPICAL_HEAT_W

    def two_port(self, freq_hz: Real) -> TwoPort:
        """The chain matrix, shape ``(F,)``."""
        omega = 2 * np.pi * freq_hz
        port = attenuator(freq_hz, self.loss_db, self.z_ohm, self.series_share) @ turns(freq_hz, self.ratio)
        across: Complex = np.zeros(np.shape(freq_hz), dtype=np.complex128)
        if self.magnetizing_h is not None:
            across = across + 1 / (1j * omega * self.magnetizing_h)
        if self.core_loss_ohm is not None:
            across = across + 1 / self.core_loss_ohm
        if self.magnetizing_h is not None or self.core_loss_ohm is not None:
            port = shunt(across) @ port
        if self.leakage_h is not None:
            port = series(np.asarray(1j * omega * self.leakage_h, dtype=np.complex128)) @ port
        return port
