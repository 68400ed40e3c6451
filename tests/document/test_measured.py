"""Marks of what was measured, in the station file: kept whole, refused where they are wrong, silent once the
figure is another, and with the ends that they state."""

import json

import pytest

from tithe.core.parts.line import attenuation_db_per_m
from tithe.document import station_file
from tithe.document.errors import StationError
from tithe.document.parts.measured import MOST_Q

COIL = {"coil_q": {"value": [[3.65, 120], [14.2, 200]], "points": [[3.65, 100, 150], [14.2, 160, None]],
                   "date": "2026-05-01", "how": "three sweeps"}}  # fmt: skip
FIGURES = {"r0_ohm": 51.0, "velocity_factor": 0.66, "k1": 0.7, "k2": 0.01}
LINE = {
    "line": {"value": FIGURES, "spans": {"k1": [0.66, 0.74]}, "points": [[7.1, 1.8, 2.1], [14.2, 2.6, 3.0]]}
}


def station(**parts):
    chain = [
        {"kind": "tuner", "network": "t-highpass", "coil_q": [[3.65, 120], [14.2, 200]], "measured": COIL},
        {"kind": "line", "line": FIGURES, "length_m": 20, "measured": LINE},
        {"kind": "inline", "loss_db": 0.1, "measured": {"loss_db": {"value": 0.1, "low": 0.05, "high": 0.2}}},
        {"kind": "meter", "full_scale_w": 200, "scale": 1.1, "measured": {"scale": {"value": 1.1}}},
    ]
    for n, change in parts.items():
        chain[int(n[1:])] |= change
    return {"format": "tithe-station", "version": 1, "chain": chain, "antenna": {"kind": "unknown"}}


def parts_of(**changes):
    return station_file.validate(station(**changes)).chain


def test_marks_are_kept_whole_and_cost_nothing_where_there_are_none():
    document = station_file.read(station_file.write(station_file.validate(station())))
    again = json.loads(station_file.write(document))["chain"]
    assert again[0]["measured"]["coil_q"]["points"] == [[3.65, 100, 150], [14.2, 160, None]]
    assert again[1]["measured"]["line"]["value"] == FIGURES
    plain = station_file.validate(station(p0={"measured": None}))
    assert "measured" not in json.loads(station_file.write(plain))["chain"][0]


def test_a_figure_typed_since_silences_its_mark():
    assert [list(part.marks) for part in parts_of()] == [["coil_q"], ["line"], ["loss_db"], ["scale"]]
    other = FIGURES | {"k1": 0.8}
    changed = parts_of(p0={"coil_q": 120}, p1={"line": other}, p2={"loss_db": 0.2}, p3={"scale": 1.0})
    assert [part.marks for part in changed] == [{}, {}, {}, {}]
    # Of a line only the figures that were measured count.
    some = {"line": {"value": {"k1": 0.7}, "points": [[7.1, 1.8, 2.1]]}}
    kept = parts_of(p1={"line": FIGURES | {"r0_ohm": 75.0}, "measured": some})
    assert list(kept[1].marks) == ["line"]


def test_the_ends_are_those_that_are_stated():
    coil, line, part, meter = parts_of()
    ends = coil.measured_ends(3.65)
    assert ends is not None
    assert [end.coil_q for end in ends] == [100, 150]
    between = coil.measured_ends((3.65 + 14.2) / 2)
    assert between is not None
    assert between[0].coil_q == pytest.approx(130)
    beyond = coil.measured_ends(28.5)
    assert beyond is not None
    assert [end.coil_q for end in beyond] == [160, MOST_Q]
    ends = line.measured_ends(14.2)
    assert ends is not None
    losses = [attenuation_db_per_m(end.to_core().line, 14.2e6) * 100 for end in ends]
    assert losses == [pytest.approx(2.6), pytest.approx(3.0)]
    ends = part.measured_ends(7.1)
    assert ends is not None
    assert [end.loss_db for end in ends] == [0.05, 0.2]
    assert meter.measured_ends(7.1) is None
    open_end = {"loss_db": {"value": 0.1, "low": 0.05}}
    assert parts_of(p2={"measured": open_end})[2].measured_ends(7.1) is None


@pytest.mark.parametrize(
    ("measured", "place"),
    [
        ({"coil_q": {"date": "2026"}}, "chain[0].measured.coil_q.value"),
        ({"coil_q": {"value": -3}}, "chain[0].measured.coil_q.value"),
        ({"coil_q": {"value": 3, "when": "today"}}, "chain[0].measured.coil_q.when"),
        ({"coil_q": {"value": 3, "points": [[0, 1, 2]]}}, "chain[0].measured.coil_q.points[0][0]"),
        ({"coil_q": {"value": 3, "spans": {"k1": [1]}}}, "chain[0].measured.coil_q.spans.k1"),
        ([], "chain[0].measured"),
    ],
)
def test_what_is_no_mark_is_refused_where_it_stands(measured, place):
    with pytest.raises(StationError) as refused:
        station_file.validate(station(p0={"measured": measured}))
    assert any(error.place.startswith(place) for error in refused.value.errors)
