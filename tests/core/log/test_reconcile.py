"""What explains readings, on synthetic stations whose truth only the test knows: drawn from the priors, read
by honest meters, with a slip or a fault put in."""

from dataclasses import replace
from functools import cache

import numpy as np
import pytest

from tests import full
from tithe.answers.log.log_json import answer
from tithe.core import AttenuatedLine, InputError, Line, Station, Transmitter, Tuner, solve
from tithe.core.antenna import table
from tithe.core.antenna.loss import LossResistance
from tithe.core.antenna.resonator import Resonator
from tithe.core.antenna.swr_only import SwrAntenna
from tithe.core.log.explain import columns_of, linear
from tithe.core.log.instruments import instrument
from tithe.core.log.model import TUNING_SD, Model, in_state, seen
from tithe.core.log.reconcile import expected, reconcile
from tithe.core.log.taken import RADIO, Taken, place_of
from tithe.core.log.unknowns import POWER_SD, more_lossy, unknowns_of
from tithe.core.parts.meter import Meter
from tithe.core.reflection import swr

FREQS = (3.65e6, 7.1e6, 10.1e6, 14.2e6, 21.2e6, 28.5e6)
BEFORE, BEHIND, RUN = 1, 3, 4
MANY = full.of(20, 40)


def random_station(rng):
    freqs = np.sort(rng.choice(FREQS, rng.integers(1, 4), replace=False))
    points = []
    for f in (1.8e6, *freqs, 30e6):
        gamma = rng.uniform(0.1, 0.85) * np.exp(2j * np.pi * rng.random())
        z = 50 * (1 + gamma) / (1 - gamma)
        points.append((f, z.real, z.imag))
    accuracy, directivity = rng.choice([3, 5, 10]), rng.choice([20, 25, 30])
    run = AttenuatedLine(50, 0.66, rng.uniform(0.4, 1.5), rng.uniform(0.003, 0.02))
    chain = (
        Line(AttenuatedLine(50, 0.66, 1.2, 0.01), 1.2, "jumper"),
        Meter("radio side", 200, accuracy, directivity),
        Tuner(coil_q=rng.uniform(80, 300)),
        Meter("antenna side", 200, accuracy, directivity),
        Line(run, rng.uniform(10, 45), "run"),
    )
    return Station(Transmitter(100.0), chain, table(tuple(points))), freqs


def truth(station, freqs, rng):
    """A station as it might really be, and the loss of its lossy parts by frequency."""
    unknowns = unknowns_of(station)
    gamma = rng.normal(size=(2, len(freqs))).T @ [1, 1j]
    real = unknowns.applied(rng.normal(size=len(unknowns.parts)), gamma)
    power = 100 * np.exp(POWER_SD * rng.normal())
    real = replace(real, transmitter=replace(real.transmitter, power_w=float(power)))
    budget = solve(real, freqs)
    return real, np.array([budget.stages[n].loss_db for n in unknowns.parts])


def read(described, real, freqs, rng):
    """Every meter at every frequency, the tuner matching and bypassed, each with its own errors."""
    out = []
    gains: dict[int, float] = {}
    for state in ("auto", "bypass"):
        budget = solve(in_state(real, state), freqs)
        for at in (BEFORE, BEHIND):
            if rng.random() < 0.15:
                continue
            meter = instrument(described, at)
            gain = np.exp(gains.setdefault(at, rng.normal() * meter.gain_sd))
            for k, f in enumerate(freqs.tolist()):
                v, i = budget.stages[at].source.v[k], budget.stages[at].source.i[k]
                there, back = (v + 50 * i) / 2 / np.sqrt(50), (v - 50 * i) / 2 / np.sqrt(50)
                if state == "auto" and at == BEFORE:
                    back = back + there * TUNING_SD * (rng.normal(size=2) @ [1, 1j])
                one, other = (meter.leak_sd * (rng.normal(size=2) @ [1, 1j]) for _ in range(2))
                forward = abs(there + one * back) ** 2 * gain + rng.normal() * meter.reading_sd_w
                reflected = abs(back + other * there) ** 2 * gain + rng.normal() * meter.reading_sd_w
                if forward > 1:
                    reflected = float(np.clip(reflected, 0, 0.999 * forward))
                    out.append(Taken(f, at, float(forward), reflected, tuner=state))
    return out


@cache
def trials(count):
    out = []
    for seed in range(count):
        rng = np.random.default_rng(seed)
        station, freqs = random_station(rng)
        real, losses = truth(station, freqs, rng)
        readings = read(station, real, freqs, rng)
        if len(readings) >= 2:
            at = [list(freqs).index(f) for f in sorted({one.freq_hz for one in readings})]
            out.append((station, readings, losses[:, at], reconcile(station, readings)))
    return out


