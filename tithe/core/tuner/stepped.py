"""A stepped (relay) tuner: an L form with binary-weighted banks of coils and capacitors.

Steps rarely hit 50 Ω exactly; what remains is an SWR. Every step of the cross element is tried; for each
the best continuous value of the arm is known in closed form (`nearest_on_line`), and since |Γ| along the
arm has a single minimum, the best step is one of its two neighbours. So the best of all 2^(bits) × 2^(bits)
settings of both forms is found without trying them all.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import Literal

import numpy as np

from tithe.core.arrays import Complex, Mask, Real
from tithe.core.errors import require, require_not_negative, require_positive
from tithe.core.ratings import Ratings
from tithe.core.reflection import rho_of_swr
from tithe.core.tuner.ladder import Element, Knobs, Ladder, nearest_on_line
from tithe.core.tuner.networks import L_FORMS, Network
from tithe.core.tuner.part import Indices, Tuned, chunked, tunable
from tithe.core.twoport import Port

FORMS = (L_FORMS[0], L_FORMS[1])  # series coil, capacitor across either side


@dataclass(frozen=True)
class SteppedTuner:
    """Banks of ``2**bits`` steps from 0; values in F, H, V (peak), A (rms).

    ``done_swr`` is the SWR at which the tuner calls itself done.
    """

    c_step_f: float = 10e-12
    c_bits: int = 8
    l_step_h: float = 0.05e-6
    l_bits: int = 8
    coil_q: float = 100.0
    capacitor_q: float = 1000.0
    capacitor_volts: float | None = None
    coil_amps: float | None = None
    done_swr: float = 1.5
    setting: Literal["auto", "bypass"] | Mapping[str, float | str] = "auto"
    dc_on_coax: bool = False
    label: str = "tuner"
    ratings: Ratings = field(default_factory=Ratings)
    network: Literal["stepped-l"] = field(default="stepped-l", init=False)
    kind: Literal["tuner"] = field(default="tuner", init=False)

    def __post_init__(self) -> None:
        for place in ("c_step_f", "l_step_h", "coil_q", "capacitor_q"):
            require_positive(place, getattr(self, place))
        for place in ("c_bits", "l_bits"):
            require(1 <= getattr(self, place) <= 10, place, "must lie between 1 and 10", getattr(self, place))
        require(self.done_swr >= 1, "done_swr", "must be 1 or more", self.done_swr)
        for place in ("capacitor_volts", "coil_amps"):
            if (value := getattr(self, place)) is not None:
                require_positive(place, value)
        if isinstance(self.setting, Mapping):
            slugs = [form.slug for form in FORMS]
            require(self.setting.get("form") in slugs, "setting.form", f"must be one of {', '.join(slugs)}")
            for knob, most in (("c", self.c_max_f), ("l", self.l_max_h)):
                value = self.setting.get(knob)
                require(isinstance(value, float | int), f"setting.{knob}", "is missing")
                require_not_negative(f"setting.{knob}", float(value or 0))
                inside = float(value or 0) <= most * (1 + 1e-9)
                require(inside, f"setting.{knob}", f"must lie in the range 0 to {most:g}", value)

    @property
    def c_max_f(self) -> float:
        """All capacitors switched in."""
        return self.c_step_f * float(2**self.c_bits - 1)

    @property
    def l_max_h(self) -> float:
        """All coils switched in."""
        return self.l_step_h * float(2**self.l_bits - 1)

    @property
    def bypassed(self) -> bool:
        """Whether the tuner is switched out."""
        return self.setting == "bypass"

    @property
    def networks(self) -> tuple[Network, ...]:
        """The forms its relays can make."""
        return FORMS

    @property
    def matched_rho(self) -> float:
        """|Γ| at which it calls itself done."""
        return float(rho_of_swr(self.done_swr))

    @cached_property
    def ladders(self) -> tuple[Ladder, ...]:
        """A ladder per form."""
        coil = Element("coil", self.coil_q, 0.0, self.l_max_h)
        capacitor = Element("capacitor", self.capacitor_q, 0.0, self.c_max_f)
        return tuple(form.ladder(coil, capacitor) for form in FORMS)

    def tune(self, freq_hz: Real, load: Port, reference_ohm: float) -> Tuned:
        """The best steps for a load (shapes ``(..., F)``)."""
        z = tunable(load)
        freq = np.broadcast_to(freq_hz, z.shape)
        if isinstance(self.setting, Mapping):
            form = next(k for k, network in enumerate(FORMS) if network.slug == self.setting["form"])
            omega, ladder = 2 * np.pi * freq, self.ladders[form]
            t = [
                ladder.magnitude(k, omega, float(self.setting[name]))
                for k, name in enumerate(FORMS[form].knobs)
            ]
            knobs = Knobs(t[0], t[1], np.zeros(z.shape))
            return Tuned(self, freq, z, np.full(z.shape, form, dtype=np.intp), knobs, reference_ohm)
        form_of, knobs = chunked(self._steps, freq.reshape(-1), z.reshape(-1), reference_ohm)
        knobs = Knobs(*(t.reshape(z.shape) for t in knobs))
        return Tuned(self, freq, z, form_of.reshape(z.shape), knobs, reference_ohm)

    def reaches(self, freq_hz: Real, load: Port, reference_ohm: float, comfort_swr: float) -> Mask:
        """Whether the best step calls itself done or leaves no more than ``comfort_swr``."""
        return self.tune(freq_hz, load, reference_ohm).leaves_at_most(comfort_swr)

    def _steps(self, freq_hz: Real, z_ohm: Complex, r0_ohm: float) -> tuple[Indices, Real]:
        form: Indices = np.zeros(z_ohm.shape, dtype=np.intp)
        least, knobs = np.full(z_ohm.shape, np.inf), np.zeros((3, *z_ohm.shape))
        omega = 2 * np.pi * freq_hz[:, None]
        for k, ladder in enumerate(self.ladders):
            near_step, near_most = self._bank(ladder.near)
            cross_step, cross_most = self._bank(ladder.cross)
            w0 = r0_ohm if ladder.plane == "T" else 1 / r0_ohm
            wl = ladder.to_plane(z_ohm)[:, None]
            # Both elements count upward from nothing: a coil in series in Ω, a capacitor across in S.
            t2 = omega * cross_step * np.arange(cross_most + 1)
            wp = wl / (1 + t2 * ladder.direction(1) * wl)
            q1 = ladder.direction(0)
            ideal = nearest_on_line(wp, q1, w0) / (omega * near_step)
            for rounded in (np.floor(ideal), np.ceil(ideal)):
                t1 = omega * near_step * np.clip(rounded, 0, near_most)
                w = wp + t1 * q1
                miss = np.abs((w - w0) / (w + w0))
                best = np.argmin(miss, axis=-1)[:, None]
                value = np.take_along_axis(miss, best, -1)[:, 0]
                better = value < least
                form[better], least[better] = k, value[better]
                knobs[0, better] = np.take_along_axis(t1, best, -1)[better, 0]
                knobs[1, better] = np.take_along_axis(t2, best, -1)[better, 0]
        return form, knobs

    def _bank(self, element: Element) -> tuple[float, int]:
        if element.kind == "coil":
            return self.l_step_h, 2**self.l_bits - 1
        return self.c_step_f, 2**self.c_bits - 1
