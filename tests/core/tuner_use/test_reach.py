"""How far a tuner reaches in its station, and what would bring a band inside, against brute force and against
the station solved anew."""

from dataclasses import replace

import numpy as np
import pytest

from tests.core.tuner_use.stations import LINE, RATED, TUNERS, nodal, station
from tithe.core import InputError, Station, Transmitter, Tuner, solve
from tithe.core.antenna import PlannedAntenna, table
from tithe.core.parts.transformer import Transformer
from tithe.core.tuner_use.at_bands import at_bands
from tithe.core.tuner_use.loads import loads_at
from tithe.core.tuner_use.preset import gamma_in
from tithe.core.tuner_use.reach import RIM, reach
from tithe.core.wires.estimate import Plan
from tithe.core.wires.ground import SOILS
from tithe.core.wires.shapes import InvertedVee


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


def test_a_planned_antenna_is_seen_as_it_is_typed():
    plan = PlannedAntenna(Plan(InvertedVee(10, 9), SOILS["average"]), spread=True)
    freq = np.array([14.1e6, 7.05e6])
    spread = replace(station(), antenna=plan)
    typed = replace(station(), antenna=replace(plan, spread=False))
    assert loads_at(spread, 0, freq) == pytest.approx(loads_at(typed, 0, freq))
    assert [at_band.band.name for at_band in at_bands(spread, 0)][:3] == ["80 m", "40 m", "20 m"]