def test_stated_losses_hold_and_where_there_is_no_slip_none_is_named():
    inside, silent = [], []
    for _, _, losses, told in trials(MANY):
        found = next(one for one in told.explanations if one.id == "as-described").found
        low, _, high = found.loss_db(1.96)
        inside.append(((low <= losses) & (losses <= high)).mean(axis=1))
        silent.append(told.best.id == "as-described")
    assert (np.mean(inside, axis=0) >= 0.9).all()
    assert np.mean(silent) >= 0.95


def test_honest_readings_lie_inside_what_was_to_be_expected():
    power: list[bool] = []
    rho: list[bool] = []
    for station, readings, _, _ in trials(MANY):
        rows, ends = expected(station, readings)
        for (low, high), watts, n in zip(ends, rows.is_power, rows.reading, strict=True):
            one = readings[n]
            (power if watts else rho).append(low <= (one.forward_w if watts else one.rho) <= high)
    assert np.mean(power) >= 0.9
    assert np.mean(rho) >= 0.9


def sampled(station, readings, rng, count):
    """Losses by a random walk over all unknowns with the model as it is, not made linear: their logarithm's
    standard deviation."""
    model = Model(unknowns_of(station), tuple(readings))
    rows = seen(readings, model.instruments)
    found = linear(model, rows)
    step = np.linalg.cholesky(found.covariance + 1e-9 * np.eye(len(found.covariance)))

    def weigh(value):
        # Not its slopes, which a walk does not need.
        here = linear(model, rows, value, like=found)
        misfit = ((rows.value - here.predicted) ** 2 / here.noise + np.log(here.noise)).sum()
        return -0.5 * (misfit + value @ value), here.log_loss

    value = found.best
    weight, loss = weigh(value)
    losses = []
    for n in range(count):
        other = value + 0.35 * step @ rng.normal(size=len(value))
        there, its = weigh(other)
        if np.log(rng.random()) < there - weight:
            value, weight, loss = other, there, its
        if n > count // 5:
            losses.append(loss)
    return np.std(losses, axis=0)


def test_the_intervals_are_no_wider_than_a_sampled_posterior_s():
    rng = np.random.default_rng(8)
    ratios = []
    for station, readings, _, told in sorted(trials(MANY), key=lambda trial: len(trial[1]))[:2]:
        found = next(one for one in told.explanations if one.id == "as-described").found
        stated = np.sqrt(found.loss_variance(found.covariance))
        ratios.append(
            (stated / sampled(station, readings, rng, 600))[1:].ravel()
        )  # the tuner's and the run's
    assert np.median(np.concatenate(ratios)) < 1.5
    assert np.median(np.concatenate(ratios)) > 0.6


def without_phase(station, freqs, plane):
    """The station as one knows it who has read the SWR alone, with the tuner out of line."""
    budget = solve(in_state(station, "bypass"), freqs)
    seen_there = budget.antenna if plane == "feedpoint" else budget.stages[0].source
    ratios = swr(np.abs(seen_there.gamma(50.0)))
    points = tuple(zip(freqs.tolist(), ratios.tolist(), strict=True))
    return replace(station, antenna=SwrAntenna(points, plane))


def test_stated_losses_hold_where_only_an_swr_of_the_antenna_is_known():
    inside = []
    for seed in range(20):
        rng = np.random.default_rng(seed)
        station, freqs = random_station(rng)
        real, losses = truth(station, freqs, rng)
        readings = read(station, real, freqs, rng)
        at = [list(freqs).index(f) for f in sorted({one.freq_hz for one in readings})]
        known = without_phase(station, freqs, ("feedpoint", "radio")[seed % 2])
        low, _, high = reconcile(known, readings).losses
        inside.append(((low <= losses[:, at]) & (losses[:, at] <= high)).mean())
    assert np.mean(inside) >= 0.9


def test_an_antenna_without_reflection_needs_no_phase():
    station, freqs = random_station(np.random.default_rng(5))
    readings = [Taken(float(freqs[0]), at, 97.0, 0.5, tuner="bypass") for at in (BEFORE, BEHIND)]
    f = float(freqs[0])
    told = [
        reconcile(replace(station, antenna=antenna), readings).losses
        for antenna in (SwrAntenna(((f, 1.0),)), Resonator(f, 50.0, 10.0))
    ]
    np.testing.assert_allclose(told[0], told[1], rtol=1e-6)


