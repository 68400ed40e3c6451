"""What sweeps, presets and the bench tell beside readings; the stations are solved part by part."""

from dataclasses import replace

import numpy as np
import pytest

from tests import full
from tests.core.log.stations import BEHIND, RUN, gamma_of, random_station, read, truth, with_gamma
from tithe.answers.log.log_json import answer
from tithe.core import Band, solve
from tithe.core.antenna.dummy_load import dummy_load
from tithe.core.antenna.resonator import Resonator
from tithe.core.log.case import in_state
from tithe.core.log.foreseen import BENCH_SD
from tithe.core.log.further import entropy_bits
from tithe.core.log.kept import Benched, Beside, Kept
from tithe.core.log.reconcile import expected, reconcile
from tithe.core.parts.inline import Inline
from tithe.core.parts.more_lossy import more_lossy
from tithe.core.practice.hidden import Turned


def swept(real, freqs, joint, age=None, sd=0.0, rng=None):
    """Γ as an analyzer shows it from a joint of the run towards the antenna."""
    budget = solve(in_state(real, "bypass"), freqs)
    port = budget.antenna if joint == len(real.chain) else budget.stages[joint].source
    gamma = port.gamma(50.0)
    if rng is not None:
        gamma = gamma + sd * (rng.normal(size=(2, len(freqs))).T @ [1, 1j])
    return tuple(Beside(float(f), joint, complex(g), age=age) for f, g in zip(freqs, gamma, strict=True))


def visit(seed, moved=0.0):
    """A station with a resonator of an antenna, which has moved; and what its meters show."""
    rng = np.random.default_rng(seed)
    station, _ = random_station(rng)
    described = replace(station, antenna=Resonator(7.08e6, 55.0, 12.0))
    freqs = np.array([7.03e6, 7.15e6])
    real = replace(described, antenna=Turned(described.antenna, moved))
    return described, real, freqs, read(described, real, freqs, rng, 100.0), rng


def shares(result):
    return {cause.id: cause.weight for cause in result.causes}


@pytest.mark.parametrize("seed", range(full.of(2, 4)))
def test_a_sweep_of_the_day_at_the_feedpoint_tells_the_antenna(seed):
    described, real, freqs, readings, rng = visit(seed, moved=0.045)
    there = swept(real, freqs, len(real.chain), sd=0.01, rng=rng)
    without, result = reconcile(described, readings), reconcile(described, readings, kept=Kept(there))
    assert result.causes[0].id == "antenna"
    assert shares(result)["antenna"] > max(0.8, shares(without)["antenna"] - 0.02)


@pytest.mark.parametrize("seed", range(full.of(2, 4)))
def test_a_sweep_of_the_day_clears_an_antenna_that_is_as_described(seed):
    described, real, freqs, _, rng = visit(seed)
    wet = replace(
        real, chain=tuple(more_lossy(part, 6.0) if n == RUN else part for n, part in enumerate(real.chain))
    )
    readings = read(described, wet, freqs, rng, 100.0)
    there = swept(real, freqs, len(real.chain), sd=0.01, rng=rng)
    without, result = reconcile(described, readings), reconcile(described, readings, kept=Kept(there))
    assert shares(result).get("antenna", 0.0) < max(0.03, 0.5 * shares(without)["antenna"])


def test_an_earlier_sweep_in_the_radio_room_narrows_the_loss_of_the_run():
    widths = []
    for seed in range(full.of(3, 8)):
        rng = np.random.default_rng(40 + seed)
        station, freqs = random_station(rng)
        real, losses = truth(station, freqs, rng)
        readings = read(station, real, freqs, rng, 100.0)
        before = swept(real, freqs, BEHIND, age=0.0, sd=0.01, rng=rng)
        wide, narrow = (reconcile(station, readings, kept=Kept(item)).losses for item in ((), before))
        assert (narrow.low[-1] <= 1.05 * losses[-1]).all() and (losses[-1] <= 1.05 * narrow.high[-1]).all()
        widths.append([np.log(item.high[-1] / item.low[-1]).mean() for item in (wide, narrow)])
    wide, narrow = np.mean(widths, axis=0)
    assert narrow < 0.9 * wide


def test_an_earlier_sweep_of_what_is_described_blames_nothing_and_a_year_old_one_tells_less():
    described, real, freqs, readings, rng = visit(7)
    without, recent = (
        shares(reconcile(described, readings, kept=Kept(item)))
        for item in ((), swept(real, freqs, 5, age=0.0))
    )
    assert recent["as-described"] > without["as-described"] - 0.05
    off = with_gamma(described, freqs, gamma_of(described, freqs) + 0.08)
    readings = read(described, replace(off, transmitter=real.transmitter), freqs, rng, 100.0)
    spreads = []
    for age in (0.0, 1.0, 30.0):
        result = reconcile(described, readings[:1], kept=Kept(swept(off, freqs, 5, age=age)))
        own = result.case.slice_of("re")
        spreads.append(result.weighed.covariance[0].diagonal()[own].sum())
    assert spreads[0] < 0.5 * spreads[1] and spreads[1] == pytest.approx(spreads[2])


def test_a_measured_coil_is_not_suspected_of_being_much_worse():
    described, _, _, readings, _ = visit(3)
    n = next(n for n, part in enumerate(described.chain) if part.tuner)
    result = reconcile(described, readings, kept=Kept(measured={n: (0.0, 0.05)}))
    p = result.case.unknowns.parts.index(n)
    loss = result.losses.at(p, 0)
    assert loss[2] / loss[0] < 1.6
    unmeasured = reconcile(described, readings).losses.at(p, 0)
    assert unmeasured[2] / unmeasured[0] > 1.2 * loss[2] / loss[0]


