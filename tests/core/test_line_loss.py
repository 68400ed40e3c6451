"""The first question: what a line loses at an SWR, against the whole circle of loads taken one by one."""

import numpy as np
import pytest

from tithe.answers.loss import result as loss_json
from tithe.core import AttenuatedLine, Line, Station, SwrAntenna, Transmitter, line_loss
from tithe.core.bands import USUAL
from tithe.core.line_loss import RATIOS, LineLoss
from tithe.document.errors import StationError
from tithe.document.loss_question import LossQuestion, asked_place
from tithe.text import say

RG58 = AttenuatedLine(50.0, 0.66, 1.365, 0.0269)


def asked(ratio=3.0, length_m=30.0, mhz=14.2, plane="feedpoint"):
    antenna = SwrAntenna(((mhz * 1e6, ratio),), plane)
    return Station(Transmitter(), (Line(RG58, length_m, "RG-58"),), antenna)


def sampled_db(ratio, length_m, mhz, turns=20_000):
    """Loss by the chain matrix for loads all round the circle, written out again."""
    f = mhz * 1e6
    alpha_c, alpha_d = (a / 100 / (20 / np.log(10)) for a in (1.365 * np.sqrt(mhz), 0.0269 * mhz))
    v = 0.66 * 299_792_458.0
    series = 2 * 50 * alpha_c + 2j * np.pi * f * 50 / v
    shunt = 2 * alpha_d / 50 + 2j * np.pi * f / (50 * v)
    gamma, z0 = np.sqrt(series * shunt), np.sqrt(series / shunt)
    rho = (ratio - 1) / (ratio + 1) * np.exp(2j * np.pi * np.arange(turns) / turns)
    load = 50 * (1 + rho) / (1 - rho)
    v_in = load * np.cosh(gamma * length_m) + z0 * np.sinh(gamma * length_m)
    i_in = load * np.sinh(gamma * length_m) / z0 + np.cosh(gamma * length_m)
    return 10 * np.log10((v_in * i_in.conj()).real / load.real)


@pytest.mark.parametrize(("ratio", "length_m", "mhz"), [(3, 30, 14.2), (1.5, 100, 28.5), (12, 6, 3.65)])
def test_the_interval_is_that_of_all_phases(ratio, length_m, mhz):
    losses = sampled_db(ratio, length_m, mhz)
    answer = line_loss.line_loss(asked(ratio, length_m, mhz), mhz * 1e6)
    assert answer.loss_db.min() == pytest.approx(losses.min(), rel=0.01)
    assert answer.loss_db.max() == pytest.approx(losses.max(), rel=0.01)
    handbook = answer.matched_db + answer.handbook_extra_db
    assert (losses.min() <= handbook + 1e-3).all()
    assert (handbook <= losses.max() + 1e-3).all()


def test_a_match_adds_nothing_and_the_picture_passes_through_the_question():
    curve = line_loss.over_swr(asked(), 14.2e6)
    assert np.abs(curve.extra_db[:, 0]).max() < 1e-3
    k = RATIOS.index(3.0)
    question = line_loss.line_loss(asked(), 14.2e6)
    assert curve.loss_db[:72, k] == pytest.approx(question.loss_db[:72, 0], rel=1e-12)
    assert (np.diff(np.median(curve.loss_db[:72], axis=0)) > 0).all()
    bands = line_loss.over_bands(asked(), 3.0, USUAL)
    assert (np.diff(bands.matched_db) > 0).all()


