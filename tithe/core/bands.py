"""Amateur allocations to start from; transmit only within one's own licence."""

from __future__ import annotations

from tithe.core.station import Band

_REGION_1 = (
    ("80 m", 3.5, 3.8),
    ("60 m", 5.3515, 5.3665),
    ("40 m", 7.0, 7.2),
    ("30 m", 10.1, 10.15),
    ("20 m", 14.0, 14.35),
    ("17 m", 18.068, 18.168),
    ("15 m", 21.0, 21.45),
    ("12 m", 24.89, 24.99),
    ("10 m", 28.0, 29.7),
)
REGION_1_HF = tuple(Band(name, low * 1e6, high * 1e6) for name, low, high in _REGION_1)
"""80 to 10 m in Region 1 (Europe, Africa, the Middle East and northern Asia)."""
