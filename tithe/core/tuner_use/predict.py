"""Where the knobs will stand at a load: the match of least loss, by the dials, and how far off it may be."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from itertools import product
from math import prod

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.errors import InputError, require
from tithe.core.parts.tuner.dial import Dial
from tithe.core.parts.tuner.ladder import Ladder
from tithe.core.parts.tuner.part import Tuner
from tithe.core.parts.tuner.stepped import FORMS, SteppedTuner
from tithe.core.reflection import swr
from tithe.core.tuner_use.fit import LOAD_SHARE, FittedDials
from tithe.core.tuner_use.preset import KnobTuner, knobs_of, own_dials
from tithe.core.twoport import Port

SAMPLES = 400
MOST_TAPS = 200
"""Settings of all taps of a tuner together, at the most."""
_INSIDE = 0.95
_SEED = 2
_PLACES = ("near", "cross", "far")
_AROUND_A_TAP = 1e-6


@dataclass(frozen=True)
class Predicted:
    """At ``freq_hz`` the numbers of the dials, each with its interval where one is known, and the SWR that
    is left; no numbers where nothing matches. ``form``: which network a relay tuner makes."""

    freq_hz: float
    dials: dict[str, float]
    intervals: dict[str, tuple[float, float]]
    form: str = ""
    swr: float = 1.0


def ladders_of(tuner: Tuner, dials: Mapping[str, Dial]) -> Iterator[Ladder]:
    """The tuner's ladder with its elements over what their dials reach, or over the part's range where a
    dial is not known; one for each setting of its taps."""
    spans: list[list[tuple[float, float]]] = []
    for part, name in zip(tuner.ladders[0].elements, knobs_of(tuner), strict=True):
        dial = dials.get(name)
        if dial is None or not dial.known:
            spans.append([(part.low, part.high)])
        elif dial.taps:
            spans.append([(v * (1 - _AROUND_A_TAP), v * (1 + _AROUND_A_TAP)) for v in dial.line[1]])
        else:
            values = dial.line[1]
            spans.append([(max(min(values), 1e-3 * max(values)), max(values))])
    count = prod(map(len, spans))
    require(count <= MOST_TAPS, "dials", "too-many-taps", count, most=MOST_TAPS)
    for ends in product(*spans):
        ladder = tuner.ladders[0]
        for place, (low, high) in zip(_PLACES, ends, strict=False):
            ladder = replace(ladder, **{place: getattr(ladder, place)._replace(low=low, high=high)})
        yield ladder


def predict(
    tuner: KnobTuner, dials: Mapping[str, Dial], freq_hz: float, load_ohm: complex, reference_ohm: float
) -> Predicted:
    """By dials that are known. Raises `InputError` where one is not."""
    if isinstance(tuner, SteppedTuner):
        return _steps(tuner, freq_hz, load_ohm, reference_ohm)
    names = knobs_of(tuner)
    for name in names:
        if name not in dials or not dials[name].known:
            raise InputError(f"dials.{name}", "dial-not-known")
    dials_set = _set(tuner, dials, np.array([freq_hz]), np.array([load_ohm]), reference_ohm)
    if not np.isfinite(dials_set).all():
        return Predicted(freq_hz, {}, {})
    return Predicted(
        freq_hz, {name: _number(dials[name], dials_set[k, 0]) for k, name in enumerate(names)}, {}
    )


def _number(dial: Dial, value: float) -> float:
    if not dial.taps:
        return float(dial.number(value))
    numbers, values = dial.line
    return numbers[int(np.argmin(np.abs(np.array(values) - value)))]


def _steps(tuner: SteppedTuner, freq_hz: float, load_ohm: complex, reference_ohm: float) -> Predicted:
    loads = np.concatenate(([load_ohm], _drawn(load_ohm)))
    load = Port(loads, np.ones(len(loads), dtype=np.complex128))
    tuned = replace(tuner, setting="auto").tune(np.full(len(loads), freq_hz), load, reference_ohm)
    left = float(swr(np.abs(tuned.input(load).gamma(reference_ohm)))[0])
    if not tuned.matched[0]:
        return Predicted(freq_hz, {}, {}, swr=left)
    dials, alike = own_dials(tuner, {}), np.asarray(tuned.form == tuned.form[0])
    numbers, intervals = {}, {}
    for name, values in tuned.setting.items():
        every = np.array([_number(dials[name], value) for value in values[alike].tolist()])
        low, high = np.quantile(every, [(1 - _INSIDE) / 2, (1 + _INSIDE) / 2]).tolist()
        numbers[name] = float(every[0])
        intervals[name] = (min(low, numbers[name]), max(high, numbers[name]))
    return Predicted(freq_hz, numbers, intervals, FORMS[int(tuned.form[0])].slug, left)


def _drawn(load_ohm: complex) -> Complex:
    """What a load that is known may be instead, (`SAMPLES`,)."""
    rng = np.random.default_rng(_SEED + 1)
    turn = rng.normal(size=SAMPLES) + 1j * rng.normal(size=SAMPLES)
    return (load_ohm * (1 + LOAD_SHARE / 2 * turn)).astype(np.complex128)


def predict_with(
    tuner: Tuner, fitted: FittedDials, freq_hz: float, load_ohm: complex, reference_ohm: float
) -> Predicted:
    """By fitted dials, with how far off each may be: the lines drawn from what the fit knows of them, the
    load from what is known of it."""
    ends = np.random.default_rng(_SEED).multivariate_normal(
        fitted.ends.ravel(), fitted.covariance, SAMPLES, method="eigh"
    )
    lines = {name: ends[:, 2 * n : 2 * n + 2] for n, name in enumerate(fitted.fitted)}
    return _spread(tuner, fitted.dials, lines, freq_hz, load_ohm, reference_ohm)


def predict_known(
    tuner: KnobTuner, dials: Mapping[str, Dial], freq_hz: float, load_ohm: complex, reference_ohm: float
) -> Predicted:
    """By dials that are known, with how far off each may be by what is known of the load. Raises `InputError`
    where one is not."""
    if isinstance(tuner, SteppedTuner):
        return predict(tuner, dials, freq_hz, load_ohm, reference_ohm)
    return _spread(tuner, dials, {}, freq_hz, load_ohm, reference_ohm)


def _spread(
    tuner: Tuner,
    dials: Mapping[str, Dial],
    lines: Mapping[str, Real],
    freq_hz: float,
    load_ohm: complex,
    reference_ohm: float,
) -> Predicted:
    """``lines`` (`SAMPLES`, 2): values at the scale's ends of dials that are not quite known."""
    alone = predict(tuner, dials, freq_hz, load_ohm, reference_ohm)
    dials_drawn = _set(tuner, dials, np.full(SAMPLES, freq_hz), _drawn(load_ohm), reference_ohm)
    matched = np.isfinite(dials_drawn).all(axis=0)
    if not alone.dials or matched.mean() < 0.5:
        return alone
    intervals = {}
    for k, name in enumerate(knobs_of(tuner)):
        dial = dials[name]
        scale = dial.scale
        if name in lines:
            first, last = lines[name][matched].T
            numbers = scale[0] + (dials_drawn[k, matched] - first) / (last - first) * (scale[1] - scale[0])
        else:
            numbers = np.array([_number(dial, value) for value in dials_drawn[k, matched]])
        low, high = np.quantile(numbers, [(1 - _INSIDE) / 2, (1 + _INSIDE) / 2])
        around = np.clip([low - dial.read_to, high + dial.read_to], *scale)
        alone_at = alone.dials[name]
        intervals[name] = (min(float(around[0]), alone_at), max(float(around[1]), alone_at))
    return Predicted(freq_hz, alone.dials, intervals)


def _set(
    tuner: Tuner, dials: Mapping[str, Dial], freq_hz: Real, loads: Complex, reference_ohm: float
) -> Real:
    """The match of least loss of each load, (3, N); NaN where there is none."""
    least, values = np.full(len(loads), np.inf), np.full((3, len(loads)), np.nan)
    for ladder in ladders_of(tuner, dials):
        match = ladder.match(freq_hz, loads, reference_ohm)
        better = match.score < least
        least[better], values[:, better] = match.score[better], match.values[:, better]
    return values
