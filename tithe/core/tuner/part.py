"""The tuner as a part of the chain: knobs turned by hand, found by `match`, or bypassed.

Auto sets an input of exactly the transmitter's reference with the losses in, at least loss (or least
stress); where nothing matches it takes the lowest SWR and can say what is missing. Its figures are those
of its elements: constant quality factors, no stray coupling, ranges with a residual at the low end.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from functools import cached_property, partial
from typing import Literal, Protocol

import numpy as np
from numpy.typing import NDArray

from tithe.core.arrays import Complex, Mask, Real, quotient
from tithe.core.errors import require, require_not_negative, require_positive
from tithe.core.ratings import Ratings
from tithe.core.reflection import reflection, rho_of_swr
from tithe.core.tuner.ladder import Element, Knobs, Ladder, Score, closest, least_loss, match
from tithe.core.tuner.missing import missing
from tithe.core.tuner.networks import NETWORKS, Network
from tithe.core.tuner.stress import ElementLoad, element_loads, stress_score
from tithe.core.twoport import Port, TwoPort

Goal = Literal["loss", "stress"]
Indices = NDArray[np.intp]
CHUNK = 2048  # loads solved at once: keeps the working arrays near the processor's cache


@dataclass(frozen=True)
class Tuner:
    """A tuner of coils and capacitors. Values in F, H, V (peak), A (rms).

    ``setting`` is ``"auto"``, ``"bypass"`` or the knob values by name (``c1``, ``l``, ``c2`` … in F and H).
    ``dc_on_coax`` says that its supply comes through the coax.
    """

    network: str = "t-highpass"
    setting: Literal["auto", "bypass"] | Mapping[str, float] = "auto"
    goal: Goal = "loss"
    coil_q: float = 200.0
    capacitor_q: float = 1500.0
    c_min_f: float = 20e-12
    c_max_f: float = 250e-12
    l_min_h: float = 0.0
    l_max_h: float = 30e-6
    capacitor_volts: float | None = None
    coil_amps: float | None = None
    dc_on_coax: bool = False
    label: str = "tuner"
    ratings: Ratings = field(default_factory=Ratings)
    kind: Literal["tuner"] = field(default="tuner", init=False)

    def __post_init__(self) -> None:
        require(self.network in NETWORKS, "network", f"must be one of {', '.join(NETWORKS)}", self.network)
        for place in ("coil_q", "capacitor_q", "c_min_f", "c_max_f", "l_max_h"):
            require_positive(place, getattr(self, place))
        require_not_negative("l_min_h", self.l_min_h)
        require(self.c_max_f > self.c_min_f, "c_max_f", f"must be above c_min_f ({self.c_min_f:g})")
        require(self.l_max_h > self.l_min_h, "l_max_h", f"must be above l_min_h ({self.l_min_h:g})")
        for place in ("capacitor_volts", "coil_amps"):
            if (value := getattr(self, place)) is not None:
                require_positive(place, value)
        if self.goal == "stress":
            rated = self.capacitor_volts is not None and self.coil_amps is not None
            require(rated, "goal", "least stress needs capacitor_volts and coil_amps", self.goal)
        if isinstance(self.setting, Mapping):
            self._check_knobs(self.setting)

    def _check_knobs(self, knobs: Mapping[str, float]) -> None:
        require(
            len(self.networks) == 1,
            "setting",
            "needs one of the four L forms as network when knobs are given",
        )
        names = self.networks[0].knobs
        for name in knobs:
            require(
                name in names, f"setting.{name}", f"is no knob of this network; it has {', '.join(names)}"
            )
        for name in names:
            require(name in knobs, f"setting.{name}", "is missing")
            low, high = (self.l_min_h, self.l_max_h) if name.startswith("l") else (self.c_min_f, self.c_max_f)
            inside = low * (1 - 1e-9) <= knobs[name] <= high * (1 + 1e-9)
            require(inside, f"setting.{name}", f"must lie in the range {low:g} to {high:g}", knobs[name])

    @property
    def bypassed(self) -> bool:
        """Whether the tuner is switched out."""
        return self.setting == "bypass"

    @property
    def networks(self) -> tuple[Network, ...]:
        """The networks it may form: four for ``l``, else one."""
        return NETWORKS[self.network]

    @property
    def matched_rho(self) -> float:
        """|Γ| at which it counts as matched."""
        return MATCHED_WITHIN

    @cached_property
    def ladders(self) -> tuple[Ladder, ...]:
        """A ladder per network."""
        coil = Element("coil", self.coil_q, self.l_min_h, self.l_max_h)
        capacitor = Element("capacitor", self.capacitor_q, self.c_min_f, self.c_max_f)
        return tuple(network.ladder(coil, capacitor) for network in self.networks)

    def tune(self, freq_hz: Real, load: Port, reference_ohm: float) -> Tuned:
        """Set the tuner for a load (shapes ``(..., F)``) and give the setting's two-port."""
        z = tunable(load)
        shape = z.shape
        freq = np.broadcast_to(freq_hz, shape)
        if isinstance(self.setting, Mapping):
            omega, ladder, names = 2 * np.pi * freq, self.ladders[0], self.networks[0].knobs
            t = [ladder.magnitude(k, omega, self.setting[name]) for k, name in enumerate(names)]
            knobs = Knobs(t[0], t[1], t[2] if len(t) == 3 else np.zeros(shape))
            return Tuned(self, freq, z, np.zeros(shape, dtype=np.intp), knobs, reference_ohm)
        flat_f, flat_z = freq.reshape(-1), z.reshape(-1)
        form, knobs = chunked(partial(_set, self), flat_f, flat_z, reference_ohm)
        knobs = Knobs(*(t.reshape(shape) for t in knobs))
        return Tuned(self, freq, z, form.reshape(shape), knobs, reference_ohm)

    def reaches(self, freq_hz: Real, load: Port, reference_ohm: float, comfort_swr: float) -> Mask:
        """Whether a setting matches each load, or leaves no more than ``comfort_swr``; shapes as the load's.

        Quicker than `tune` where the setting itself does not matter: loads that an exact setting matches need
        no search for the closest one.
        """
        z = tunable(load)
        if isinstance(self.setting, Mapping):
            return self.tune(freq_hz, load, reference_ohm).leaves_at_most(comfort_swr)
        freq, flat = np.broadcast_to(freq_hz, z.shape).reshape(-1), z.reshape(-1)
        found = np.zeros(flat.shape, dtype=bool)
        for start in range(0, flat.size, CHUNK):
            part = slice(start, start + CHUNK)
            for ladder in self.ladders:
                found[part] |= match(ladder, freq[part], flat[part], reference_ohm).found
        lost = np.flatnonzero(~found)
        if lost.size:
            near = Port(flat[lost], np.ones(lost.size, dtype=np.complex128))
            found[lost] = self.tune(freq[lost], near, reference_ohm).leaves_at_most(comfort_swr)
        return found.reshape(z.shape)