def test_an_old_sweep_of_another_antenna_than_is_described_does_not_count():
    """The antenna was changed, and its description with it: the sweep from before is of what is no more."""
    described, real, freqs, readings, _ = visit(5)
    other = replace(described, antenna=Resonator(6.6e6, 30.0, 20.0))
    before = swept(other, freqs, len(other.chain), age=0.5)
    without, result = reconcile(described, readings), reconcile(described, readings, kept=Kept(before))
    assert set(result.contradicts) == set(before) and shares(result) == pytest.approx(shares(without))
    outcome = " ".join(answer(described, readings, result)["beside"])
    assert "is not counted: it is not of the antenna and the run that are described now" in outcome
    own = reconcile(described, readings, kept=Kept(swept(real, freqs, len(real.chain), age=0.5)))
    assert own.contradicts == ()


def wet_and_read(wet, rng, load="antenna"):
    """A station whose run loses so many times as much, read by its meters into what stands at its end."""
    described, _ = random_station(rng)
    freqs = np.array([7.1e6, 21.2e6])
    chain = tuple(more_lossy(part, wet if n == RUN else 1.1) for n, part in enumerate(described.chain))
    there = replace(described, chain=chain)
    at_the_end = replace(there, antenna=dummy_load(50.0)) if load == "dummy" else there
    readings = [replace(item, load=load) for item in read(described, at_the_end, freqs, rng, 100.0)]
    return described, readings


@pytest.mark.parametrize("seed", range(full.of(1, 3)))
def test_a_run_on_the_bench_is_what_it_is_there_whatever_the_meters_leave_open(seed):
    for wet, factor in ((4.0, 4.1), (1.1, 1.12)):
        described, readings = wet_and_read(wet, np.random.default_rng(seed))
        some = readings[:2]
        without = shares(reconcile(described, some)).get("water", 0.0)
        benched = Kept(benched=(Benched(RUN, float(np.log(factor)), BENCH_SD),))
        result = reconcile(described, some, kept=benched)
        share = shares(result).get("water", 0.0)
        assert share > max(0.9, without) if wet > 2 else share < min(0.05, without)
        p = result.case.unknowns.parts.index(RUN)
        written = solve(described, result.case.freq_hz).stages[RUN].loss_db
        # Of a run that is mismatched the loss grows by less than its factor.
        assert (result.losses.low[p] < factor * written).all()
        assert not any(
            further_reading.how == "bench" and further_reading.at == RUN for further_reading in result.further
        )


@pytest.mark.parametrize("seed", range(full.of(1, 3)))
def test_a_dummy_load_leaves_the_antenna_out_and_tells_of_the_run(seed):
    described, readings = wet_and_read(1.1, np.random.default_rng(seed), "dummy")
    odd = replace(described, antenna=Resonator(5.0e6, 20.0, 40.0))  # of which nothing was read
    first, other = (shares(reconcile(station, readings)) for station in (described, odd))
    assert first["as-described"] == pytest.approx(other["as-described"], abs=1e-6)
    # A joint that is bad inside the run is told from a changed antenna, which with the antenna it is not.
    rng = np.random.default_rng(seed)
    bad = replace(odd, chain=(*odd.chain, Inline(loss_db=6.0, z_ohm=50.0, series_share=1.0, label="bad")))
    bad = replace(bad, antenna=dummy_load())
    freqs = np.array([7.1e6, 21.2e6])
    readings = [replace(item, load="dummy") for item in read(odd, bad, freqs, rng, 100.0)]
    assert shares(reconcile(odd, readings)).get("antenna", 0.0) < 1e-3
    # By |Γ| alone 150 Ω in series and 12 Ω across are alike.
    assert reconcile(odd, readings).causes[0].id in ("joint", "open", "short")


def test_what_is_expected_into_a_dummy_load_is_what_the_station_shows_with_one():
    described, readings = wet_and_read(1.0, np.random.default_rng(1), "dummy")
    case, ends = expected(described, readings)
    with_it = replace(described, antenna=dummy_load())
    for item, m in zip(readings, np.flatnonzero(case.rows.is_power), strict=True):
        stage = solve(in_state(with_it, item.tuner), np.array([item.freq_hz])).stages[item.at]
        low, high = ends[m]
        assert low < stage.reading.forward_w[0] < high < 2 * low


def test_a_band_on_which_nothing_was_read_is_among_what_to_read_next():
    """Where one band says nothing of a cause another may: a run of little loss at 7 MHz, of more at 21."""
    rng = np.random.default_rng(4)
    described, readings = wet_and_read(4.0, rng)
    bands = (Band("40 m", 7e6, 7.2e6), Band("15 m", 21e6, 21.45e6))
    described = replace(described, bands=bands)
    alone = [reading for reading in readings if reading.freq_hz < 10e6][:1]
    result = reconcile(described, alone)
    freqs = {round(further_reading.freq_hz / 1e6, 3) for further_reading in result.further}
    assert freqs == {7.1, 21.225}
    # Once it is read, what was to be expected of it is what is gained: no more than is open, and not nothing.
    open_bits = entropy_bits(np.array([cause.weight for cause in result.causes]))
    best = max(result.further, key=lambda item: item.bits if item.freq_hz > 20e6 else 0.0)
    assert 0.1 < best.bits <= open_bits + 1e-9
