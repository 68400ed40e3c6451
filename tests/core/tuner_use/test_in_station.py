"""A tuner in its station: reach, loads of the bands and their proposals, hands, retuning, a simulated panel,
against brute force and against the station solved anew."""

from dataclasses import replace
from itertools import combinations
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tithe.core import AttenuatedLine, InputError, Line, Station, SteppedTuner, Transmitter, Tuner, solve
from tithe.core.antenna import PlannedAntenna, table
from tithe.core.parts.transformer import Transformer
from tithe.core.parts.tuner.dial import Dial, straight
from tithe.core.parts.tuner.rated import RatedTuner
from tithe.core.station import Band
from tithe.core.transmitter import NO_PROTECTION, Protection
from tithe.core.tuner_use.antenna import antenna_by_presets
from tithe.core.tuner_use.at_bands import at_bands
from tithe.core.tuner_use.chart import chart, cost_s
from tithe.core.tuner_use.fit import fit_dials
from tithe.core.tuner_use.hands import by_the_dials, by_the_meter, halves
from tithe.core.tuner_use.load import load_of
from tithe.core.tuner_use.loads import loads_at
from tithe.core.tuner_use.practice import true_dials, turned
from tithe.core.tuner_use.predict import predict
from tithe.core.tuner_use.preset import Preset, gamma_in
from tithe.core.tuner_use.reach import RIM, reach
from tithe.core.tuner_use.retune import covering, limits_of, retuning
from tithe.core.tuner_use.rows import rows
from tithe.core.wires.estimate import Plan
from tithe.core.wires.ground import SOILS
from tithe.core.wires.shapes import InvertedVee

RATED = Tuner(capacitor_volts=1000, coil_amps=5)
TUNERS: dict[str, Any] = {
    "t": RATED,
    "low-pass t": Tuner("t-lowpass", c_max_f=2000e-12, l_max_h=3e-6, capacitor_volts=1000, coil_amps=5),
    "pi": Tuner("pi", c_max_f=2000e-12, l_max_h=6e-6, capacitor_volts=1000, coil_amps=5),
    "l": Tuner("l", c_max_f=400e-12, l_max_h=4e-6, capacitor_volts=1000, coil_amps=5),
    "stepped": SteppedTuner(c_bits=5, l_bits=5, capacitor_volts=1000, coil_amps=5),
    "rated": RatedTuner(reach_swr=5),
}
LINE = Line(AttenuatedLine(50.0, 0.66, 0.6, 0.01), 14.0)
FREQS = (3.5, 3.8, 7.0, 7.2, 14.0, 14.35, 28.0, 29.0)
ANTENNA = table(
    tuple((f * 1e6, r, x) for f, r, x in zip(FREQS, (12, 16, 55, 70, 300, 240, 90, 130),
                                             (-500, -380, -40, 45, 300, 420, -120, 60), strict=True))
)  # fmt: skip
BANDS = (Band("80 m", 3.5e6, 3.8e6), Band("40 m", 7e6, 7.2e6), Band("20 m", 14e6, 14.35e6),
         Band("10 m", 28e6, 29e6), Band("6 m", 50e6, 52e6))  # fmt: skip


def station(tuner=RATED, line=LINE):
    return Station(Transmitter(100.0), (tuner, line), ANTENNA, bands=BANDS)


def series(z):
    return np.array([[1, z], [0, 1]])


def shunt(z):
    return np.array([[1, 0], [1 / z, 1]])


def nodal(tuner, values, form, freq, load):
    """Γ at the radio and the loss, by chain matrices of its own."""
    omega = 2 * np.pi * freq
    out = np.eye(2, dtype=complex)
    network = tuner.networks[form]
    for k, (_, kind) in enumerate(network.elements):
        if kind == "coil":
            z = omega * values[k] * (1 / tuner.coil_q + 1j)
        else:
            z = (1 / tuner.capacitor_q - 1j) / (omega * max(values[k], 1e-18))
        along = (network.plane == "T") == (k != 1)
        out = out @ (series(z) if along else shunt(z))
    v, i = out @ np.array([load, 1.0])
    gamma = (v - 50 * i) / (v + 50 * i)
    return gamma, 10 * np.log10((v * np.conj(i)).real / load.real)