def tunable(load: Port) -> Complex:
    """The load as a finite impedance: an open counts as 1 GΩ, a short as 1 nΩ, beyond any range."""
    z = np.where(np.abs(load.i) * 1e9 > np.abs(load.v), load.z_ohm, 1e9)
    return np.where(np.abs(z) > 1e-9, z, 1e-9)


Setter = Callable[[Real, Complex, float], tuple[Indices, Real]]
"""Flat frequencies (Hz), loads (Ω) and the reference to the form and the knobs (stacked) of each."""


def chunked(setter: Setter, freq_hz: Real, z_ohm: Complex, r0_ohm: float) -> tuple[Indices, Knobs]:
    """A setter applied to flat loads in runs that fit the processor's cache."""
    form: Indices = np.zeros(z_ohm.shape, dtype=np.intp)
    knobs = np.zeros((3, *z_ohm.shape))
    for start in range(0, z_ohm.size, CHUNK):
        part = slice(start, start + CHUNK)
        form[part], knobs[:, part] = setter(freq_hz[part], z_ohm[part], r0_ohm)
    return form, Knobs(*knobs)


def _set(tuner: Tuner, freq_hz: Real, z_ohm: Complex, r0_ohm: float) -> tuple[Indices, Real]:
    """Best form and knobs (stacked ``(3, N)``) for a flat run of loads."""
    form: Indices = np.zeros(z_ohm.shape, dtype=np.intp)
    best = np.full(z_ohm.shape, np.inf)
    knobs = np.zeros((3, *z_ohm.shape))
    for k, ladder in enumerate(tuner.ladders):
        score: Score = least_loss
        if tuner.goal == "stress" and tuner.capacitor_volts and tuner.coil_amps:
            score = stress_score(ladder, r0_ohm, tuner.capacitor_volts, tuner.coil_amps)
        found = match(ladder, freq_hz, z_ohm, r0_ohm, score)
        better = found.score < best
        form[better], best[better] = k, found.score[better]
        knobs[:, better] = np.stack(found.knobs)[:, better]
    lost = ~np.isfinite(best)
    if lost.any():
        form[lost], knobs[:, lost] = _closest_form(tuner, freq_hz[lost], z_ohm[lost], r0_ohm)
    return form, knobs


