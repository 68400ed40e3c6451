"""Antennas of wires in the station file: shapes by their names, and what is refused at its place."""

import json

import pytest

from tithe.document import station_file
from tithe.document.errors import StationError
from tithe.document.wires import SHAPES
from tithe.site.cli import main
from tithe.text import line

SHAPES_AS_TYPED = {
    "dipole": {"length_m": 20, "height_m": 10, "feed_share": 0.5},
    "inverted-vee": {"leg_m": 10.1, "apex_m": 12, "angle_deg": 120},
    "end-fed": {
        "wire_m": 20, "near_height_m": 2, "far_height_m": 9, "counterpoise_m": 5,
        "counterpoise_height_m": 0.5, "bend_m": 8, "bend_height_m": 7,
    },
    "vertical": {
        "height_m": 7, "diameter_mm": 30, "radials": 16, "radial_m": 8, "coil": {"uh": 8, "at_share": 0.4},
        "top_wires": 3, "top_m": 1, "measured": {"mhz": 7.1, "r_ohm": 60, "radials": 8},
    },
    "whip": {"height_m": 2.5, "ground_ohm": 12, "coil": {"ohm": 400, "q": 150, "at_share": 0.5}},
    "fan": {"lengths_m": [20, 10], "height_m": 9},
    "wires": {
        "wires": [[0, 0, 8, 10, 0, 8], [10, 0, 8, 20, 0, 6]], "feed": [10, 0, 8],
        "coils": [{"at": [5, 0, 8], "uh": 3}],
    },
}  # fmt: skip


def station(**antenna):
    return {
        "format": "tithe-station", "version": 1, "name": "garden", "chain": [],
        "transmitter": {"power_w": 100}, "antenna": {"kind": "wires", **antenna},
    }  # fmt: skip


def test_every_shape_is_told_by_the_command_and_comes_back_as_typed(tmp_path, capsys):
    assert SHAPES.keys() == SHAPES_AS_TYPED.keys()
    for shape, typed in SHAPES_AS_TYPED.items():
        document = station(shape=shape, **typed)
        kept = station_file.validate(document).model_dump(exclude_unset=True, mode="json")
        assert kept["antenna"] == json.loads(json.dumps(document["antenna"]))
        file = tmp_path / "station.json"
        file.write_text(json.dumps(document), "utf-8")
        assert main(["antenna", str(file), "--mhz", "7.1", "--mhz", "14.2", "--json"]) == 0
        for result in json.loads(capsys.readouterr().out)["results"]:
            for key in ("r_ohm", "x_ohm", "swr", "efficiency"):
                assert result[key]["min"] <= result[key]["median"] <= result[key]["max"], (shape, key)
            assert result["r_ohm"]["min"] > 0
            assert 0 <= result["efficiency"]["min"] <= result["efficiency"]["max"] <= 1
            assert 0 < result["sky_share"] <= 1
            assert 0 < result["low_angle_share"] < 1
        assert main(["antenna", str(file), "--mhz", "7.1"]) == 0
        assert "This is an estimate" in capsys.readouterr().out


def test_the_estimate_alone_is_one_figure_and_free_space_has_no_sky(tmp_path, capsys):
    file = tmp_path / "station.json"
    document = station(shape="dipole", length_m=20, ground="free-space", conductor="perfect", spread=False)
    file.write_text(json.dumps(document), "utf-8")
    assert main(["antenna", str(file), "--mhz", "7.1", "--json"]) == 0
    (item,) = json.loads(capsys.readouterr().out)["results"]
    assert item["r_ohm"]["min"] == item["r_ohm"]["max"]
    assert item["efficiency"]["median"] == 1
    assert item["sky_share"] is None


