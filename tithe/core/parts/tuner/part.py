"""The tuner as a part of the chain: knobs turned by hand, found by the ladder's searches, or bypassed.

Auto sets an input of exactly the transmitter's reference with the losses in, at least loss (or least
stress); where nothing matches it takes the lowest SWR and can say what is missing. Its figures are those
of its elements: quality factors, ranges with a residual at the low end, and strays where they are stated.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import Literal

import numpy as np

from tithe.core.arrays import Complex, Mask, Real
from tithe.core.errors import InputError, require, require_above, require_not_negative, require_positive
from tithe.core.parts.part import PASSIVE_S, TunerPart
from tithe.core.parts.ratings import NO_RATINGS, Ratings
from tithe.core.parts.tuner.best_match import Best, best_match, searched
from tithe.core.parts.tuner.dial import Dial
from tithe.core.parts.tuner.elements import (
    NO_STRAYS,
    Element,
    Quality,
    Strays,
    check_quality,
)
from tithe.core.parts.tuner.ladder import ANY_MATCH, Bearing, Ladder, least_stress
from tithe.core.parts.tuner.networks import NETWORKS, Network
from tithe.core.parts.tuner.set_tuner import MATCHED_WITHIN, Indices, SetTuner, fixed_values, tunable
from tithe.core.reflection import rho_of_swr
from tithe.core.twoport import Port

Goal = Literal["loss", "stress"]
SEARCHED_S = 12e-6
"""Seconds that a search for one load takes, about."""


@dataclass(frozen=True)
class Tuner(TunerPart):
    """A tuner of coils and capacitors. Values in F, H, V (peak), A (rms).

    ``setting`` is ``"auto"``, ``"bypass"`` or the knob values by name (``c1``, ``l``, ``c2`` … in F and H).
    ``dc_on_coax`` says that its supply comes through the coax; ``set_hz``: the frequency that knobs were set
    for, where it is known. ``dials``: what the numbers at its knobs stand for, by knob, as far as it is
    known.
    """

    network: str = "t-highpass"
    setting: Literal["auto", "bypass"] | Mapping[str, float] = "auto"
    goal: Goal = "loss"
    coil_q: Quality = 200.0
    capacitor_q: float = 1500.0
    c_min_f: float = 20e-12
    c_max_f: float = 250e-12
    l_min_h: float = 0.0
    l_max_h: float = 30e-6
    capacitor_volts: float | None = None
    coil_amps: float | None = None
    dc_on_coax: bool = False
    label: str = "tuner"
    ratings: Ratings = NO_RATINGS
    strays: Strays = NO_STRAYS
    set_hz: float | None = None
    dials: Mapping[str, Dial] = field(default_factory=dict)
    kind: Literal["tuner"] = field(default="tuner", init=False)

    def __post_init__(self) -> None:
        require(self.network in NETWORKS, "network", "one-of", self.network, allowed=list(NETWORKS))
        check_quality("coil_q", self.coil_q)
        for place in ("capacitor_q", "c_min_f", "c_max_f", "l_max_h"):
            require_positive(place, getattr(self, place))
        require_not_negative("l_min_h", self.l_min_h)
        require_above("c_max_f", self.c_max_f, "c_min_f", self.c_min_f)
        require_above("l_max_h", self.l_max_h, "l_min_h", self.l_min_h)
        for place in ("capacitor_volts", "coil_amps"):
            if (value := getattr(self, place)) is not None:
                require_positive(place, value)
        if self.goal == "stress":
            rated = self.capacitor_volts is not None and self.coil_amps is not None
            require(rated, "goal", "stress-needs-ratings", self.goal)
        if isinstance(self.setting, Mapping):
            self._check_knobs(self.setting)

    def _check_knobs(self, knobs: Mapping[str, float]) -> None:
        require(len(self.networks) == 1, "setting", "which-l-form")
        names = self.networks[0].knobs
        for name in knobs:
            require(name in names, f"setting.{name}", "no-knob", allowed=list(names))
        for name in names:
            require(name in knobs, f"setting.{name}", "missing")
            low, high = (self.l_min_h, self.l_max_h) if name.startswith("l") else (self.c_min_f, self.c_max_f)
            inside = low * (1 - 1e-9) <= knobs[name] <= high * (1 + 1e-9)
            require(inside, f"setting.{name}", "in-range", knobs[name], low=low, high=high)

    @property
    def load_s(self) -> float:
        """A search per network, if any."""
        searched = 0.0 if isinstance(self.setting, Mapping) else SEARCHED_S * len(self.networks) ** 0.5
        return PASSIVE_S + searched

    @property
    def networks(self) -> tuple[Network, ...]:
        """The networks it may form: four for ``l``, else one."""
        return NETWORKS[self.network]

    @property
    def standing(self) -> Real:
        """Where its knobs are set, (K,), F or H. Raises `InputError` where they are not set by hand."""
        if not isinstance(self.setting, Mapping):
            raise InputError("setting", "no-knobs-set")
        return np.array([self.setting[name] for name in self.networks[0].knobs])

    @property
    def matched_rho(self) -> float:
        """|Γ| at which it counts as matched."""
        return MATCHED_WITHIN

    @cached_property
    def ladders(self) -> tuple[Ladder, ...]:
        """A ladder per network."""
        coil = Element("coil", self.coil_q, self.l_min_h, self.l_max_h)
        capacitor = Element("capacitor", self.capacitor_q, self.c_min_f, self.c_max_f)
        return tuple(network.ladder(coil, capacitor, self.strays) for network in self.networks)

    def tune(self, freq_hz: Real, load: Port, reference_ohm: float, power_w: float = 0.0) -> SetTuner:
        """Set the tuner for a load (shapes ``(..., F)``) and give the setting's two-port."""
        z = tunable(load)
        freq = np.broadcast_to(freq_hz, z.shape)
        if isinstance(self.setting, Mapping):
            values = fixed_values([self.setting[name] for name in self.networks[0].knobs], z.shape)
            return SetTuner(self, freq, z, np.zeros(z.shape, dtype=np.intp), values, reference_ohm)
        form, values = self._set(freq.reshape(-1), z.reshape(-1), reference_ohm, power_w)
        return SetTuner(self, freq, z, form.reshape(z.shape), values.reshape(3, *z.shape), reference_ohm)

    def reaches(self, freq_hz: Real, load: Port, reference_ohm: float, comfort_swr: float) -> Mask:
        """Whether a setting matches each load, or leaves no more than ``comfort_swr``; shapes as the load's.

        Quicker than `tune`: loads that an exact setting matches need no search for the closest one.
        """
        z = tunable(load)
        freq, flat = np.broadcast_to(freq_hz, z.shape).reshape(-1), z.reshape(-1)
        reached = np.zeros(flat.shape, dtype=bool)
        lost = np.arange(flat.size)
        for ladder in self.ladders:
            reached[lost] = ladder.match(freq[lost], flat[lost], reference_ohm, ANY_MATCH).matched
            lost = np.flatnonzero(~reached)
        enough = float(rho_of_swr(comfort_swr))
        for ladder in self.ladders:
            _, rho = ladder.closest(freq[lost], flat[lost], reference_ohm, enough)
            reached[lost] = rho <= enough
            lost = np.flatnonzero(~reached)
        return reached.reshape(z.shape)

    @property
    def weighs(self) -> bool:
        """Whether its setting is weighed between loss and what its elements bear."""
        rated = self.capacitor_volts is not None or self.coil_amps is not None
        return rated and self.finds_match and self.goal == "loss"

    def _bearing(self, power_w: float) -> Bearing | None:
        if not self.weighs or power_w <= 0:
            return None
        return Bearing(self.capacitor_volts or np.inf, self.coil_amps or np.inf, power_w)

    def _set(self, freq_hz: Real, z_ohm: Complex, r0_ohm: float, power_w: float) -> tuple[Indices, Real]:
        """Best form (N,) and values (3, N) for flat loads."""
        if self.goal == "stress" and self.capacitor_volts and self.coil_amps:
            goal = least_stress(self.capacitor_volts, self.coil_amps)
            best = searched(self.ladders, freq_hz, z_ohm, r0_ohm, goal)
        else:
            best = best_match(self.ladders, freq_hz, z_ohm, r0_ohm, self._bearing(power_w))
        lost = np.flatnonzero(~np.isfinite(best.score))
        if lost.size:
            near = Best(len(lost))
            for k, ladder in enumerate(self.ladders):
                values, rho = ladder.closest(freq_hz[lost], z_ohm[lost], r0_ohm)
                near.take(k, rho, values)
            best.form[lost], best.values[:, lost] = near.form, near.values
        return best.form, best.values
