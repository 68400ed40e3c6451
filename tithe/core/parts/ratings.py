"""What a part bears: its band, power, voltage, current, and whether it passes DC."""

from __future__ import annotations

from dataclasses import dataclass

from tithe.core.errors import require_above, require_positive


@dataclass(frozen=True)
class Ratings:
    """Limits of a part; None where the maker of the part states none. ``max_heat_w``: what it gives off to
    still air, sent into without a pause."""

    f_min_hz: float | None = None
    f_max_hz: float | None = None
    max_power_w: float | None = None
    max_volts_rms: float | None = None
    passes_dc: bool | None = None
    max_heat_w: float | None = None

    def __post_init__(self) -> None:
        for place in ("f_min_hz", "f_max_hz", "max_power_w", "max_volts_rms", "max_heat_w"):
            value = getattr(self, place)
            if value is not None:
                require_positive(place, value)
        if self.f_min_hz is not None and self.f_max_hz is not None:
            require_above("f_max_hz", self.f_max_hz, "f_min_hz", self.f_min_hz)


TYPICAL_HEAT_W = 10.0
"""What a core of the usual size, 5 to 6 cm across, in still air gives off at some 40 K; small ones 3, large
or stacked ones 25."""
NO_RATINGS = Ratings()
"""None is stated."""
