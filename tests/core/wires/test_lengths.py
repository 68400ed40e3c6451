"""Which lengths of a planned antenna suit, against the station built and solved at each."""

import json
from dataclasses import replace

import numpy as np
import pytest

from tithe.core import AttenuatedLine, InputError, Line, Station, Transmitter, Tuner, solve
from tithe.core.antenna import PlannedAntenna, Resonator
from tithe.core.planning.lengths import lengths
from tithe.core.station import Band
from tithe.core.wires.estimate import Plan
from tithe.core.wires.ground import SOILS
from tithe.core.wires.shapes import Dipole, EndFed, Fan
from tithe.site.cli import main

BANDS = (Band("40 m", 7e6, 7.2e6), Band("20 m", 14e6, 14.35e6))
END_FED = EndFed(20, 2, 8, 5, 0.5)


def station(shape, *chain):
    return Station(Transmitter(), chain, PlannedAntenna(Plan(shape, SOILS["average"])), bands=BANDS)


def test_each_length_is_what_the_station_is_with_it():
    request = station(END_FED, Tuner(), Line(AttenuatedLine(50.0, 0.66, 0.6, 0.01), 5.0))
    tried = np.array([12.0, 20.5, 27.0])
    result = lengths(request, tried)
    edges = np.array([7e6, 7.1e6, 7.2e6, 14e6, 14.175e6, 14.35e6])
    for n, length in enumerate(tried):
        plan = Plan(replace(END_FED, wire_m=float(length)), SOILS["average"])
        alone = solve(replace(request, antenna=PlannedAntenna(plan, spread=False)), edges)
        assert result.z_ohm[n].ravel() == pytest.approx(alone.antenna.z_ohm, rel=0.12)  # on a coarser mesh
        assert result.radiated_w[n].ravel() == pytest.approx(alone.radiated_w, rel=0.06, abs=1.5)
    assert result.extreme[1].all()
    assert not result.extreme[0].any()


def test_a_dipole_without_a_tuner_suits_where_it_resonates_and_its_margin_is_the_way_out():
    request = replace(station(Dipole(20, 10)), bands=BANDS[:1])
    tried = np.arange(18.0, 22.0, 0.1)
    result = lengths(request, tried)
    (window,) = result.windows
    assert 19 < window[0] < window[1] < 21.5
    inside = (tried >= window[0] - 1e-9) & (tried <= window[1] + 1e-9)
    assert (result.suits[:, 0] == inside).all()
    assert (result.margin_m > 0).tolist() == inside.tolist()
    assert result.margin_m.max() == pytest.approx((window[1] - window[0]) / 2 + 0.1, abs=0.06)
    assert (result.swr[inside, 0] <= request.comfort_swr).all()


@pytest.mark.parametrize(
    ("change", "code"),
    [
        ({"antenna": Resonator(7e6, 50, 10)}, "not-planned"),
        ({"antenna": PlannedAntenna(Plan(Fan((20, 10), 9), "perfect"))}, "no-one-length"),
        ({"bands": ()}, "no-whole-band"),
    ],
)
def test_what_has_no_length_to_change_is_refused(change, code):
    with pytest.raises(InputError, match=code):
        lengths(replace(station(END_FED), **change), np.array([10.0]))


def test_the_command_says_which_suit(tmp_path, capsys):
    document = {
        "format": "tithe-station", "version": 1, "name": "garden", "chain": [],
        "transmitter": {"power_w": 100}, "antenna": {"kind": "wires", "shape": "dipole", "length_m": 20},
        "bands": [{"name": "40 m", "low_mhz": 7.0, "high_mhz": 7.2}],
    }  # fmt: skip
    file = tmp_path / "station.json"
    file.write_text(json.dumps(document), "utf-8")
    command = ["lengths", str(file), "--from", "18", "--to", "22", "--step", "0.25"]
    assert main([*command, "--json"]) == 0
    answer = json.loads(capsys.readouterr().out)
    assert [length["length_m"] for length in answer["lengths"]] == pytest.approx(np.arange(18, 22.01, 0.25))
    assert {length["length_m"] for length in answer["lengths"] if length["suits"]} == {
        length["length_m"] for length in answer["lengths"] if length["bands"][0]["reached"]
    }
    assert answer["windows"][0]["from_m"] > 18
    assert main(command) == 0
    assert "The best of them is 20" in capsys.readouterr().out
    assert main(["lengths", str(file), "--from", "10", "--to", "12"]) == 0
    assert "No length of these suits every band" in capsys.readouterr().out
    for wrong, said in (
        (["--from", "0", "--to", "5"], "--from: must be above 0"),
        (["--from", "9", "--to", "5"], "--to: must be above --from"),
        (["--from", "9", "--to", "90", "--step", "0.1"], "--step: must be larger"),
    ):
        assert main(["lengths", str(file), *wrong]) == 2
        assert capsys.readouterr().err.startswith(said)
