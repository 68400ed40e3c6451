"""Sweeps from CSV: columns recognised or asked for, every refusal named; written and read alike."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.said import line, refused, rule
from tithe.core import InputError
from tithe.core.sweep import with_phase, without_phase
from tithe.files import sweep_csv, sweep_file

GAMMA = st.builds(lambda r, a: r * np.exp(1j * a), st.floats(0, 0.99), st.floats(-3.1, 3.1))


@given(st.lists(GAMMA, min_size=1, max_size=30))
def test_written_and_read_back_both_ways(gammas):
    sweep = with_phase(np.arange(1, len(gammas) + 1) * 1e6, np.array(gammas))
    for text in (sweep_file.write(sweep, "a comment"), sweep_csv.write(sweep)):
        back = sweep_file.read(text)
        assert np.abs(back.gamma - sweep.gamma).max() < 1e-9
        assert back.freq_hz == pytest.approx(sweep.freq_hz)
    ratios = without_phase(sweep.freq_hz, sweep.swr)
    assert sweep_file.read(sweep_file.write(ratios)).rho == pytest.approx(ratios.rho, abs=1e-9)


@pytest.mark.parametrize(
    ("text", "holds", "rho"),
    [
        ("Frequency (kHz);R;X\n7000;150;0\n", "r-x", 0.5),
        ("freq_hz,R_ohm,X_ohm\n7e6,150,0\n", "r-x", 0.5),
        ("# note\nMHz\tSWR\n7,0\t3,0\n", "swr", 0.5),
        ("MHz,return loss dB\n7,6.0206\n", "return-loss", 0.5),
        ("MHz,S11 (dB)\n7,-6.0206\n", "return-loss", 0.5),
        ("MHz;RL\n7;6,0206\n", "return-loss", 0.5),
    ],
)
def test_columns_are_recognised_by_their_headings(text, holds, rho):
    result = sweep_csv.recognise(text)
    assert (result.holds, result.question) == (holds, "")
    sweep = sweep_file.read(text)
    assert sweep.freq_hz[0] == 7e6
    assert sweep.rho[0] == pytest.approx(rho, rel=1e-4)


def test_what_the_headings_leave_open_is_asked_and_can_be_answered():
    text = "7000,1.5\n7100,1.2\n"
    result = sweep_csv.recognise(text)
    assert result.heads == ("column 1", "column 2")
    assert result.question == "head-frequency"
    assert sweep_csv.first_rows(text, result, 1) == [["7000", "1.5"]]
    with refused("must head a column"):
        sweep_csv.parse(text)
    answered = sweep_csv.confirmed(text, 0, "khz", "swr", 1, None)
    assert sweep_csv.parse(text, answered).swr == pytest.approx([1.5, 1.2])
    assert sweep_csv.recognise("frequency,SWR\n7,2\n").question == "head-unit"


@pytest.mark.parametrize(
    ("text", "complaint"),
    [
        ("", "file: holds no data lines"),
        ("MHz,SWR\n", "file: holds headings but no data"),
        ("MHz,SWR\n7\n", "line 2: holds 1 columns; 2 are needed"),
        ("MHz,SWR\n7,x\n", "line 2: holds 'x' where a number belongs"),
        ("MHz,SWR\n7,0.9\n", "line 2: has an SWR of 0.9; an SWR is never below 1"),
        ("MHz,R,X\n7,-2,1\n", "line 2: has R = -2 Ω; an antenna’s R is never below 0"),
        ("MHz,SWR\n7,2\n7,2\n", "line 3: must have a higher frequency"),
        ("MHz,SWR\n-7,2\n", "line 2: must have a frequency above 0"),
        ("MHz,RL\n7,3\n8,-3\n", "file: mixes return losses above and below 0 dB"),
        ("MHz,RL\n7,900\n", "line 2: has a return loss too large"),
        ("SWR\n2\n", "line 1: must head a column with the frequency"),
    ],
)
def test_refusals_name_the_line(text, complaint):
    with pytest.raises(InputError) as caught:
        sweep_file.read(text)
    assert line(caught.value).startswith(complaint)


@given(
    st.text(max_size=200)
    | st.text(alphabet='MHzkRXSWR,;\t"0123456789.eE+-\n\r#! ', max_size=200)
    | st.lists(st.floats(allow_nan=True), max_size=12).map(
        lambda xs: "MHz,R,X\n" + "\n".join(f"{x},{x},{x}" for x in xs)
    )
)
def test_any_text_is_read_or_refused_with_its_line(text):
    try:
        sweep = sweep_file.read(text)
    except InputError as error:
        assert error.place.startswith(("line ", "file"))
        assert rule(error)
    else:
        assert np.isfinite(sweep.rho).all()
        assert (np.diff(sweep.freq_hz) > 0).all()
