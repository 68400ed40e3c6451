"""A stepped (relay) tuner: an L form with binary-weighted banks of coils and capacitors.

Steps rarely hit 50 Ω exactly; what remains is an SWR. The best of all 2^(bits) × 2^(bits) settings of both
forms is found by `tithe.core.parts.tuner.kernel.stepping`.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import Literal

import numpy as np

from tithe.core.arrays import Mask, Real
from tithe.core.errors import require, require_between, require_not_negative, require_positive
from tithe.core.parts.part import PASSIVE_S, TunerPart
from tithe.core.parts.ratings import NO_RATINGS, Ratings
from tithe.core.parts.tuner.best_match import Best
from tithe.core.parts.tuner.elements import (
    NO_STRAYS,
    Element,
    Quality,
    Strays,
    check_quality,
)
from tithe.core.parts.tuner.ladder import Ladder
from tithe.core.parts.tuner.networks import L_FORMS, Network
from tithe.core.parts.tuner.set_tuner import SetTuner, fixed_values, tunable
from tithe.core.reflection import rho_of_swr
from tithe.core.twoport import Port

STEPS_S, STEP_S = 2e-6, 0.022e-6
"""Seconds that a search takes for one load, and for each step of the larger bank beside."""
FORMS = (L_FORMS[0], L_FORMS[1])  # series coil, capacitor across either side


@dataclass(frozen=True)
class SteppedTuner(TunerPart):
    """Banks of ``2**bits`` steps from 0; values in F, H, V (peak), A (rms).

    ``done_swr`` is the SWR at which the tuner calls itself done.
    """

    c_step_f: float = 10e-12
    c_bits: int = 8
    l_step_h: float = 0.05e-6
    l_bits: int = 8
    coil_q: Quality = 100.0
    capacitor_q: float = 1000.0
    capacitor_volts: float | None = None
    coil_amps: float | None = None
    done_swr: float = 1.5
    setting: Literal["auto", "bypass"] | Mapping[str, float | str] = "auto"
    dc_on_coax: bool = False
    label: str = "tuner"
    ratings: Ratings = NO_RATINGS
    strays: Strays = NO_STRAYS
    set_hz: float | None = None
    network: Literal["stepped-l"] = field(default="stepped-l", init=False)
    kind: Literal["tuner"] = field(default="tuner", init=False)

    def __post_init__(self) -> None:
        check_quality("coil_q", self.coil_q)
        for place in ("c_step_f", "l_step_h", "capacitor_q"):
            require_positive(place, getattr(self, place))
        for place in ("c_bits", "l_bits"):
            require_between(place, getattr(self, place), 1, 10)
        require(self.done_swr >= 1, "done_swr", "at-least", self.done_swr, least=1)
        for place in ("capacitor_volts", "coil_amps"):
            if (value := getattr(self, place)) is not None:
                require_positive(place, value)
        if isinstance(self.setting, Mapping):
            slugs = [form.slug for form in FORMS]
            form = self.setting.get("form")
            require(form in slugs, "setting.form", "one-of", form, allowed=slugs)
            for knob, most in (("c", self.c_max_f), ("l", self.l_max_h)):
                value = self.setting.get(knob)
                require(isinstance(value, float | int), f"setting.{knob}", "missing")
                require_not_negative(f"setting.{knob}", float(value or 0))
                inside = float(value or 0) <= most * (1 + 1e-9)
                require(inside, f"setting.{knob}", "in-range", value, low=0.0, high=most)

    @property
    def c_max_f(self) -> float:
        """All capacitors switched in."""
        return self.c_step_f * float(2**self.c_bits - 1)

    @property
    def l_max_h(self) -> float:
        """All coils switched in."""
        return self.l_step_h * float(2**self.l_bits - 1)

    @property
    def load_s(self) -> float:
        """A search over the steps, if any."""
        if isinstance(self.setting, Mapping):
            return PASSIVE_S
        return PASSIVE_S + STEPS_S + STEP_S * float(2 ** max(self.c_bits, self.l_bits))

    @property
    def networks(self) -> tuple[Network, ...]:
        """The forms its relays can make."""
        return FORMS

    @property
    def weighs(self) -> bool:
        """No: its steps are those of the lowest SWR."""
        return False

    @property
    def matched_rho(self) -> float:
        """|Γ| at which it calls itself done."""
        return float(rho_of_swr(self.done_swr))

    @cached_property
    def ladders(self) -> tuple[Ladder, ...]:
        """A ladder per form."""
        coil = Element("coil", self.coil_q, 0.0, self.l_max_h)
        capacitor = Element("capacitor", self.capacitor_q, 0.0, self.c_max_f)
        return tuple(form.ladder(coil, capacitor, self.strays) for form in FORMS)

    def tune(self, freq_hz: Real, load: Port, reference_ohm: float, power_w: float = 0.0) -> SetTuner:
        """The best steps for a load (shapes ``(..., F)``)."""
        z = tunable(load)
        freq = np.broadcast_to(freq_hz, z.shape)
        if isinstance(self.setting, Mapping):
            form = next(k for k, network in enumerate(FORMS) if network.slug == self.setting["form"])
            values = fixed_values([float(self.setting[name]) for name in FORMS[form].knobs], z.shape)
            return SetTuner(self, freq, z, np.full(z.shape, form, dtype=np.intp), values, reference_ohm)
        best = Best(z.size)
        flat_f, flat_z = freq.reshape(-1), z.reshape(-1)
        for k, ladder in enumerate(self.ladders):
            values, rho = ladder.settle_steps(flat_f, flat_z, reference_ohm, self._steps(k), best.score)
            best.take(k, rho, values)
        values = best.values.reshape(3, *z.shape)
        return SetTuner(self, freq, z, best.form.reshape(z.shape), values, reference_ohm)

    def _steps(self, form: int) -> tuple[float, float]:
        """A step of a form's arm and of its cross."""
        arm, cross = (self.l_step_h if name == "l" else self.c_step_f for name in FORMS[form].knobs)
        return arm, cross

    def reaches(self, freq_hz: Real, load: Port, reference_ohm: float, comfort_swr: float) -> Mask:
        """Whether the best step calls itself done or leaves no more than ``comfort_swr``.

        Quicker than `tune`: a search ends with the first steps that do, and where none can.
        """
        if isinstance(self.setting, Mapping):
            return self.tune(freq_hz, load, reference_ohm).leaves_at_most(comfort_swr)
        z = tunable(load)
        freq, flat = np.broadcast_to(freq_hz, z.shape).reshape(-1), z.reshape(-1)
        enough = float(rho_of_swr(max(comfort_swr, self.done_swr)))
        just_not = np.full(flat.size, enough * (1 + 1e-9) + 1e-12)
        rho = just_not
        for k, ladder in enumerate(self.ladders):
            _, rho = ladder.settle_steps(freq, flat, reference_ohm, self._steps(k), rho, enough)
        return np.asarray(rho < just_not).reshape(z.shape)