@pytest.mark.parametrize("ratio", [1.0, 2.0, 9.0])
def test_an_swr_on_an_open_line_is_against_its_own_impedance(ratio):
    """A line of little loss keeps its own SWR along it: the handbook's formula is then right for it, and a
    circle of loads about 450 Ω, solved one by one, has the same ends."""
    asked_about = {"lines": ["window-450"], "length_m": 30, "mhz": 14.2, "swr": ratio}
    question = LossQuestion.model_validate(asked_about | {"read_at": "line"})
    result = loss_json.answer(question)["lines"][0]
    (line,) = question.station(0).to_core().chain
    assert isinstance(line, Line)
    r0 = line.line.r0_ohm
    rho = (ratio - 1) / (ratio + 1) * np.exp(2j * np.pi * np.arange(100) / 100)
    at = [LossQuestion(**asked_about, r_ohm=z.real, x_ohm=z.imag) for z in r0 * (1 + rho) / (1 - rho)]
    losses = [float(line_loss.line_loss(item.station(0).to_core(), 14.2e6).loss_db[0]) for item in at]
    span = result["loss_db"]
    assert (span["min"], span["max"]) == pytest.approx((min(losses), max(losses)), rel=0.01)
    handbook_db = result["matched_db"] + result["handbook_extra_db"]["median"]
    assert span["median"] == pytest.approx(handbook_db, abs=0.05)
    assert f"of this line {ratio:g}." in result["sentence"]
    k = RATIOS.index(ratio)
    assert result["over_swr"][k]["loss_db"]["max"] == pytest.approx(span["max"], rel=1e-3)


def test_an_swr_against_what_no_line_is_like_is_refused_at_the_line():
    wild = {"lines": [{"r0_ohm": 0.01, "velocity_factor": 0.9, "k1": 0.1, "k2": 0.001}], "read_at": "line"}
    with pytest.raises(StationError) as refused:
        loss_json.answer(LossQuestion.model_validate(wild | {"length_m": 10, "mhz": 7.1, "swr": 2}))
    assert asked_place(refused.value.errors[0]).place == "lines"


def test_read_at_the_radio_the_antenna_is_worse_and_the_same_at_the_antenna_leads_back():
    at_radio = line_loss.line_loss(asked(2.0, plane="radio"), 14.2e6)
    assert at_radio.swr_radio == pytest.approx(2.0)
    worst = float(at_radio.swr_antenna.max())
    assert worst > 2.5
    back = line_loss.line_loss(asked(worst), 14.2e6)
    assert back.swr_radio.min() - 1e-6 <= 2.0 <= back.swr_radio.max() + 1e-6


def test_the_sentence_says_what_arrives_and_what_the_radio_keeps():
    text = say(line_loss.messages(line_loss.line_loss(asked(), 14.2e6), False))
    assert text == (
        "Between 49 and 51 of 100 W arrive at the antenna. 30 m of RG-58 take 1.66 dB when matched; the SWR "
        "adds 0.64 to 0.78 dB, depending on the phase, which an SWR does not tell. At the radio’s end the "
        "SWR is 1.99 to 2.08. The radio sees SWR 1.99 to 2.08: 11 to 16 W are held back by its protection or "
        "reflected. Typically a listener would lose half an S-unit (2.93 to 3.05 dB). Behind a "
        "tuner that loses nothing the radio would send all of it, and 57 to 59 W would arrive."
    )


def test_a_known_impedance_has_one_answer_and_a_short_takes_no_power():
    known = loss_json.answer(LossQuestion(lines=["rg-213"], length_m=40, mhz=7.1, r_ohm=20, x_ohm=-60))
    line = known["lines"][0]
    assert isinstance(line["loss_db"], float)
    assert line["matched_db"] == pytest.approx(0.658, abs=2e-3)
    assert line["loss_db"] == pytest.approx(1.812, abs=2e-3)
    short = loss_json.answer(LossQuestion(lines=["rg-213"], length_m=40, mhz=7.1, r_ohm=0))["lines"][0]
    assert short["loss_db"] is None
    assert "it takes no power at all" in short["sentence"]


def test_the_station_made_of_the_question_gives_the_same_answer():
    question = LossQuestion(lines=["rg-58"], length_m=30, mhz=14.2, swr=3, tuner="t-wide")
    line = loss_json.answer(question)["lines"][0]
    station = question.station(0).to_core()
    again = LineLoss(line_loss.line_loss(station, 14.2e6).budget)
    assert line["radiated_w"]["min"] == again.budget.radiated_w.min()
    assert line["station"] == question.station(0).model_dump(exclude_none=True)
