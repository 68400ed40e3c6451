"""What was measured on the bench at the station's own loads, against the station solved by itself."""

from dataclasses import replace

import numpy as np
import pytest

from tests.core.bench.test_tuner import T
from tithe.core import AttenuatedLine, Inline, InputError, Line, Meter, Station, Transmitter, solve, table
from tithe.core.bench.at_home import ASIDE_M, at_lengths, loss_at, span_at
from tithe.core.log.instruments import shown_share
from tithe.core.log.reconcile import expected, reconcile
from tithe.core.log.taken import Taken
from tithe.core.parts.line import SPEED_OF_LIGHT

COAX = AttenuatedLine(50, 0.66, 0.598, 0.0073)
VEE = table(((3.5e6, 20, -300), (7.1e6, 60, 5), (14.2e6, 90, 400)))
MILL = Station(Transmitter(100), (Line(COAX, 1.2), T, Line(COAX, 38), Inline(0.1)), VEE)
FREQ = np.array([3.65e6, 7.1e6])


def test_a_tuner_s_loss_by_the_length_of_the_run_is_the_station_s_own():
    q = [(90.0, 100.0, 115.0), (180.0, 200.0, 230.0)]
    result = at_lengths(MILL, 1, FREQ, q)
    assert result.length_m.tolist() == [38 + aside for aside in ASIDE_M]
    assert result.length_m[result.present] == 38
    for n, length in enumerate(result.length_m):
        for k, (least, outcome, most) in enumerate(q):
            for losses, own in zip(result.loss_db, (most, outcome, least), strict=True):
                chain = (MILL.chain[0], replace(T, coil_q=own), Line(COAX, length), MILL.chain[3])
                alone = solve(replace(MILL, chain=chain), FREQ[k : k + 1]).stages[1].loss_db[0]
                assert losses[n, k] == pytest.approx(alone, abs=1e-9)
    assert (result.loss_db.low < result.loss_db.value).all()
    assert (result.loss_db.value < result.loss_db.high).all()


def test_half_a_wave_of_line_without_loss_changes_nothing():
    lossless = AttenuatedLine(50, 0.66, 0, 0)
    half_wave = 0.66 * SPEED_OF_LIGHT / FREQ[1] / 2
    first, other = (replace(MILL, chain=(T, Line(lossless, 20 + more))) for more in (0, half_wave))
    losses = [at_lengths(station, 0, FREQ[1:], [(100, 120, 150)]) for station in (first, other)]
    present = [loss.loss_db.value[loss.present, 0] for loss in losses]
    assert present[0] == pytest.approx(present[1], rel=1e-6)


def test_without_a_run_it_is_told_as_it_stands_and_knobs_set_by_hand_are_set_anew():
    close = replace(MILL, chain=(replace(T, setting={"c1": 50e-12, "l": 9e-6, "c2": 60e-12}),))
    result = at_lengths(close, 0, FREQ[1:], [(100, 120, 150)])
    assert result.loss_db.value.shape == (1, 1)
    tuned = solve(replace(MILL, chain=(replace(T, coil_q=120.0),)), FREQ[1:])
    assert result.loss_db.value[0, 0] == pytest.approx(tuned.stages[0].loss_db[0], abs=1e-9)
    with pytest.raises(InputError, match="no-tuner-of-knobs"):
        at_lengths(MILL, 0, FREQ, [(1, 2, 3)] * 2)


def test_a_part_between_its_least_and_its_most():
    low, high = span_at(MILL, 3, (Inline(0.05), Inline(0.2)), FREQ)
    middle = loss_at(MILL, 3, MILL.chain[3], FREQ)
    assert (low < middle).all()
    assert (middle < high).all()
    assert span_at(MILL, 3, (Inline(0.2), Inline(0.05)), FREQ)[0] == pytest.approx(low)


def test_a_meter_whose_scale_is_known_shows_it_and_is_explained_by_it():
    """What it shows is scaled, its SWR is not; and readings that it took say the same of the station as
    those of a right one."""
    right = replace(MILL, chain=(*MILL.chain[:1], Meter("m", 200, 5, 25), *MILL.chain[1:]))
    wrong = replace(MILL, chain=(*MILL.chain[:1], Meter("m", 240, 5, 25, scale=1.2), *MILL.chain[1:]))
    shown = [solve(station, FREQ).stages[1].details.reading for station in (right, wrong)]
    assert shown[1].forward_w == pytest.approx(1.2 * shown[0].forward_w)
    assert shown[1].swr == pytest.approx(shown[0].swr)
    read = [
        [Taken(float(f), 1, float(item.forward_w[k]), float(item.reflected_w[k])) for k, f in enumerate(FREQ)]
        for item in shown
    ]
    assert shown_share(wrong, read[1][0]) == pytest.approx(1.2)
    texts = [reconcile(station, readings) for station, readings in ((right, read[0]), (wrong, read[1]))]
    # Full scale is in proportion, and so is what a reading errs by: all that follows is alike.
    for first, other in zip(texts[0].losses, texts[1].losses, strict=True):
        assert other == pytest.approx(first, rel=0.1)
    # What is to be expected at it is scaled as well.
    assert (expected(wrong, read[1])[1][0] > expected(right, read[0])[1][0]).all()