def _closest_form(tuner: Tuner, freq_hz: Real, z_ohm: Complex, r0_ohm: float) -> tuple[Indices, Real]:
    form: Indices = np.zeros(z_ohm.shape, dtype=np.intp)
    least = np.full(z_ohm.shape, np.inf)
    knobs = np.zeros((3, *z_ohm.shape))
    load = Port(z_ohm, np.ones_like(z_ohm))
    for k, ladder in enumerate(tuner.ladders):
        tried = closest(ladder, freq_hz, z_ohm, r0_ohm)
        source = ladder.two_port(tried).input(load)
        miss = np.abs(reflection(source.v, source.i, r0_ohm))
        better = miss < least
        form[better], least[better] = k, miss[better]
        knobs[:, better] = np.stack(tried)[:, better]
    return form, knobs


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
class Tuned:
    """A tuner set for its loads; shapes ``(..., F)``. ``form`` indexes the tuner's networks."""

    tuner: LadderTuner
    freq_hz: Real
    z_load_ohm: Complex
    form: Indices
    knobs: Knobs
    reference_ohm: float

    def per_form(self) -> list[tuple[int, Mask]]:
        """Each form in use, with the loads it is used for."""
        return [(int(k), self.form == k) for k in np.unique(self.form)]

    @cached_property
    def two_port(self) -> TwoPort:
        """The chain matrix of the chosen settings."""
        ports = [self.tuner.ladders[k].two_port(self.knobs) for k, _ in self.per_form()]
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
        omega = 2 * np.pi * self.freq_hz
        values = {name: np.zeros(self.freq_hz.shape) for name in self.tuner.networks[0].knobs}
        for k, mask in self.per_form():
            for position, name in enumerate(self.tuner.networks[k].knobs):
                value = self.tuner.ladders[k].element_value(position, omega, self.knobs[position])
                values[name] = np.where(mask, value, values[name])
        return values

    def details(self, source: Port) -> TunerDetails:
        """What the elements bear, for the actual phasors at the radio side (V, A)."""
        return TunerDetails(self, source)

    @cached_property
    def lacks(self) -> NDArray[np.object_]:
        """What a match would need, as words (``""`` where it matches or no single end would do)."""
        out = np.full(self.form.size, "", dtype=object)
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
                out[lost[k]] = _lack_sentence(name, float(short.needed[k]), float(short.end[k]))
            least = np.minimum(least, stretch)
        return out.reshape(self.form.shape)


@dataclass(frozen=True)
class TunerDetails:
    """A set tuner under power; ``source`` holds the phasors at its radio side (V, A)."""

    tuned: Tuned
    source: Port

    @cached_property
    def loads(self) -> dict[str, ElementLoad]:
        """Volts, amps and heat of each element by knob name."""
        tuned, out = self.tuned, dict[str, ElementLoad]()
        for k, mask in tuned.per_form():
            ladder = tuned.tuner.ladders[k]
            through_in = np.abs(self.source.i) if ladder.plane == "T" else np.abs(self.source.v)
            each = element_loads(ladder, tuned.knobs, ladder.to_plane(tuned.z_load_ohm), through_in)
            for name, load in zip(tuned.tuner.networks[k].knobs, each, strict=True):
                old = out.get(name, load)
                out[name] = ElementLoad(
                    *(np.where(mask, new, was) for new, was in zip(load, old, strict=True))
                )
        return out

    @cached_property
    def limit_w(self) -> Real:
        """Power into the tuner at which its first element reaches its rating (inf: no rating stated)."""
        tuner, power = self.tuned.tuner, self.source.power_w
        worst = np.zeros(np.shape(power))
        for name, load in self.loads.items():
            rating = tuner.coil_amps if name.startswith("l") else tuner.capacitor_volts
            if rating is not None:
                actual = load.amps_rms if name.startswith("l") else load.volts_peak
                worst = np.maximum(worst, actual / rating)
        return quotient(power, worst**2, np.inf)

    @cached_property
    def efficiency(self) -> Real:
        """Power out over power in."""
        out = self.tuned.two_port.output(self.source)
        return quotient(out.power_w, self.source.power_w, 0.0)


def _lack_sentence(name: str, needed: float, end: float) -> str:
    scale, unit, what = (1e6, "µH", "coil") if name.startswith("l") else (1e12, "pF", "capacitor")
    number = name[1:]
    part = f"{what} {number}" if number else f"the {what}"
    verb = "ends" if needed > end else "begins"
    return f"needs {needed * scale:.3g} {unit}, {part} {verb} at {end * scale:.3g}"
