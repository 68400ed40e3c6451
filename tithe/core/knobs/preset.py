"""Where the knobs stood at a match."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.errors import require, require_positive
from tithe.core.parts.tuner.part import Tuner
from tithe.core.reflection import reflection
from tithe.core.twoport import Port, TwoPort


@dataclass(frozen=True)
class Preset:
    """At ``freq_hz`` the ``dials`` by their numbers, and the SWR that was reached with them."""

    freq_hz: float
    dials: Mapping[str, float]
    swr: float = 1.0

    def __post_init__(self) -> None:
        require_positive("mhz", self.freq_hz)
        require(self.swr >= 1, "swr", "at-least", self.swr, least=1)


def single_network(tuner: Tuner) -> tuple[str, ...]:
    """Its knobs. Raises `InputError` where it may form several networks, so that nobody knows which knob is
    which."""
    require(len(tuner.networks) == 1, "network", "which-l-form")
    return tuner.networks[0].knobs


def require_dials(tuner: Tuner, preset: Preset, place: str) -> None:
    """Demand a number for each knob and no other. Raises `InputError`."""
    names = single_network(tuner)
    for name in preset.dials:
        require(name in names, f"{place}.dials.{name}", "no-knob", allowed=list(names))
    for name in names:
        require(name in preset.dials, f"{place}.dials.{name}", "missing")


def gamma_in(tuner: Tuner, freq_hz: Real, values: Real, z_ohm: Complex, reference_ohm: float) -> Complex:
    """Γ at the radio's side: values (K, ...) in F or H of the network's knobs, frequencies and loads
    (...)."""
    z = np.broadcast_to(z_ohm, values.shape[1:])
    source = _two_port(tuner, freq_hz, values).input(Port(z, np.ones(z.shape, dtype=np.complex128)))
    return reflection(source.v, source.i, reference_ohm)


def load_behind(tuner: Tuner, freq_hz: Real, values: Real, gamma: Complex, reference_ohm: float) -> Complex:
    """Z at the antenna's side, Ω, where Γ at the radio's side is this: the network run backwards."""
    source = Port(1 + gamma, (1 - gamma) / reference_ohm)
    load = _two_port(tuner, freq_hz, values).output(source)
    return np.asarray(load.v / load.i)


def _two_port(tuner: Tuner, freq_hz: Real, values: Real) -> TwoPort:
    three = np.zeros((3, *values.shape[1:]))
    three[: len(values)] = values
    return tuner.ladders[0].two_port(freq_hz, three)
