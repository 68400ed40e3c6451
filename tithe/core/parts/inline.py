"""Small parts in line: connector, arrestor, switch, choke, filter.

Modelled as a matched insertion loss at an impedance Z₀, parted into a resistance in series and a conductance
across (`tithe.core.twoport.attenuator`): where the loss sits decides what it costs at a mismatch. Contacts
and the line that a choke is wound of lose in series; cores and dielectrics across. No reactance is
modelled; a part used outside its stated band is cautioned about.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

from tithe.core.arrays import Real
from tithe.core.errors import require_not_negative, require_positive, require_share
from tithe.core.parts.insertion import InsertionLoss
from tithe.core.parts.ratings import NO_RATINGS, TYPICAL_HEAT_W, Ratings
from tithe.core.twoport import TwoPort, attenuator


@dataclass(frozen=True)
class Inline(InsertionLoss):
    """A part known by its matched insertion loss (dB) at ``z_ohm``, ``series_share`` of it in series.

    ``choke``: it keeps current off the outside of the coax.
    """

    loss_db: float = 0.0
    z_ohm: float = 50.0
    series_share: float = 0.5
    choke: bool = False
    label: str = "in-line part"
    ratings: Ratings = NO_RATINGS
    bypassed: bool = False
    kind: Literal["inline"] = field(default="inline", init=False)

    def __post_init__(self) -> None:
        require_not_negative("loss_db", self.loss_db)
        require_positive("z_ohm", self.z_ohm)
        require_share("series_share", self.series_share)

    @property
    def max_heat_w(self) -> float | None:
        """As stated, of a choke else of a core of the usual size, W."""
        return self.ratings.max_heat_w or (TYPICAL_HEAT_W if self.choke else None)

    def two_port(self, freq_hz: Real) -> TwoPort:
        """The chain matrix, shape ``(F,)``."""
        return attenuator(freq_hz, self.loss_db, self.z_ohm, self.series_share)