def slipped(kind, seed):
    """What is named first where one slip or fault was put in; None where nothing came of it."""
    rng = np.random.default_rng(1000 + seed)
    station, freqs = random_station(rng)
    real, _ = truth(station, freqs, rng)
    if kind == "water":
        chain = (*real.chain[:RUN], more_lossy(real.chain[RUN], 4.0))
        real = replace(real, chain=chain)
    readings = read(station, real, freqs, rng)
    if kind == "multiplier":
        readings = [
            replace(r, forward_w=10 * r.forward_w, reflected_w=10 * r.reflected_w) if r.at == BEHIND else r
            for r in readings
        ]
    if kind == "not-bypassed":
        readings = [replace(r, tuner="bypass") for r in readings if r.tuner == "auto"]
    if kind == "second-tuner":
        readings = [r for r in readings if r.tuner == "bypass"]
        readings += [Taken(f, RADIO, swr=1.1, tuner="bypass") for f in freqs.tolist()]
    if kind == "swapped":
        much = [n for n, r in enumerate(readings) if r.reflected_w > 0.5]
        if not much:
            return None
        n = int(rng.choice(much))
        one = readings[n]
        readings[n] = replace(one, forward_w=one.reflected_w, reflected_w=one.forward_w)
    return reconcile(station, readings).best.id if len(readings) >= 2 else None


def test_a_slip_that_was_put_in_is_named_first():
    kinds = ("multiplier", "swapped", "not-bypassed", "second-tuner")
    named = [(kind, slipped(kind, seed)) for kind in kinds for seed in range(9)]
    right = [kind == found for kind, found in named if found]
    assert len(right) > 24
    assert np.mean(right) >= 0.8


def test_water_in_the_run_is_found():
    named = [slipped("water", seed) for seed in range(12)]
    assert np.mean([one == "water" for one in named if one]) >= 0.6


def test_the_further_reading_proposed_narrows_most_of_all():
    for _, _, _, told in trials(MANY)[:12]:
        found = told.best.found
        before = found.loss_variance(found.covariance)
        p, k = np.unravel_index(int(np.argmax(np.exp(found.log_loss) * np.sqrt(before))), before.shape)
        gains = []
        for at in (RADIO, BEFORE, BEHIND):
            for state in ("auto", "bypass"):
                more = [Taken(f, at, 1.0, 0.5, tuner=state) for f in found.model.freq_hz.tolist()]
                gains += [1 - np.sqrt(with_one_more(found, one)[p, k] / before[p, k]) for one in more]
        assert told.further[0].gain == pytest.approx(max(gains), abs=2e-3)
        assert 0 <= told.further[0].gain < 1


def with_one_more(found, one):
    """The variance of every loss with one more reading among the others, from the whole model anew."""
    wider = replace(found.model, readings=(*found.model.readings, one), known={})
    rows = seen(wider.readings, wider.instruments)
    known = dict(zip(found.columns, found.best, strict=True))
    full = linear(wider, rows, np.array([known.get(column, 0.0) for column in columns_of(wider)]))
    return full.loss_variance(full.covariance)


def test_a_station_whose_antenna_has_a_loss_is_explained_as_any_other():
    lossy = Resonator(7.1e6, 30.0, 12.0, loss=LossResistance(((7.1e6, 20.0),)))
    chain = (Meter("near", 200, 5, 25), Line(AttenuatedLine(50, 0.66, 0.8, 0.01), 20, "run"))
    told = reconcile(Station(Transmitter(100.0), chain, lossy), [Taken(7.1e6, 0, 98.0, 5.0)])
    assert {"as-described", "open"} >= {told.best.id}


def test_where_a_loss_may_be_many_times_as_much_its_interval_holds_what_solved_stations_lose():
    """A stub of an antenna, |Γ| nearly 1: no straight line tells what the line to it loses."""
    nearly = table(((1e6, 2, -900), (3e7, 2, -900)))
    run = Line(AttenuatedLine(450, 0.9, 0.05, 0.001), 20, "open line")
    described = Station(Transmitter(100.0), (Meter("near", 200, 5, 25), run), nearly)
    readings = [Taken(7.1e6, 0, swr=40.0)]
    low, _, high = (float(end[0, 0]) for end in reconcile(described, readings).losses)
    rng = np.random.default_rng(4)
    lost: list[float] = []
    while len(lost) < 150:
        real, losses = truth(described, np.array([7.1e6]), rng)
        gamma = abs(solve(real, np.array([7.1e6])).stages[0].source.gamma(50.0)[0])
        # Of all it might be, those that would have been read so.
        if rng.random() < np.exp(-0.5 * ((gamma - 39 / 41) / 0.04) ** 2):
            lost.append(losses[0, 0])
    assert np.mean([low <= one <= high for one in lost]) >= 0.9
    assert high < 1.5 * np.quantile(lost, 0.975)


