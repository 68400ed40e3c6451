"""Small parts in line: connector, arrestor, switch, choke, filter.

Modelled as a matched insertion loss at an impedance Z₀, as a very short lossy line would have it:
[cosh a', Z₀ sinh a'; sinh a'/Z₀, cosh a'] with a' = a/8.6859. So the loss grows with mismatch, as a
real part's does. No reactance is modelled; a part used outside its stated band is cautioned about.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

from tithe.core.arrays import Real
from tithe.core.errors import require_not_negative, require_positive
from tithe.core.ratings import Ratings
from tithe.core.twoport import TwoPort, attenuator


@dataclass(frozen=True)
class Inline:
    """A part known by its matched insertion loss (dB) at ``z_ohm``."""

    loss_db: float = 0.0
    z_ohm: float = 50.0
    label: str = "in-line part"
    ratings: Ratings = field(default_factory=Ratings)
    bypassed: bool = False
    kind: Literal["inline"] = field(default="inline", init=False)

    def __post_init__(self) -> None:
        require_not_negative("loss_db", self.loss_db)
        require_positive("z_ohm", self.z_ohm)

    def two_port(self, freq_hz: Real) -> TwoPort:
        """The chain matrix, shape ``(F,)``."""
        return attenuator(freq_hz, self.loss_db, self.z_ohm)
