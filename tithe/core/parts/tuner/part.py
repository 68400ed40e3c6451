"""The tuner as a part of the chain: knobs turned by hand, found by the ladder's searches, or bypassed.

Auto sets an input of exactly the transmitter's reference with the losses in, at least loss (or least
stress); where nothing matches it takes the lowest SWR and can say what is missing. Its figures are those
of its elements: quality factors, ranges with a residual at the low end, and strays where they are stated.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Literal, Protocol

import numpy as np
from numpy.typing import NDArray

from tithe.core.arrays import Complex, Mask, Real, decibels, quotient
from tithe.core.errors import InputError, require, require_above, require_not_negative, require_positive
from tithe.core.knobs.dial import Dial
from tithe.core.message import Message, tell
from tithe.core.parts.part import PASSIVE_S, Tuned, TunerPart, TunerTold
from tithe.core.parts.ratings import NO_RATINGS, Ratings
from tithe.core.parts.tuner.best_match import Best, best_match
from tithe.core.parts.tuner.elements import (
    NO_STRAYS,
    POOR_Q,
    Element,
    Quality,
    Strays,
    at_most,
    check_quality,
    quality,
)
from tithe.core.parts.tuner.lack import Lack
from tithe.core.parts.tuner.ladder import ANY_MATCH, Bearing, ElementLoad, Ladder, least_stress
from tithe.core.parts.tuner.missing import missing
from tithe.core.parts.tuner.networks import NETWORKS, Network
from tithe.core.reflection import reflection, rho_of_swr
from tithe.core.twoport import Port, Powered, TwoPort

Goal = Literal["loss", "stress"]
Indices = NDArray[np.intp]
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

    def with_poor_coils(self) -> Tuner:
        """Q 100 at the best."""
        return replace(self, coil_q=at_most(self.coil_q, POOR_Q))

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
        found = np.zeros(flat.shape, dtype=bool)
        lost = np.arange(flat.size)
        for ladder in self.ladders:
            found[lost] = ladder.match(freq[lost], flat[lost], reference_ohm, ANY_MATCH).there
            lost = np.flatnonzero(~found)
        enough = float(rho_of_swr(comfort_swr))
        for ladder in self.ladders:
            _, rho = ladder.closest(freq[lost], flat[lost], reference_ohm, enough)
            found[lost] = rho <= enough
            lost = np.flatnonzero(~found)
        return found.reshape(z.shape)

    def bearing(self, power_w: float = 0.0) -> Bearing | None:
        """What its elements bear; None where nothing is stated."""
        if self.capacitor_volts is None and self.coil_amps is None:
            return None
        return Bearing(self.capacitor_volts or np.inf, self.coil_amps or np.inf, power_w)

    def _set(self, freq_hz: Real, z_ohm: Complex, r0_ohm: float, power_w: float) -> tuple[Indices, Real]:
        """Best form (N,) and values (3, N) for flat loads."""
        if self.goal == "stress" and self.capacitor_volts and self.coil_amps:
            goal, best = least_stress(self.capacitor_volts, self.coil_amps), Best(len(z_ohm))
            for k, ladder in enumerate(self.ladders):
                found = ladder.match(freq_hz, z_ohm, r0_ohm, goal)
                best.take(k, found.score, found.values)
        else:
            best = best_match(self.ladders, freq_hz, z_ohm, r0_ohm, self.bearing(power_w))
        lost = np.flatnonzero(~np.isfinite(best.score))
        if lost.size:
            near = Best(len(lost))
            for k, ladder in enumerate(self.ladders):
                values, rho = ladder.closest(freq_hz[lost], z_ohm[lost], r0_ohm)
                near.take(k, rho, values)
            best.form[lost], best.values[:, lost] = near.form, near.values
        return best.form, best.values


def fixed_values(knobs: list[float], shape: tuple[int, ...]) -> Real:
    """Two or three knob values (F or H) for every load: shape ``(3, ...)``."""
    values = np.zeros((3, *shape))
    for position, value in enumerate(knobs):
        values[position] = value
    return values


def tunable(load: Port) -> Complex:
    """The load as a finite impedance: an open counts as 1 GΩ, a short as 1 nΩ, beyond any range."""
    z = np.where(np.abs(load.i) * 1e9 > np.abs(load.v), load.z_ohm, 1e9)
    return np.where(np.abs(z) > 1e-9, z, 1e-9)


_PARTED = 1.05
"""Settings of which one bears no more than so many times what the other does are alike."""
MATCHED_WITHIN = 1e-6
"""|Γ| below which a setting counts as a match (SWR 1.000002)."""


class LadderTuner(Protocol):
    """What a set tuner needs to know of its tuner: continuous or stepped."""

    @property
    def setting(self) -> object: ...
    @property
    def networks(self) -> tuple[Network, ...]: ...
    @property
    def ladders(self) -> tuple[Ladder, ...]: ...
    @property
    def matched_rho(self) -> float: ...
    @property
    def capacitor_volts(self) -> float | None: ...
    @property
    def coil_amps(self) -> float | None: ...


@dataclass(frozen=True)
class SetTuner(Tuned):
    """A tuner set for its loads; shapes ``(..., F)``. ``form`` indexes the tuner's networks; ``values``
    (3, ..., F) are its elements', in F or H."""

    tuner: LadderTuner
    freq_hz: Real
    z_load_ohm: Complex
    form: Indices
    values: Real
    reference_ohm: float

    def per_form(self) -> list[tuple[int, Mask]]:
        """Each form in use, with the loads it is used for."""
        return [(int(k), self.form == k) for k in np.unique(self.form)]

    @cached_property
    def two_port(self) -> TwoPort:
        """The chain matrix of the chosen settings."""
        ports = [self.tuner.ladders[k].two_port(self.freq_hz, self.values) for k, _ in self.per_form()]
        if len(ports) == 1:
            return ports[0]
        masks = [mask for _, mask in self.per_form()]
        return TwoPort(*(np.select(masks, list(entry)) for entry in zip(*ports, strict=True)))

    def input(self, load: Port) -> Port:
        """V and I at the radio side for those at the antenna side."""
        return self.two_port.input(load)

    @cached_property
    def matched(self) -> Mask:
        """Whether the input is the reference: exactly, or as near as the tuner calls done."""
        source = self.two_port.input(Port(self.z_load_ohm, np.ones_like(self.z_load_ohm)))
        return np.asarray(
            np.abs(reflection(source.v, source.i, self.reference_ohm)) <= self.tuner.matched_rho
        )

    def leaves_at_most(self, ratio: float) -> Mask:
        """Whether the SWR left at the radio side is no more than ``ratio``, or the tuner calls itself
        done."""
        source = self.two_port.input(Port(self.z_load_ohm, np.ones_like(self.z_load_ohm)))
        rho = np.abs(reflection(source.v, source.i, self.reference_ohm))
        return np.asarray(self.matched | (rho <= rho_of_swr(ratio)))

    @property
    def form_slugs(self) -> tuple[str, ...]:
        """Slug of each form that ``form`` may index."""
        return tuple(network.slug for network in self.tuner.networks)

    @cached_property
    def setting(self) -> dict[str, Real]:
        """Knob values in F and H by name."""
        values = {name: np.zeros(self.freq_hz.shape) for name in self.tuner.networks[0].knobs}
        for k, mask in self.per_form():
            for position, name in enumerate(self.tuner.networks[k].knobs):
                values[name] = np.where(mask, self.values[position], values[name])
        return values

    def details(self, source: Powered, load: Powered) -> TunerDetails:
        """What the elements bear, for the actual phasors at both sides (V, A)."""
        return TunerDetails(self, source, load)

    def lack(self, k: int) -> Lack | None:
        """What a match needs, of the first load at the k-th frequency that one element's range would cure."""
        return next((one for one in np.atleast_1d(self._lacks[..., k]).ravel() if one is not None), None)

    @cached_property
    def _lacks(self) -> NDArray[np.object_]:
        """Per load the element whose range falls short least; None where it matches or no single end would
        do."""
        out = np.full(self.form.size, None, dtype=object)
        lost = np.flatnonzero(~self.matched.reshape(-1))
        if self.tuner.setting != "auto" or not lost.size:
            return out.reshape(self.form.shape)
        freq, z = self.freq_hz.reshape(-1)[lost], self.z_load_ohm.reshape(-1)[lost]
        least = np.full(lost.size, np.inf)
        for network, ladder in zip(self.tuner.networks, self.tuner.ladders, strict=True):
            short = missing(ladder, freq, z, self.reference_ohm)
            stretch = np.abs(np.log(np.where(short.position >= 0, short.needed / short.end, np.inf)))
            for k in np.flatnonzero(stretch < least):
                name = network.knobs[int(short.position[k])]
                out[lost[k]] = Lack(name, float(short.needed[k]), float(short.end[k]))
            least = np.minimum(least, stretch)
        return out.reshape(self.form.shape)


