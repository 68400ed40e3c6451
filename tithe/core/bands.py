"""Amateur allocations of the three regions to start from; transmit only within one's own licence.

Region 1: Europe, Africa, the Middle East, northern Asia; 2: the Americas; 3: the rest of Asia and Oceania.
National plans differ in detail, so every edge can be changed.
"""

from __future__ import annotations

from tithe.core.station import Band

_COMMON = (
    ("60 m", 5.3515, 5.3665),
    ("30 m", 10.1, 10.15),
    ("20 m", 14.0, 14.35),
    ("17 m", 18.068, 18.168),
    ("15 m", 21.0, 21.45),
    ("12 m", 24.89, 24.99),
    ("10 m", 28.0, 29.7),
)
_OWN = {
    1: (("160 m", 1.81, 2.0), ("80 m", 3.5, 3.8), ("40 m", 7.0, 7.2), ("6 m", 50.0, 52.0)),
    2: (("160 m", 1.8, 2.0), ("80 m", 3.5, 4.0), ("40 m", 7.0, 7.3), ("6 m", 50.0, 54.0)),
    3: (("160 m", 1.8, 2.0), ("80 m", 3.5, 3.9), ("40 m", 7.0, 7.2), ("6 m", 50.0, 54.0)),
}


def _bands(region: int) -> tuple[Band, ...]:
    rows = sorted((*_COMMON, *_OWN[region]), key=lambda row: row[1])
    return tuple(Band(name, low * 1e6, high * 1e6) for name, low, high in rows)


REGIONS: dict[int, tuple[Band, ...]] = {region: _bands(region) for region in _OWN}
"""All bands from 160 to 6 m, by region."""
USUAL = tuple(band for band in REGIONS[1] if 3e6 < band.low_hz < 30e6)
"""80 to 10 m in Region 1: what a station without bands of its own starts from."""
