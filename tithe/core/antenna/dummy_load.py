"""A dummy load in an antenna's place."""

from __future__ import annotations

from tithe.core.antenna.sampled import INTERPOLATION_OHM, SampledAntenna, table


def dummy_load(ohm: float = INTERPOLATION_OHM) -> SampledAntenna:
    """A resistance of so many Ω at every frequency that is sent on."""
    return table(((1e3, ohm, 0.0), (1e12, ohm, 0.0)))