@dataclass(frozen=True)
class TunerDetails(TunerTold):
    """A set tuner under power; phasors at its radio and antenna side (V, A)."""

    tuned: SetTuner
    source: Powered
    load: Powered

    @property
    def heights(self) -> list[Real]:
        """Its limit, and each element's volts, amps and heat."""
        return [self.limit_w, *(figure for load in self.loads.values() for figure in load)]

    @cached_property
    def loads(self) -> dict[str, ElementLoad]:
        """Volts, amps and heat of each element by knob name."""
        up = self.source.amplitude
        return {
            name: ElementLoad(up * one.volts_peak, up * one.amps_rms, up**2 * one.heat_w)
            for name, one in self._shape_loads.items()
        }

    @property
    def knobs(self) -> dict[str, Real]:
        """Where each knob stands, F or H."""
        return self.tuned.setting

    @property
    def dials(self) -> dict[str, Real]:
        """Where the known dials of knobs stand, in their own numbers; NaN where that is beyond the dial."""
        known = getattr(self.tuned.tuner, "dials", {})
        setting = self.tuned.setting
        return {
            name: known[name].number(setting[name]) for name in setting if name in known and known[name].known
        }

    def element(self, knob: str) -> tuple[Real, Real]:
        """|X| (Ω) and Q of an element, shapes ``(..., F)``."""
        tuned = self.tuned
        x, q = np.zeros(tuned.freq_hz.shape), np.ones(tuned.freq_hz.shape)
        for k, mask in tuned.per_form():
            position = tuned.tuner.networks[k].knobs.index(knob)
            one = tuned.tuner.ladders[k].elements[position]
            x = np.where(mask, one.reactance(tuned.freq_hz, tuned.values[position]), x)
            q = np.where(mask, quality(one.q, tuned.freq_hz), q)
        return x, q

    @cached_property
    def _shape_loads(self) -> dict[str, ElementLoad]:
        """The same at the phasors' own scale."""
        tuned, out = self.tuned, dict[str, ElementLoad]()
        for k, mask in tuned.per_form():
            each = tuned.tuner.ladders[k].loads(tuned.freq_hz, tuned.values, self.load.shape)
            for name, load in zip(tuned.tuner.networks[k].knobs, each, strict=True):
                old = out.get(name, load)
                out[name] = ElementLoad(
                    *(np.where(mask, new, was) for new, was in zip(load, old, strict=True))
                )
        return out

    @cached_property
    def limit_w(self) -> Real:
        """Power into the tuner at which its first element reaches its rating (inf: no rating stated)."""
        tuner, power = self.tuned.tuner, self.source.shape.power_w
        worst = np.zeros(np.shape(power))
        for name, load in self._shape_loads.items():
            is_coil = name.startswith("l")
            rating = tuner.coil_amps if is_coil else tuner.capacitor_volts
            if rating is not None:
                share = (load.amps_rms if is_coil else load.volts_peak) / rating
                # A bank with nothing switched in is not there, and bears nothing.
                worst = np.maximum(worst, np.where(self.tuned.setting[name] > 0, share, 0.0))
        return quotient(power, worst**2, np.inf)

    @cached_property
    def efficiency(self) -> Real:
        """Power out over power in."""
        return quotient(self.load.shape.power_w, self.source.shape.power_w, 0.0)

    def traded(self, k: int) -> Message | None:
        """Of the load at which most is borne for it; None where the setting of least loss is the same."""
        other = self._of_least_loss
        if other is None:
            return None
        here, there = self.limit_w[..., k], other.limit_w[..., k]
        n = np.unravel_index(int(np.argmax(quotient(here, there, 1.0))), here.shape)
        if not here[n] > _PARTED * there[n]:
            return None
        lost_db, least_db = (float(-decibels(one.efficiency[..., k][n])) for one in (self, other))
        return tell(
            "tuner.traded", more_db=max(lost_db - least_db, 0.0), least_db=least_db,
            would_w=float(there[n]), bears_w=float(here[n]),
        )  # fmt: skip

    @cached_property
    def _of_least_loss(self) -> TunerDetails | None:
        """The same under the same power, set for the least loss alone; None where that is nothing else."""
        tuned = self.tuned
        tuner = tuned.tuner
        if not isinstance(tuner, Tuner) or not tuner.found or not tuned.matched.all():
            return None
        if tuner.goal != "loss" or tuner.bearing() is None:
            return None
        shape = tuned.freq_hz.shape
        found = best_match(
            tuner.ladders, tuned.freq_hz.reshape(-1), tuned.z_load_ohm.reshape(-1), tuned.reference_ohm, None
        )
        other = replace(tuned, form=found.form.reshape(shape), values=found.values.reshape(3, *shape))
        source = other.input(self.load.shape)
        return TunerDetails(other, replace(self.source, shape=source), self.load)
