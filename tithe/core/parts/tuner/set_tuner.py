"""A tuner set for its loads, whether its elements turn or step: its two-port, whether it matches, what it
lacks, and what its elements bear under power."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from tithe.core.arrays import Complex, Mask, Real, decibels, quotient
from tithe.core.message import Message, tell
from tithe.core.parts.part import Tuned, TunerSetting
from tithe.core.parts.tuner.best_match import best_match
from tithe.core.parts.tuner.elements import quality
from tithe.core.parts.tuner.ladder import ElementLoad, Ladder
from tithe.core.parts.tuner.missing import missing
from tithe.core.parts.tuner.networks import Network
from tithe.core.parts.tuner.shortfall import Shortfall
from tithe.core.reflection import reflection, rho_of_swr
from tithe.core.twoport import Port, Powered, TwoPort

Indices = NDArray[np.intp]


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
    def weighs(self) -> bool: ...
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

    def shortfall(self, k: int) -> Shortfall | None:
        """What a match needs, of the first load at the k-th frequency that one element's range would cure."""
        return next(
            (
                shortfall
                for shortfall in np.atleast_1d(self._shortfalls[..., k]).ravel()
                if shortfall is not None
            ),
            None,
        )

    @cached_property
    def _shortfalls(self) -> NDArray[np.object_]:
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
                out[lost[k]] = Shortfall(name, float(short.needed[k]), float(short.end[k]))
            least = np.minimum(least, stretch)
        return out.reshape(self.form.shape)


@dataclass(frozen=True)
class TunerDetails(TunerSetting):
    """A set tuner under power; phasors at its radio and antenna side (V, A)."""

    tuned: SetTuner
    source: Powered
    load: Powered

    @property
    def tracked_figures(self) -> list[Real]:
        """Its limit, and each element's volts, amps and heat."""
        return [self.limit_w, *(figure for load in self.loads.values() for figure in load)]

    @cached_property
    def loads(self) -> dict[str, ElementLoad]:
        """Volts, amps and heat of each element by knob name."""
        up = self.source.amplitude
        return {
            name: ElementLoad(up * shape_load.volts_peak, up * shape_load.amps_rms, up**2 * shape_load.heat_w)
            for name, shape_load in self._shape_loads.items()
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
            element = tuned.tuner.ladders[k].elements[position]
            x = np.where(mask, element.reactance(tuned.freq_hz, tuned.values[position]), x)
            q = np.where(mask, quality(element.q, tuned.freq_hz), q)
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
        least_loss = self._of_least_loss
        if least_loss is None:
            return None
        limit, least_limit = self.limit_w[..., k], least_loss.limit_w[..., k]
        n = np.unravel_index(int(np.argmax(quotient(limit, least_limit, 1.0))), limit.shape)
        if not limit[n] > _PARTED * least_limit[n]:
            return None
        lost_db, least_db = (
            float(-decibels(details.efficiency[..., k][n])) for details in (self, least_loss)
        )
        return tell(
            "tuner.traded", more_db=max(lost_db - least_db, 0.0), least_db=least_db,
            would_w=float(least_limit[n]), bears_w=float(limit[n]),
        )  # fmt: skip

    @cached_property
    def _of_least_loss(self) -> TunerDetails | None:
        """The same under the same power, set for the least loss alone; None where that is nothing else."""
        tuned = self.tuned
        tuner = tuned.tuner
        if not tuner.weighs or not tuned.matched.all():
            return None
        shape = tuned.freq_hz.shape
        setting = best_match(
            tuner.ladders, tuned.freq_hz.reshape(-1), tuned.z_load_ohm.reshape(-1), tuned.reference_ohm, None
        )
        retuned = replace(tuned, form=setting.form.reshape(shape), values=setting.values.reshape(3, *shape))
        source = retuned.input(self.load.shape)
        return TunerDetails(retuned, replace(self.source, shape=source), self.load)