@pytest.mark.parametrize("kind", [kind for kind in TUNERS if kind != "rated"])
def test_what_is_reached_is_a_match_with_that_loss_and_what_is_not_cannot_be_matched(kind):
    tuner, freq, rng = TUNERS[kind], 7.1e6, np.random.default_rng(3)
    result = reach(tuner, freq, 50.0, 100.0)
    assert 1900 < len(result.gamma) < 2100
    assert result.met.matched.any()
    inside = np.abs(result.gamma) < RIM
    for n in rng.choice(np.flatnonzero(result.met.matched & inside), 12):
        load = 50 * (1 + result.gamma[n]) / (1 - result.gamma[n])
        item = Station(
            Transmitter(100.0), (tuner,), table(((1e6, load.real, load.imag), (3e7, load.real, load.imag)))
        )
        tuned = solve(item, np.array([freq])).stages[0].tuned
        gamma, lost = nodal(tuner, tuned.values[:, 0], int(tuned.form[0]), freq, load)
        assert abs(gamma) <= tuner.matched_rho + 1e-6
        assert result.met.loss_db[n] == pytest.approx(lost, abs=1e-6)
    if kind == "stepped":
        return
    out = np.flatnonzero(~result.met.matched & inside)
    for n in out[:: max(1, len(out) // 8)]:
        load = complex(50 * (1 + result.gamma[n]) / (1 - result.gamma[n]))
        for network, ladder in zip(tuner.networks, tuner.ladders, strict=True):
            low, high = np.array([(e.low, e.high) for e in ladder.elements]).T
            tried = low[:, None] + (high - low)[:, None] * rng.random((len(network.knobs), 4000))
            loads, freqs = np.full(4000, load), np.full(4000, freq)
            assert np.abs(gamma_in(ladder, freqs, tried, loads, 50.0)).min() > 1e-3


def test_the_power_a_reach_bears_is_where_a_station_meets_the_rating():
    result = reach(RATED, 3.65e6, 50.0)
    n = int(np.argmin(np.where(np.abs(result.gamma) < RIM, result.met.limit_w, np.inf)))
    load = 50 * (1 + result.gamma[n]) / (1 - result.gamma[n])
    antenna = table(((1e6, load.real, load.imag), (3e7, load.real, load.imag)))
    item = Station(Transmitter(float(result.met.limit_w[n])), (RATED,), antenna)
    loads = solve(item, np.array([3.65e6])).stages[0].setting.loads
    shares = [
        load.amps_rms[0] / 5 if name == "l" else load.volts_peak[0] / 1000 for name, load in loads.items()
    ]
    assert max(shares) == pytest.approx(1, rel=1e-6)


def test_a_tuner_known_by_its_sheet_reaches_a_circle():
    result = reach(TUNERS["rated"], 7e6, 50.0)
    rho = np.abs(result.gamma)
    clear = np.abs(rho - 2 / 3) > 1e-9
    assert np.array_equal(result.met.matched[clear], rho[clear] < 2 / 3)


def test_bands_show_the_loads_that_the_station_solves_and_leave_out_what_is_not_known():
    result = at_bands(station(), 0)
    assert [item.band.name for item in result] == ["80 m", "40 m", "20 m", "10 m"]
    for one in result:
        z = loads_at(station(), 0, one.freq_hz)
        assert one.gamma == pytest.approx((z - 50) / (z + 50))
        stage = solve(station(), np.array([one.band.middle_hz])).stages[0]
        assert float(one.real.loss_db) == pytest.approx(float(stage.loss_db[0]))
        into_50 = Station(Transmitter(), (RATED,), table(((1e6, 50, 0), (6e7, 50, 0))))
        flat = solve(into_50, np.array([one.band.middle_hz])).stages[0]
        assert float(one.flat.loss_db) == pytest.approx(float(flat.loss_db[0]))


@pytest.mark.parametrize(
    ("weak", "ways"),
    [
        (replace(RATED, l_max_h=6e-6, c_max_f=200e-12), {"ratio", "longer"}),
        (Tuner("l-coil-then-shunt-c", c_max_f=1000e-12), {"network"}),
    ],
)
def test_every_cure_brings_the_band_inside_and_lets_that_much_leave(weak, ways):
    result = at_bands(station(weak), 0)
    lost = next(item for item in result if not item.real.matched)
    assert {proposal.way for proposal in lost.proposals} >= ways
    assert [proposal.radiated_w for proposal in lost.proposals] == sorted(
        (c.radiated_w for c in lost.proposals), reverse=True
    )
    for proposal in lost.proposals:
        chain = {
            "ratio": lambda c: (weak, Transformer(ratio=c.value, loss_db=0.2), LINE),
            "network": lambda c: (replace(weak, network=c.network), LINE),
        }.get(proposal.way, lambda c: (weak, replace(LINE, length_m=c.value)))(proposal)
        budget = solve(replace(station(), chain=chain), np.array([lost.band.middle_hz]))
        assert budget.stages[0].tuned.matched.all()
        assert float(budget.radiated_w[0]) == pytest.approx(proposal.radiated_w)
    with pytest.raises(InputError, match="no-tuner-here"):
        at_bands(station(), 1)


def brute_swr(tuner, values, freq, load):
    gamma = abs(nodal(tuner, values, 0, freq, load)[0])
    return (1 + gamma) / (1 - gamma)


@pytest.mark.parametrize("freq", [3.65e6, 7.1e6, 14.2e6, 28.5e6])
def test_each_move_leaves_the_swr_it_says_and_both_ways_end_at_a_match(freq):
    tuner = RATED
    load = complex(loads_at(station(), 0, np.array([freq]))[0])
    values = halves(tuner)
    route = by_the_meter(tuner, values, freq, load, 50.0)
    assert route.swr <= 1.5
    names = tuner.networks[0].knobs
    for move in route.moves:
        values = values.copy()
        values[names.index(move.knob)] = move.value
        if move.follows:
            values[names.index(move.follows)] = move.follows_value
        assert brute_swr(tuner, values, freq, load) == pytest.approx(move.swr, rel=1e-6)
    assert nodal(tuner, values, 0, freq, load)[1] == pytest.approx(route.loss_db, abs=1e-6)
    goal = by_the_dials(tuner, halves(tuner), freq, load, 50.0)
    assert goal.swr == pytest.approx(1, abs=1e-5)
    assert len({move.knob for move in goal.moves}) == len(goal.moves) <= 3
    best = solve(station(), np.array([freq])).stages[0]
    assert goal.loss_db == pytest.approx(float(best.loss_db[0]), abs=1e-6)
    assert goal.loss_db <= route.loss_db + 0.05 or route.swr > 1.001


def test_no_order_of_moves_ends_where_nothing_matches():
    tuner = replace(RATED, network="l-coil-then-shunt-c", c_max_f=30e-12, l_max_h=0.2e-6)
    assert by_the_dials(tuner, halves(tuner), 3.65e6, 2 - 300j, 50.0) is None
    assert by_the_meter(tuner, halves(tuner), 3.65e6, 2 - 300j, 50.0).swr > 1.5


def test_one_may_move_to_where_the_swr_is_the_limit():
    result = retuning(station(), 0, {}, [], [])
    assert [item.band.name for item in result] == ["80 m", "40 m", "20 m", "10 m"]
    for one in result:
        (spot,) = one.spots
        tuned = solve(station(), np.array([spot.freq_hz])).stages[0].tuned
        fixed = replace(RATED, setting=dict(zip(("c1", "l", "c2"), tuned.values[:, 0], strict=True)))
        over = solve(station(fixed), one.freq_hz).swr
        assert spot.swr == pytest.approx(over, rel=1e-6)
        assert one.bare == pytest.approx(solve(replace(station(), chain=(LINE,)), one.freq_hz).swr)
        for limit, within in zip(one.limits, spot.within, strict=True):
            assert within is not None
            low, high = within
            ends = solve(station(fixed), np.array([low, high])).swr
            for end, edge, ratio in zip((low, high), one.freq_hz[[0, -1]], ends, strict=True):
                assert ratio < limit if end == edge else ratio == pytest.approx(limit, abs=0.06)
        for limit, free in zip(one.limits, one.bare_within, strict=True):
            assert (free is None) == (one.bare.min() > limit)
            assert free is None or free[0] <= one.freq_hz[np.argmin(one.bare)] <= free[1]
        assert one.covers[1] is not None
        assert one.covers[0] >= one.covers[1] >= 1


def test_the_radio_s_own_limit_is_looked_at_where_it_is_another():
    assert limits_of(Transmitter()) == (1.5, 2.0)
    late = Protection(((1, 1), (3, 1), (5, 0.2)))
    assert limits_of(Transmitter(protection=late)) == (1.5, 2.0, 3.0)
    assert limits_of(Transmitter(protection=NO_PROTECTION)) == (1.5, 2.0)


@given(st.lists(st.integers(0, 3), min_size=2, max_size=7), st.integers(0, 3))
def test_covering_is_as_small_as_any(reaches, more):
    size = len(reaches)
    good = np.array(
        [[abs(k - f) <= reaches[k] + (more if f > k else 0) for f in range(size)] for k in range(size)]
    )
    least = next(
        n for n in range(1, size + 1)
        if any(good[list(some)].any(axis=0).all() for some in combinations(range(size), n))
    )  # fmt: skip
    assert covering(good) == least
    good[0] = good[:, 0] = False
    assert covering(good) is None


DIALS = {"c1": straight((0, 100), 20e-12, 250e-12), "l": straight((0, 100), 0.0, 30e-6),
         "c2": straight((0, 100), 250e-12, 20e-12)}  # fmt: skip


def test_the_station_answers_to_a_turned_dial_as_to_the_knob_it_stands_for():
    at = {"c1": 30.0, "l": 12.0, "c2": 70.0}
    (there, _) = turned(station(), 0, DIALS, Preset(7.1e6, at)).chain
    assert isinstance(there, Tuner)
    assert there.setting == pytest.approx({"c1": 89e-12, "l": 3.6e-6, "c2": 89e-12})
    assert true_dials(RATED, DIALS, None) == DIALS
    hidden = true_dials(RATED, DIALS, 7)
    assert hidden == true_dials(RATED, {}, 7)
    assert hidden != true_dials(RATED, {}, 8)
    for name, dial in hidden.items():
        low, high = (0, 30e-6) if name == "l" else (20e-12, 250e-12)
        first, last = dial.line[1]
        assert low <= first < low + 0.1 * (high - low)
        assert high - 0.1 * (high - low) < last <= high
    for wrong, place in (({"c1": 101.0}, "dials.c1"), ({"l": -1.0}, "dials.l")):
        with pytest.raises(InputError) as refused:
            turned(station(), 0, DIALS, Preset(7.1e6, at | wrong))
        assert refused.value.place == place


def test_a_predicted_row_holds_where_the_load_is_a_little_else():
    item, rng = station(), np.random.default_rng(1)
    inside = []
    for freq, result in [(p.freq_hz, p) for p in chart(item, 0, DIALS, []).predicted]:
        assert set(result.intervals) == {"c1", "l", "c2"}
        load = complex(loads_at(item, 0, np.array([freq]))[0])
        for _ in range(40):
            off = rng.normal(size=2) @ [1, 1j]
            real = predict(RATED, DIALS, freq, load * (1 + 0.025 * off), 50.0).dials
            inside += [
                result.intervals[name][0] <= number <= result.intervals[name][1]
                for name, number in real.items()
            ]
    assert np.mean(inside) >= 0.9


def test_a_later_row_takes_the_place_of_one_of_the_same_spot():
    spot = {"c1": 10.0, "l": 20.0, "c2": 30.0}
    presets = [
        Preset(7.05e6, spot, date="2026-05-01"),
        Preset(7.16e6, spot, date="2026-05-01"),
        Preset(7.052e6, spot | {"l": 23.0}, date="2026-04-01"),
        Preset(7.049e6, spot | {"c1": 8.0}, date="2026-06-01"),
    ]
    result = rows(station(), 0, RATED, {}, presets)
    assert [row.newer for row in result] == [3, None, 0, None]
    assert result[0].moved == {"c1": -2.0, "l": 0.0, "c2": 0.0}
    assert [row.band for row in result] == [1, 1, 1, 1]
    assert all(row.expected_swr is None for row in result)


def predicted(item, dials=DIALS, tuner=RATED):
    """A preset in the middle of each band that is known."""
    return [Preset(p.freq_hz, p.dials, p.swr, p.form) for p in chart(item, 0, dials, []).predicted if p.dials]


def test_the_matches_tell_the_antenna_through_the_run():
    item = station()
    presets = predicted(item)
    assert len(presets) == 4
    every = rows(item, 0, RATED, DIALS, presets)
    assert [row.expected_swr for row in every] == pytest.approx([1] * 4, abs=1e-6)
    result = antenna_by_presets(item, 0, DIALS, presets, every)
    assert not result.active
    for point in result.points:
        port = ANTENNA.terminals(np.array([point.freq_hz]))
        assert point.z_ohm == pytest.approx(complex(port.z_ohm[0]), rel=1e-6)
    rng, inside = np.random.default_rng(2), []
    for _ in range(12):
        read = [
            Preset(
                p.freq_hz, {k: float(np.clip(n + rng.uniform(-0.5, 0.5), 0, 100)) for k, n in p.dials.items()}
            )
            for p in presets
        ]
        for point in antenna_by_presets(item, 0, DIALS, read, every).points:
            z = complex(ANTENNA.terminals(np.array([point.freq_hz])).z_ohm[0])
            inside.append(
                point.r_ohm[0] <= z.real <= point.r_ohm[1] and point.x_ohm[0] <= z.imag <= point.x_ohm[1]
            )
    assert np.mean(inside) >= 0.95
    with pytest.raises(InputError, match="two-tuners"):
        antenna_by_presets(replace(item, chain=(RATED, Tuner(), LINE)), 0, DIALS, presets, every)


def test_a_dial_that_is_known_is_held_and_tells_the_others_better():
    tuner = RATED
    presets = predicted(station())[:3]
    loads = loads_at(station(), 0, np.array([p.freq_hz for p in presets]))
    alone = fit_dials(tuner, {}, presets, loads, 50.0)
    held = fit_dials(tuner, {"l": DIALS["l"]}, presets, loads, 50.0)
    assert held.fitted == ("c1", "c2")
    assert held.dials["l"] is DIALS["l"]
    for k, name in ((0, "c1"), (1, "c2")):
        wide = np.sqrt(np.diag(alone.covariance))[[0, 1] if name == "c1" else [4, 5]]
        assert (np.sqrt(np.diag(held.covariance))[2 * k : 2 * k + 2] < wide).all()
    with pytest.raises(InputError, match="taps-not-told"):
        fit_dials(tuner, {"l": Dial((1, 12), taps=True)}, presets, loads, 50.0)


def test_of_taps_the_one_that_loses_least_is_predicted():
    taps = tuple((float(n), 0.4e-6 * 1.35**n) for n in range(1, 13))
    dials = DIALS | {"l": Dial((1, 12), taps, "letters", taps=True)}
    for freq in (3.65e6, 7.1e6, 14.2e6):
        load = complex(loads_at(station(), 0, np.array([freq]))[0])
        result = predict(RATED, dials, freq, load, 50.0)
        losses = {}
        for number, value in taps:
            tuner = replace(RATED, l_min_h=value * (1 - 1e-6), l_max_h=value * (1 + 1e-6))
            match = tuner.ladders[0].match(np.array([freq]), np.array([load]), 50.0)
            if match.matched[0]:
                losses[number] = nodal(tuner, match.values[:, 0], 0, freq, load)[1]
        assert result.dials["l"] == min(losses, key=losses.get)
        values = np.array([float(dials[name].value(result.dials[name])) for name in ("c1", "l", "c2")])
        assert brute_swr(RATED, values, freq, load) == pytest.approx(1, abs=1e-3)
    with pytest.raises(InputError, match="no-tap"):
        dials["l"].value(2.5)


def test_taps_that_are_too_many_are_refused_before_they_are_tried():
    many = Dial((0, 20), tuple((float(n), 20e-12 + n * 1e-11) for n in range(21)), taps=True)
    with pytest.raises(InputError, match="too-many-taps"):
        predict(RATED, {"c1": many, "l": DIALS["l"], "c2": many}, 7.1e6, 50 + 0j, 50.0)
    assert cost_s(station(), 0, {"c1": many, "c2": many}, []) > 5


def test_a_row_beyond_its_dial_is_named_and_the_others_still_tell():
    presets = predicted(station())
    table = replace(DIALS["c1"], points=((10.0, 43e-12), (50.0, 135e-12), (90.0, 227e-12)))
    beyond = [replace(presets[0], dials=presets[0].dials | {"c1": 95.0}), *presets[1:]]
    result = chart(station(), 0, DIALS | {"c1": table}, beyond)
    assert 0 in result.beyond
    assert len(result.loads) == len(presets) - len(result.beyond)
    assert result.rows[0].expected_swr is None
    antenna = antenna_by_presets(station(), 0, DIALS | {"c1": table}, beyond, result.rows)
    assert presets[0].freq_hz not in [point.freq_hz for point in antenna.points]


@pytest.mark.filterwarnings("error")
def test_a_coil_at_nothing_tells_no_load_but_breaks_nothing():
    result = load_of(RATED, DIALS, Preset(7.1e6, {"c1": 50.0, "l": 0.0, "c2": 50.0}), 50.0)
    assert np.isfinite([*result.r_ohm, *result.x_ohm, result.z_ohm.real]).all()


def test_a_dial_knows_better_than_the_sheet_how_far_a_part_reaches():
    wide = DIALS | {"c1": straight((0, 100), 10e-12, 300e-12)}
    item = turned(station(), 0, wide, Preset(7.1e6, {"c1": 100.0, "l": 20.0, "c2": 50.0})).chain[0]
    assert isinstance(item, Tuner)
    assert item.standing[0] == pytest.approx(300e-12)


def test_a_planned_antenna_is_seen_as_it_is_typed():
    plan = PlannedAntenna(Plan(InvertedVee(10, 9), SOILS["average"]), spread=True)
    freq = np.array([14.1e6, 7.05e6])
    spread = replace(station(), antenna=plan)
    typed = replace(station(), antenna=replace(plan, spread=False))
    assert loads_at(spread, 0, freq) == pytest.approx(loads_at(typed, 0, freq))
    assert [at_band.band.name for at_band in at_bands(spread, 0)][:3] == ["80 m", "40 m", "20 m"]


def test_a_preset_that_no_antenna_could_be_behind_is_named():
    presets = predicted(station())
    run = replace(LINE, length_m=60.0)  # much lossier than what the matches were made through
    lossy = replace(station(), chain=(RATED, run))
    every = rows(lossy, 0, RATED, DIALS, presets)
    result = antenna_by_presets(lossy, 0, DIALS, presets, every)
    assert result.active
    assert len(result.active) + len(result.points) == len(presets)
    assert all(point.z_ohm.real > 0 and point.r_ohm[0] > 0 for point in result.points)


def test_a_relay_tuner_s_presets_count_steps_and_tell_the_load_to_within_what_is_left():
    item = station(SteppedTuner())
    presets = predicted(item, {}, item.chain[0])
    assert len(presets) >= 3
    result = chart(item, 0, {}, presets)
    assert [row.expected_swr for row in result.rows] == pytest.approx([p.swr for p in presets], rel=1e-6)
    for preset, outcome in zip(presets, result.loads, strict=True):
        z = complex(loads_at(item, 0, np.array([preset.freq_hz]))[0])
        assert outcome.r_ohm[0] <= z.real <= outcome.r_ohm[1]
        assert outcome.x_ohm[0] <= z.imag <= outcome.x_ohm[1]
    there = turned(item, 0, true_dials(item.chain[0], {}, 5), presets[0])
    assert float(solve(there, np.array([presets[0].freq_hz])).swr[0]) == pytest.approx(presets[0].swr)
    with pytest.raises(InputError, match="one-of"):
        load_of(item.chain[0], {}, Preset(7e6, {"l": 1.0, "c": 1.0}, form="t"), 50.0)