def test_many_frequencies_are_explained_in_seconds():
    station, _ = random_station(np.random.default_rng(2))
    readings = [Taken(7.0e6 + 1e3 * n, BEFORE, swr=1.8, tuner="bypass") for n in range(150)]
    told = reconcile(station, readings)
    assert told.losses[0].shape == (3, 150)


def test_with_nothing_uncertain_read_the_priors_stand():
    station, freqs = random_station(np.random.default_rng(3))
    vague = replace(
        station,
        chain=tuple(replace(p, full_scale_w=1e9) if isinstance(p, Meter) else p for p in station.chain),
    )
    readings = [Taken(float(freqs[0]), BEFORE, 90.0)]
    model = Model(unknowns_of(vague), tuple(readings))
    found = linear(model, seen(readings, model.instruments))
    assert np.diag(found.covariance) == pytest.approx(1, abs=1e-3)
    assert found.best == pytest.approx(0, abs=0.05)
    assert len(columns_of(model)) == len(found.best)


def test_repeating_a_reading_does_not_make_its_meter_better():
    station, freqs = random_station(np.random.default_rng(5))
    one = Taken(float(freqs[0]), BEHIND, 90.0, 5.0)

    def spread(readings):
        model = Model(unknowns_of(station), tuple(readings))
        found = linear(model, seen(readings, model.instruments))
        return float(found.covariance[0, 0])

    assert spread([one] * 20) > 0.5 * spread([one])


def test_a_run_without_anything_that_loses_is_explained_too():
    antenna = table(((1e6, 40, 10), (3e7, 40, 10)))
    bare = Station(Transmitter(100.0), (Meter("near", 200, 5, 25),), antenna)
    told = reconcile(bare, [Taken(7.1e6, 0, 97.0, 1.5)])
    assert told.best.id == "as-described"
    assert told.further == ()
    assert answer(bare, [Taken(7.1e6, 0, 97.0, 1.5)], told)["losses"] == []


@pytest.mark.parametrize(
    ("given", "code"),
    [
        ({}, "nothing-read"),
        ({"swr": 0.5}, "at-least"),
        ({"reflected_w": 2.0}, "missing"),
        ({"forward_w": 0.0}, "above"),
        ({"forward_w": 9.0, "reflected_w": 1.0, "swr": 2.0}, "swr-by-both"),
    ],
)
def test_what_is_no_reading_is_refused(given, code):
    with pytest.raises(InputError, match=code):
        Taken(7.1e6, BEFORE, **given)


def test_a_reading_stands_at_a_meter_that_there_is():
    station, _ = random_station(np.random.default_rng(0))
    assert place_of(station, "radio") == RADIO
    assert place_of(station, "antenna side") == BEHIND
    with pytest.raises(InputError, match="no-meter"):
        place_of(station, "mast")
    twice = replace(station, chain=(*station.chain, station.chain[BEFORE]))
    with pytest.raises(InputError, match="two-meters"):
        place_of(twice, "radio side")
    with pytest.raises(InputError, match="antenna-not-known-there"):
        reconcile(station, [Taken(60e6, BEFORE, 90.0)])
    with pytest.raises(InputError, match="no-readings"):
        reconcile(station, [])


def test_a_loss_on_which_no_reading_bears_is_not_told_as_read():
    """One meter on the radio's side of the tuner, which is set to 1:1: a loss behind it turns nothing there
    but the setting. Two meters around the tuner do bear on its loss."""
    station, _ = random_station(np.random.default_rng(3))
    before = [Taken(7.1e6, BEFORE, 100.0, 0.0)]
    found = reconcile(station, before)
    assert not found.read.any()
    told = answer(station, before, found)
    assert "No reading bears on what" in told["sentence"]
    assert "As the readings imply" not in told["sentence"]
    assert {one["read"] for one in told["losses"]} == {False}
    there = solve(station, np.array([7.1e6])).stages[BEHIND].source
    waves = np.abs([there.v + 50 * there.i, there.v - 50 * there.i]) ** 2 / 200
    both = [*before, Taken(7.1e6, BEHIND, float(waves[0, 0]), float(waves[1, 0]))]
    found = reconcile(station, both)
    tuner = next(n for n, part in enumerate(station.chain) if part.tuner)
    assert found.read[list(found.best.found.model.unknowns.parts).index(tuner)].all()
