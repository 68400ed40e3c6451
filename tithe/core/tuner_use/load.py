"""A matched tuner tells what it is matched to: its network run backwards, and the run beyond it taken away.

How well is sampled: each dial is read to half a division, and what SWR was left may have any phase.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Real
from tithe.core.errors import InputError
from tithe.core.parts.part import Part
from tithe.core.parts.tuner.dial import Dial
from tithe.core.reflection import rho_of_swr
from tithe.core.sweep.plane import two_port_of
from tithe.core.tuner_use.preset import KnobTuner, Preset, load_behind, network_of, own_dials, require_dials
from tithe.core.twoport import Port

SAMPLES = 4000
_INSIDE = 0.99
_SEED = 1
_LEAST = 1e-6
"""Of its largest value, what an element has at the least: nothing at all cannot be run backwards."""


@dataclass(frozen=True)
class PresetLoad:
    """``z_ohm``: as the dials stand and were the match perfect; where that would give power back, the middle
    of what would not. ``r_ohm`` and ``x_ohm``: from least to most."""

    freq_hz: float
    z_ohm: complex
    r_ohm: tuple[float, float]
    x_ohm: tuple[float, float]


def load_of(
    tuner: KnobTuner,
    dials: Mapping[str, Dial],
    preset: Preset,
    reference_ohm: float,
    behind: Sequence[Part] = (),
) -> PresetLoad:
    """The load of one preset at the tuner's antenna side, or beyond the parts ``behind`` it. Raises
    `InputError` where a dial is not known, or stands outside what is known of it."""
    port = _sampled(tuner, dials, preset, reference_ohm)
    if behind:
        run, _, _ = two_port_of(behind, np.array([preset.freq_hz]))
        port = run.output(port)
    z = port.z_ohm
    z = z[np.isfinite(z)]
    load_ohm = complex(z[0])
    if (z.real > 0).any():  # no antenna gives power back
        z = z[z.real > 0]
        if load_ohm.real <= 0:
            gamma = np.mean((z - reference_ohm) / (z + reference_ohm))
            load_ohm = complex(reference_ohm * (1 + gamma) / (1 - gamma))
    return PresetLoad(
        preset.freq_hz, load_ohm, _interval(z.real, load_ohm.real), _interval(z.imag, load_ohm.imag)
    )


def _sampled(tuner: KnobTuner, dials: Mapping[str, Dial], preset: Preset, reference_ohm: float) -> Port:
    """V and I at the tuner's antenna side, (SAMPLES + 1,): first as the dials stand and were the match
    perfect."""
    require_dials(tuner, preset, "preset")
    network, ladder = network_of(tuner, preset)
    known = own_dials(tuner, dials)
    rng = np.random.default_rng(_SEED)
    values = np.empty((len(network.knobs), SAMPLES + 1))
    for k, name in enumerate(network.knobs):
        dial = known.get(name)
        if dial is None or not dial.known:
            raise InputError(f"dials.{name}", "dial-not-known")
        try:
            values[k, 0] = dial.value(preset.dials[name])
        except InputError as error:
            raise error.under(f"preset.dials.{name}") from None
        numbers, stands = dial.line
        around = preset.dials[name] + 2 * dial.read_to * rng.uniform(-0.5, 0.5, SAMPLES)
        values[k, 1:] = np.interp(around, numbers, stands)
        values[k] = np.maximum(values[k], _LEAST * ladder.elements[k].high)
    left = np.zeros(SAMPLES + 1, dtype=np.complex128)
    left[1:] = float(rho_of_swr(preset.swr)) * np.exp(2j * np.pi * rng.uniform(0, 1, SAMPLES))
    return load_behind(ladder, np.full(SAMPLES + 1, preset.freq_hz), values, left, reference_ohm)


def _interval(values: Real, middle: float) -> tuple[float, float]:
    """Where almost all of them lie, and ``middle`` with them."""
    low, high = np.quantile(values, [(1 - _INSIDE) / 2, (1 + _INSIDE) / 2])
    return float(min(low, middle)), float(max(high, middle))
