"""A matched tuner tells what it is matched to: its network run backwards.

How well is sampled: each dial is read to half a division, and what SWR was left may have any phase.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Real
from tithe.core.errors import InputError
from tithe.core.knobs.dial import Dial
from tithe.core.knobs.preset import Preset, load_behind, require_dials, single_network
from tithe.core.parts.tuner.part import Tuner
from tithe.core.reflection import rho_of_swr

SAMPLES = 4000
_INSIDE = 0.99
_SEED = 1


@dataclass(frozen=True)
class LoadFound:
    """``z_ohm``: as the dials stand and were the match perfect; ``r_ohm`` and ``x_ohm``: from least to
    most."""

    freq_hz: float
    z_ohm: complex
    r_ohm: tuple[float, float]
    x_ohm: tuple[float, float]


def load_of(tuner: Tuner, dials: Mapping[str, Dial], preset: Preset, reference_ohm: float) -> LoadFound:
    """The load at the tuner's antenna side of one preset. Raises `InputError` where a dial is not known, or
    stands outside what is known of it."""
    require_dials(tuner, preset, "preset")
    names = single_network(tuner)
    rng = np.random.default_rng(_SEED)
    values = np.empty((len(names), SAMPLES + 1))
    for k, name in enumerate(names):
        dial = dials.get(name)
        if dial is None or not dial.known:
            raise InputError(f"dials.{name}", "dial-not-known")
        try:
            values[k, 0] = dial.value(preset.dials[name])
        except InputError as error:
            raise error.under(f"preset.dials.{name}") from None
        numbers, _ = dial.line
        around = preset.dials[name] + dial.division * rng.uniform(-0.5, 0.5, SAMPLES)
        values[k, 1:] = dial.value(np.clip(around, numbers[0], numbers[-1]))
    left = np.zeros(SAMPLES + 1, dtype=np.complex128)
    rho = float(rho_of_swr(preset.swr)) * np.sqrt(rng.uniform(0, 1, SAMPLES))
    left[1:] = rho * np.exp(2j * np.pi * rng.uniform(0, 1, SAMPLES))
    z = load_behind(tuner, np.full(SAMPLES + 1, preset.freq_hz), values, left, reference_ohm)
    return LoadFound(preset.freq_hz, complex(z[0]), _interval(z.real), _interval(z.imag))


def _interval(values: Real) -> tuple[float, float]:
    """Where almost all of them lie, the first one with them."""
    low, high = np.quantile(values[1:], [(1 - _INSIDE) / 2, (1 + _INSIDE) / 2])
    return float(min(low, values[0])), float(max(high, values[0]))
