"""Touchstone files: formats and references agree; every refusal names its line."""

import cmath
import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.said import line
from tithe.core import InputError
from tithe.files import touchstone

GAMMA = st.builds(cmath.rect, st.floats(0.001, 0.999), st.floats(-math.pi, math.pi))


@given(st.lists(GAMMA, min_size=1, max_size=20))
def test_writing_and_reading_is_the_identity(gammas):
    points = tuple(((k + 1) * 1e6, g.real, g.imag) for k, g in enumerate(gammas))
    read = touchstone.parse(touchstone.write(touchstone.Sweep(points), "made here")).points
    for a, b in zip(points, read, strict=True):
        assert a == pytest.approx(b, rel=1e-12, abs=1e-15)


@given(GAMMA, st.sampled_from(["Hz", "kHz", "MHz", "GHz"]), st.floats(5, 600))
def test_all_forms_of_one_reflection_agree(gamma50, unit, reference):
    """The same impedance as S in RI, MA and DB, as Z and as Y, against any reference."""
    z = 50 * (1 + gamma50) / (1 - gamma50)
    s, zn = (z - reference) / (z + reference), z / reference
    freq = 7.1e6 / {"Hz": 1, "kHz": 1e3, "MHz": 1e6, "GHz": 1e9}[unit]
    db = 20 * math.log10(max(abs(s), 1e-12))
    rows = {
        "S RI": (s.real, s.imag),
        "S MA": (abs(s), math.degrees(cmath.phase(s))),
        "S DB": (db, math.degrees(cmath.phase(s))),
        "Z RI": (zn.real, zn.imag),
        "Y MA": (abs(1 / zn), math.degrees(cmath.phase(1 / zn))),
    }
    for form, (item, two) in rows.items():
        text = f"! a comment\n# {unit} {form} R {reference!r}\n{freq!r} {item!r} {two!r} ! tail\n"
        ((f, re, im),) = touchstone.parse(text).points
        assert f == pytest.approx(7.1e6)
        # Near total reflection a change of reference magnifies rounding by z/R and R/z.
        assert abs(complex(re, im) - gamma50) < 1e-7


@pytest.mark.parametrize(
    ("text", "complaint"),
    [
        ("", "file: holds no data lines"),
        ("# MHz S RI R 50\n7 0.1\n", "line 2: must hold 3 numbers of a one-port; it holds 2"),
        ("# MHz S RI R 50\n7 0.1 x\n", "line 2: holds 'x' where a number belongs"),
        ("# MHz S RI R 50\n7 0.1 nan\n", "line 2: holds 'nan' where a number belongs"),
        ("# MHz S RI R 50\n7 2 0\n", "line 2: returns more power than it gets"),
        ("# MHz S RI R 50\n7 0 0\n7 0 0\n", "line 3: must have a higher frequency"),
        ("# MHz H RI R 50\n", "line 1: has the unknown option 'H'"),
        ("# MHz S RI R -5\n", "line 1: must have a reference resistance above 0"),
        ("[Version] 2.0\n", "line 1: is a version 2 keyword"),
        ("# MHz S DB R 50\n7 1e9 0\n", "line 2: holds a magnitude too large"),
        ("x" * 8_000_001, "file: is larger than 8 MB"),
    ],
)
def test_refusals_name_the_line(text, complaint):
    with pytest.raises(InputError) as caught:
        touchstone.parse(text)
    assert line(caught.value).startswith(complaint)


@given(st.text(max_size=200) | st.text(alphabet="#!0123456789.eE+- MHzRIDBSR\n", max_size=200))
def test_any_text_is_read_or_refused(text):
    try:
        sweep = touchstone.parse(text)
    except InputError as error:
        assert error.place.startswith(("line ", "file"))
    else:
        assert all(math.isfinite(x) for point in sweep.points for x in point)


@given(st.binary(max_size=200))
def test_any_bytes_are_decoded_or_refused(content):
    try:
        assert isinstance(touchstone.decode(content), str)
    except InputError as error:
        assert error.place == "file"


@given(
    st.sampled_from(["RI", "MA", "DB"]),
    st.sampled_from(["S", "Z", "Y"]),
    st.lists(st.tuples(st.floats(0.01, 0.6), st.floats(0.01, 0.6)), min_size=1, max_size=20),
    st.sampled_from(["", "! a comment\n", "\n"]),
)
def test_both_readers_read_the_same(form, parameter, values, between):
    """The one that reads a sound file at once, and the one that can name a line."""
    rows = between.join(f"{7 + n / 100} {a} {b} ! point {n}\n" for n, (a, b) in enumerate(values))
    text = f"! head\n# MHz {parameter} {form} R 50\n{rows}"
    at_once = touchstone._at_once(text)
    try:
        slow = touchstone._line_by_line(text)
    except InputError:
        assert at_once is None
        return
    assert at_once is not None
    np.testing.assert_allclose(at_once.points, slow.points, rtol=1e-12, atol=1e-15)
