"""A few SWRs read by hand: where the dip lies, and that what is told of it is so."""

import numpy as np
import pytest

from tithe.core import AttenuatedLine, Line, Resonator, Station, Transmitter
from tithe.core.budget import solve
from tithe.core.reflection import swr
from tithe.core.sweep import TrimStep, advise, features, judge, learned, without_phase
from tithe.text import say

COAX = AttenuatedLine(50.0, 0.66, 0.6, 0.008)


def truth(f0, r, q, metres, freq_hz):
    """The SWR at the radio of a resonator behind coax: by the whole station, not by a parabola."""
    station = Station(Transmitter(), (Line(COAX, metres),), Resonator(f0, r, q))
    return swr(np.abs(solve(station, freq_hz).gamma))


def read(rng, ratio, places):
    """As a meter shows them: 2 % off, and rounded."""
    return np.maximum(np.round(ratio * rng.normal(1.0, 0.02, len(ratio)), places), 1.0)


@pytest.mark.parametrize(("step_khz", "count"), [(150, 3), (100, 5), (50, 9), (50, 5)])
def test_the_dip_lies_within_what_is_told(step_khz, count):
    rng = np.random.default_rng(count + step_khz)
    fine = np.linspace(6.8e6, 7.4e6, 3001)
    points = 7.1e6 + 1e3 * step_khz * (np.arange(count) - (count - 1) / 2)
    inside, result = [], []
    for n in range(120):
        drawn = rng.uniform(7.05e6, 7.15e6), rng.uniform(30, 90), rng.uniform(5, 16), rng.uniform(0.1, 40)
        dips = features(without_phase(points, read(rng, truth(*drawn, points), 1 + n % 2))).dips
        if not dips:
            continue
        there = fine[np.argmin(truth(*drawn, fine))]
        inside.append(abs(dips[0].freq_hz - there) <= dips[0].within_hz)
        result.append(dips[0].within_hz)
    assert np.mean(inside) > 0.88 and len(inside) > 40
    assert np.median(result) < 0.6 * 1e3 * step_khz  # and it tells more than which point is the lowest


def test_where_no_parabola_fits_the_dip_lies_between_its_neighbours_and_no_more_is_said():
    points = 7.0e6 + 5e4 * np.arange(8)
    (dip,) = features(without_phase(points, np.array([1.9, 1.7, 2.6, 3.0, 3.3, 3.4, 3.4, 3.7]))).dips
    assert dip.within_hz == 100e3
    there = advise(dip.freq_hz, dip.freq_hz, 10.0, 2, "wire", dip.within_hz)
    assert "give or take 100 kHz" in say(there.messages) and "Leave it" not in say(there.messages)


def test_an_instrument_s_many_points_tell_the_place_itself():
    freq_hz = np.linspace(6.8e6, 7.4e6, 101)
    (dip,) = features(without_phase(freq_hz, truth(7.1e6, 60, 9, 1, freq_hz))).dips
    assert dip.within_hz == 0
    assert "give or take" not in say(advise(dip.freq_hz, 7.2e6, 10.0, 2, "wire", dip.within_hz).messages)


def test_what_the_readings_do_not_tell_is_not_judged():
    steps = tuple(TrimStep(f, change, 20e3) for f, change in ((7.0e6, None), (7.02e6, -0.05), (7.15e6, -0.3)))
    _, small, large = judge(steps, 7.1e6)
    assert small.course == "still" and "less than these readings tell, 28 kHz" in say(small.messages)
    assert large.course == "past"
    assert learned(steps[:2], 7.1e6) is None and learned(steps, 7.1e6) is not None
    near = (*steps, TrimStep(7.11e6, 0.1, 20e3))
    last = judge(near, 7.1e6)[-1]
    assert last.course == "nearer" and "as well as these readings tell" in say(last.messages)
    assert learned(near, 7.1e6) is None  # nor is told to take back what may be none
    perhaps = advise(7.11e6, 7.1e6, 10.0, 2, "wire", 20e3)
    assert perhaps.change is None
    assert "give or take 20 kHz" in say(perhaps.messages) and "Leave it" not in say(perhaps.messages)
    off = advise(7.2e6, 7.1e6, 10.0, 2, "wire", 20e3)
    assert off.change == pytest.approx(0.1408, abs=1e-3) and "give or take 20 kHz" in say(off.messages)
