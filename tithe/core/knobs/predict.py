"""Where the knobs will stand at a load: the match of least loss, by the dials, and how far off it may be."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.errors import InputError
from tithe.core.knobs.dial import Dial
from tithe.core.knobs.fit import LOAD_SHARE, DialsFound
from tithe.core.knobs.preset import single_network
from tithe.core.parts.tuner.ladder import Ladder
from tithe.core.parts.tuner.part import Tuner

SAMPLES = 400
_INSIDE = 0.95
_SEED = 2


@dataclass(frozen=True)
class Predicted:
    """At ``freq_hz`` the numbers of the dials, each with its interval (None: no interval is known); none at
    all where nothing matches."""

    freq_hz: float
    dials: dict[str, float]
    intervals: dict[str, tuple[float, float]]


def ladder_of(tuner: Tuner, dials: Mapping[str, Dial]) -> Ladder:
    """The tuner's ladder with its elements over what their dials reach, or over the part's range where a
    dial is not known."""
    ladder = tuner.ladders[0]
    places = ("near", "cross", "far")
    for place, name in zip(places, single_network(tuner), strict=False):
        dial = dials.get(name)
        if dial is None or not dial.known:
            continue
        values = dial.line[1]
        low, high = max(min(values), 1e-3 * max(values)), max(values)
        ladder = replace(ladder, **{place: getattr(ladder, place)._replace(low=low, high=high)})
    return ladder


def predict(
    tuner: Tuner, dials: Mapping[str, Dial], freq_hz: float, load_ohm: complex, reference_ohm: float
) -> Predicted:
    """By dials that are known. Raises `InputError` where one is not."""
    names = single_network(tuner)
    for name in names:
        if name not in dials or not dials[name].known:
            raise InputError(f"dials.{name}", "dial-not-known")
    found = _set(ladder_of(tuner, dials), np.array([freq_hz]), np.array([load_ohm]), reference_ohm)
    if not np.isfinite(found).all():
        return Predicted(freq_hz, {}, {})
    numbers = {name: float(dials[name].number(found[k, 0])) for k, name in enumerate(names)}
    return Predicted(freq_hz, numbers, {})


def predict_with(
    tuner: Tuner, fitted: DialsFound, freq_hz: float, load_ohm: complex, reference_ohm: float
) -> Predicted:
    """By fitted dials, with how far off each may be: the lines drawn from what the fit knows of them, the
    load from what is known of it."""
    alone = predict(tuner, fitted.dials, freq_hz, load_ohm, reference_ohm)
    rng = np.random.default_rng(_SEED)
    names = single_network(tuner)
    ends = rng.multivariate_normal(fitted.ends.ravel(), fitted.covariance, SAMPLES, method="eigh")
    turn = rng.normal(size=SAMPLES) + 1j * rng.normal(size=SAMPLES)
    loads = (load_ohm * (1 + LOAD_SHARE / 2 * turn)).astype(np.complex128)
    found = _set(ladder_of(tuner, fitted.dials), np.full(SAMPLES, freq_hz), loads, reference_ohm)
    there = np.isfinite(found).all(axis=0)
    if not alone.dials or there.mean() < 0.5:
        return alone
    intervals = {}
    for k, name in enumerate(names):
        scale = fitted.dials[name].scale
        first, last = ends[there, 2 * k], ends[there, 2 * k + 1]
        numbers = scale[0] + (found[k, there] - first) / (last - first) * (scale[1] - scale[0])
        half = fitted.dials[name].division / 2
        low, high = np.quantile(numbers.clip(*scale), [(1 - _INSIDE) / 2, (1 + _INSIDE) / 2])
        here = alone.dials[name]
        intervals[name] = (float(min(low - half, here)), float(max(high + half, here)))
    return Predicted(freq_hz, alone.dials, intervals)


def _set(ladder: Ladder, freq_hz: Real, loads: Complex, reference_ohm: float) -> Real:
    """The match of least loss of each load, (3, N); NaN where there is none."""
    found = ladder.match(freq_hz, loads, reference_ohm)
    return np.where(found.there, found.values, np.nan)