@pytest.mark.parametrize(
    ("antenna", "said"),
    [
        ({"shape": "cubical"}, "antenna.shape: must be one of dipole, "),
        ({"shape": "dipole"}, "antenna.length_m: is missing"),
        ({"shape": "dipole", "length_m": 20, "feed_share": 0}, "antenna.feed_share: must lie between"),
        ({"shape": "dipole", "length_m": 20, "ground": "mud"}, "antenna.ground: must be one of"),
        (
            {"shape": "dipole", "length_m": 20, "ground": {"eps_r": 0, "sigma_s_m": 1}},
            "antenna.ground.eps_r: must be 1 or more",
        ),
        ({"shape": "inverted-vee", "leg_m": 20, "apex_m": 3}, "antenna.apex_m: is too low: the legs"),
        ({"shape": "end-fed", "wire_m": 3, "far_height_m": 9}, "antenna.wire_m: must be as long as it rises"),
        ({"shape": "vertical", "height_m": 5, "coil": {"at_share": 0.5}}, "antenna.coil: needs either ohm"),
        (
            {"shape": "wires", "wires": [[0, 0, 5, 10, 0, 5], [5, -5, 5, 5, 5, 5]], "feed": [0, 0, 5]},
            "antenna.wires[1]: touches or crosses wires[0]",
        ),
        (
            {"shape": "wires", "wires": [[0, 0, 5, 10, 0, 5], [0, 0, 5, 9, 0.05, 5]], "feed": [0, 0, 5]},
            "antenna.wires[1]: touches or crosses wires[0]",
        ),
        (
            {"shape": "wires", "wires": [[0, 0, -5, 10, 0, 5]], "feed": [5, 0, 0]},
            "antenna.wires[0]: must not run under the ground",
        ),
        ({"shape": "wires", "wires": [[0, 0, 0, 9, 0, 0]], "feed": [5, 0, 0]}, "antenna.wires[0]: must not"),
        ({"shape": "end-fed", "wire_m": 20, "bend_m": 8}, "antenna.bend_height_m: goes with bend_m"),
        (
            {"shape": "end-fed", "wire_m": 20, "bend_m": 4, "bend_height_m": 9},
            "antenna.bend_m: must be as long as it rises",
        ),
        (
            {
                "shape": "vertical", "height_m": 9, "radial_height_m": 2,
                "measured": {"mhz": 7.1, "r_ohm": 90, "radials": 4},
            },
            "antenna.measured: is of radials on the ground",
        ),
        ({"shape": "vertical", "height_m": 5, "ground": "free-space"}, "antenna.ground: must be a soil"),
        ({"shape": "whip", "height_m": 2, "ground": "free-space"}, "antenna.ground: must be a soil"),
        ({"shape": "wires", "wires": [[0, 0, 5, 0, 0, 5]], "feed": [0, 0, 5]}, "antenna.wires[0]: must have"),
        ({"shape": "wires", "wires": [[0, 0, 5, 9, 0, 5]], "feed": [5, 1, 5]}, "antenna.feed: must be"),
    ],
)  # fmt: skip
def test_what_cannot_be_is_refused_at_its_place(antenna, said):
    with pytest.raises(StationError) as caught:
        station_file.validate(station(**antenna))
    assert line(caught.value.errors[0]).startswith(said)


@pytest.mark.parametrize(
    ("antenna", "said"),
    [
        ({"shape": "dipole", "length_m": 10_000}, "antenna: is of wires that can be computed from"),
        ({"shape": "dipole", "length_m": 5, "wire_mm": 1200}, "antenna.wires[0]: is cut into pieces of"),
    ],
)
def test_wires_that_fit_no_wave_are_refused_when_they_are_computed(tmp_path, capsys, antenna, said):
    file = tmp_path / "station.json"
    file.write_text(json.dumps(station(**antenna)), "utf-8")
    for command in (["antenna"], ["solve"]):
        assert main([*command, str(file), "--mhz", "14.2"]) == 2
        result = capsys.readouterr()
        assert result.err.startswith(said)
        assert result.out == ""


def test_what_soil_takes_of_wires_that_stand_on_it_is_not_made_up(tmp_path, capsys):
    file = tmp_path / "station.json"
    upright = {"shape": "wires", "wires": [[0, 0, 0, 0, 0, 10]], "feed": [0, 0, 0]}
    for more, said in (({}, True), ({"ground": "perfect"}, False), ({"loss_ohm": 12}, False)):
        file.write_text(json.dumps(station(**upright, **more)), "utf-8")
        assert main(["antenna", str(file), "--mhz", "7.1"]) == 0
        assert ("what the soil takes around its foot" in capsys.readouterr().out) == said
