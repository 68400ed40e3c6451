"""Where the knobs stood at a match, and the network they stand for."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.errors import InputError, require, require_positive
from tithe.core.parts.tuner.dial import Dial
from tithe.core.parts.tuner.ladder import Ladder
from tithe.core.parts.tuner.networks import Network
from tithe.core.parts.tuner.part import Tuner
from tithe.core.parts.tuner.stepped import FORMS, SteppedTuner
from tithe.core.reflection import reflection
from tithe.core.twoport import Port, TwoPort

KnobTuner = Tuner | SteppedTuner
"""A tuner of coils and capacitors, turned or in relay steps."""


@dataclass(frozen=True)
class Preset:
    """At ``freq_hz`` the ``dials`` by their numbers, and the SWR that was reached with them.

    ``form``: which of its networks a relay tuner made; ``date``: when, as ISO 8601 or as it was written.
    """

    freq_hz: float
    dials: Mapping[str, float]
    swr: float = 1.0
    form: str = ""
    date: str = ""

    def __post_init__(self) -> None:
        require_positive("mhz", self.freq_hz)
        require(self.swr >= 1, "swr", "at-least", self.swr, least=1)


def knobs_of(tuner: KnobTuner) -> tuple[str, ...]:
    """Its knobs. Raises `InputError` where it may form several networks, so that nobody knows which knob is
    which."""
    if isinstance(tuner, SteppedTuner):
        return FORMS[0].knobs
    require(len(tuner.networks) == 1, "network", "which-l-form")
    return tuner.networks[0].knobs


def network_of(tuner: KnobTuner, preset: Preset) -> tuple[Network, Ladder]:
    """The network that a preset was a match of. Raises `InputError` where that is not told."""
    if isinstance(tuner, Tuner):
        knobs_of(tuner)
        return tuner.networks[0], tuner.ladders[0]
    slugs = [form.slug for form in FORMS]
    require(preset.form in slugs, "form", "one-of", preset.form, allowed=slugs)
    k = slugs.index(preset.form)
    return FORMS[k], tuner.ladders[k]


def own_dials(tuner: KnobTuner, dials: Mapping[str, Dial]) -> Mapping[str, Dial]:
    """The dials of a tuner: a relay tuner's count its steps, and are known from its sheet."""
    if isinstance(tuner, Tuner):
        return dials
    return {
        "l": _steps(2**tuner.l_bits, tuner.l_step_h),
        "c": _steps(2**tuner.c_bits, tuner.c_step_f),
    }


def _steps(count: int, step: float) -> Dial:
    points = tuple((float(n), n * step) for n in range(count))
    return Dial((0.0, count - 1.0), points, "steps", 1.0, taps=True)


def require_dials(tuner: KnobTuner, preset: Preset, place: str) -> None:
    """Demand a number for each knob and no other, and a relay tuner's form. Raises `InputError`."""
    names = knobs_of(tuner)
    dials = f"{place}.dials" if place else "dials"
    for name in preset.dials:
        require(name in names, f"{dials}.{name}", "no-knob", allowed=list(names))
    for name in names:
        require(name in preset.dials, f"{dials}.{name}", "missing")
    try:
        network_of(tuner, preset)
    except InputError as error:
        raise (error.under(place) if place else error) from None


def on_dials(dials: Mapping[str, Dial], preset: Preset) -> bool:
    """Whether it is known what each of its dials stands for there."""
    return all(name in dials and dials[name].tells(number) for name, number in preset.dials.items())


def gamma_in(ladder: Ladder, freq_hz: Real, values: Real, z_ohm: Complex, reference_ohm: float) -> Complex:
    """Γ at the radio's side: values (K, ...) in F or H of the network's elements, frequencies and loads
    (...)."""
    z = np.broadcast_to(z_ohm, values.shape[1:])
    source = _two_port(ladder, freq_hz, values).input(Port(z, np.ones(z.shape, dtype=np.complex128)))
    return reflection(source.v, source.i, reference_ohm)


def load_behind(ladder: Ladder, freq_hz: Real, values: Real, gamma: Complex, reference_ohm: float) -> Port:
    """V and I at the antenna's side where Γ at the radio's side is this: the network run backwards."""
    source = Port(1 + gamma, (1 - gamma) / reference_ohm)
    return _two_port(ladder, freq_hz, values).output(source)


def _two_port(ladder: Ladder, freq_hz: Real, values: Real) -> TwoPort:
    three = np.zeros((3, *values.shape[1:]))
    three[: len(values)] = values
    return ladder.two_port(freq_hz, three)
