"""A tuner's view over the API: the mill's tuner, its chart as CSV, and what is refused where."""

import pytest

from tests.web.test_stations_api import send
from tithe.files import presets_csv
from tithe.files.presets_csv import PresetRow

pytestmark = pytest.mark.django_db
AT = 2
TRUE: dict[str, list[list[float]]] = {
    "c1": [[0, 20], [100, 250]],
    "l": [[0, 0.01], [100, 30]],
    "c2": [[0, 20], [100, 250]],
}


def ask(client, mill, what, **more):
    response = send(client, "post", f"/api/tuner/{what}", {"document": mill, "at": AT, **more})
    return response.json() if "json" in response.headers["Content-Type"] else response.content.decode()


def place(answer):
    return answer["errors"][0]["place"]


def with_dials(mill, dials=TRUE):
    mill["chain"][AT]["dials"] = {knob: {"points": points} for knob, points in dials.items()}
    return mill


def test_reach_and_bands_of_the_mill(client, mill):
    result = ask(client, mill, "reach", mhz=3.65)
    count = len(result["re"])
    assert count == len(result["im"]) == len(result["loss_db"]) == len(result["limit_w"])
    assert result["sentence"].startswith("At 3.65 MHz it matches")
    bands = ask(client, mill, "bands")
    assert bands["run_at"] == 5
    first = bands["bands"][0]
    assert (first["name"], first["matched"], first["cures"]) == ("80 m", True, [])
    solved = send(client, "post", "/api/solve", {"document": mill, "mhz": 3.65}).json()["here"]["result"]
    assert first["real"]["loss_db"] == pytest.approx(solved["stages"][AT]["loss_db"], abs=1e-6)
    assert first["real"]["efficiency"] == pytest.approx(solved["stages"][AT]["efficiency"])
    assert "1.5 dB at the load that is really there, 0.17 dB into 50 Ω" in bands["sentence"]


def test_of_an_antenna_that_is_planned_it_is_said_that_it_is_an_estimate(client, mill):
    assert "is planned" not in ask(client, mill, "bands")["sentence"]
    mill["antenna"] = {"kind": "wires", "shape": "dipole", "length_m": 20, "height_m": 9}
    assert "The antenna is planned: it is taken as typed here" in ask(client, mill, "bands")["sentence"]


def test_what_is_missing_is_named_with_what_would_cure_it(client, mill):
    mill["chain"][AT]["l_max_uh"] = 4
    mill["chain"][5]["length_m"] = 26
    result = ask(client, mill, "bands")
    lost = result["bands"][0]
    assert not lost["matched"]
    assert lost["real"] == {"loss_db": None, "efficiency": None, "limit_w": None}
    assert lost["lack"].startswith("needs 6.13 µH")
    assert [cure["way"] for cure in lost["cures"]] == ["shorter", "longer"]
    mill["chain"][5]["length_m"] = lost["cures"][0]["value"]
    assert ask(client, mill, "bands")["bands"][0]["matched"]


def test_an_antenna_without_phase_or_a_tuner_without_knobs_gets_a_sentence(client, mill):
    mill["antenna"] = {"kind": "swr", "points": [[7, 2], [7.2, 3]], "plane": "feedpoint"}
    assert "No band’s load at the tuner is known" in ask(client, mill, "bands")["sentence"]
    assert ask(client, mill, "hands", mhz=7.1)["errors"][0]["place"] == "antenna"
    mill["chain"][AT] = {"kind": "tuner", "network": "rated", "reach_swr": 3}
    assert ask(client, mill, "reach", mhz=7.1)["sentence"].startswith("At 7.1 MHz it matches 25 %")
    for what in ("chart", "retuning", "presets.csv"):
        assert place(ask(client, mill, what)) == f"chain[{AT}]"
    (refused,) = send(client, "post", "/api/tuner/bands", {"document": mill, "at": 0}).json()["errors"]
    assert refused["sentence"] == "The chain[0] is no tuner."


def test_the_chart_predicts_fits_and_tells_the_antenna(client, mill):
    predicted = ask(client, with_dials(mill), "chart")["predicted"]
    assert [item["band"] for item in predicted][:2] == ["80 m", "60 m"]
    rows = [
        {"mhz": item["mhz"], "dials": item["dials"], "swr": 1.05, "date": "2026-05-01"} for item in predicted
    ]
    mill["chain"][AT]["presets"] = [*rows, rows[2] | {"date": "2026-06-01"}]
    result = ask(client, mill, "chart")
    assert result["rows"][2]["newer"] == 9
    assert result["rows"][9]["expected_swr"] == pytest.approx(1, abs=1e-4)
    solved = send(client, "post", "/api/solve", {"document": mill, "mhz": 7.1}).json()["here"]["result"]
    assert solved["stages"][AT]["dials"] == pytest.approx(rows[2]["dials"], abs=1e-6)
    at = {point[0]: point[1:] for point in result["antenna"]["points"]}
    z = send(client, "post", "/api/solve", {"document": mill, "mhz": 7.1}).json()["here"]["result"]["antenna"]
    assert at[7.1] == pytest.approx([z["r_ohm"], z["x_ohm"]], rel=1e-6)
    assert "At 3.65 MHz" in result["antenna"]["sentence"]
    del mill["chain"][AT]["dials"]
    outcome = ask(client, mill, "chart")
    assert outcome["antenna"]["trouble"].startswith("A match tells the load once")
    for knob, points in TRUE.items():
        for (_, value), (low, high) in zip(points, outcome["dials"][knob]["interval"], strict=True):
            assert low <= value <= high
    assert "how they" not in outcome["sentence"]


def test_hands_start_where_the_dials_stand(client, mill):
    half = ask(client, mill, "hands", mhz=7.1)
    assert "every knob half way" in half["sentence"]
    assert half["meter"]["moves"][0]["number"] is None
    assert "most capacitance towards the antenna" in half["sentence"]
    for network in ("pi", "t-lowpass"):  # no capacitor stands in series there
        other = {"kind": "tuner", "network": network, "l_max_uh": 10}
        chain = [*mill["chain"][:AT], other, *mill["chain"][AT + 1 :]]
        result = ask(client, mill | {"chain": chain}, "hands", mhz=7.1)
        assert "most capacitance" not in result["sentence"]
    here = ask(client, with_dials(mill), "hands", mhz=7.1, stand={"c1": 100, "l": 4.3, "c2": 88})
    assert here["sentence"].startswith("From where the knobs stand")
    assert here["meter"]["start_swr"] < half["meter"]["start_swr"]
    assert here["dials"]["moves"][-1]["number"] is not None
    assert place(ask(client, mill, "hands", mhz=7.1, stand={"c1": 100, "l": 4.3})) == "dials.c2"
    mill["chain"][AT]["dials"]["l"] = {"scale": [1, 2], "points": [[1, 3], [2, 5]], "taps": True}
    assert "Never switch the coil" in ask(client, mill, "hands", mhz=7.1)["cautions"][0]
    mill["chain"][AT] = {"kind": "tuner", "network": "stepped-l"}
    assert "tunes itself" in ask(client, mill, "hands", mhz=7.1)["errors"][0]["rule"]


def test_the_panel_answers_as_the_station_would(client, mill):
    predicted = ask(client, with_dials(mill), "chart")["predicted"]
    at = next(item["dials"] for item in predicted if item["mhz"] == 7.1)
    result = ask(client, mill, "turned", mhz=7.1, dials=at)
    assert result["here"]["result"]["stages"][AT]["swr_in"] == pytest.approx(1, abs=1e-4)
    off = ask(client, mill, "turned", mhz=7.1, dials=at, hidden=5)
    assert off["here"]["result"]["stages"][AT]["swr_in"] > 1.05
    assert place(ask(client, mill, "turned", mhz=7.1, dials=at | {"l": 101})) == "dials.l"
    mill["chain"][AT] = {"kind": "tuner", "network": "stepped-l"}
    steps = {"l": 9, "c": 12}
    assert place(ask(client, mill, "turned", mhz=7.1, dials=steps)) == "form"
    result = ask(client, mill, "turned", mhz=7.1, dials=steps, form="l-coil-then-shunt-c")
    assert result["here"]["result"]["stages"][AT]["setting"] == pytest.approx({"l_uh": 0.45, "c_pf": 120})


def test_retuning_looks_from_the_presets_of_now(client, mill):
    mill["chain"][AT]["presets"] = [
        {"mhz": mhz, "dials": {"c1": 10, "l": 20, "c2": 30}} for mhz in (3.55, 3.75)
    ]
    result = ask(client, mill, "retuning")
    assert [spot["preset"] for spot in result["bands"][0]["spots"]] == [0, 1]
    assert result["bands"][1]["spots"][0]["preset"] is None
    assert result["limits"] == [1.5, 2.0]


def test_relay_presets_show_their_pattern(client, mill):
    mill["chain"][AT] = {"kind": "tuner", "network": "stepped-l"}
    result = ask(client, mill, "chart")["predicted"]
    one = next(item for item in result if item["dials"])
    mill["chain"][AT]["presets"] = [
        {"mhz": one["mhz"], "dials": one["dials"], "swr": one["swr"], "form": one["form"]}
    ]
    row = ask(client, mill, "chart")["rows"][0]
    assert f"coil {int(one['dials']['l']):08b}, capacitor {int(one['dials']['c']):08b}" in row["relays"]
    assert row["expected_swr"] == pytest.approx(one["swr"], rel=1e-6)
    mill["chain"][AT]["presets"][0]["form"] = "t"
    assert place(ask(client, mill, "chart")) == f"document.chain[{AT}].presets[0].form"


def test_the_chart_goes_out_and_comes_back_as_csv(client, mill):
    rows = [
        {
            "mhz": 7.1, "dials": {"c1": 10.5, "l": 20, "c2": 30}, "swr": 1.1, "date": "2026-05-01",
            "note": '=rain, "wet"',
        },
        {"mhz": 14.2, "dials": {"c1": 1, "l": 2, "c2": 3}},
    ]  # fmt: skip
    mill["chain"][AT]["presets"] = rows
    text = ask(client, mill, "presets.csv")
    assert text.splitlines()[0] == "MHz,c1,l,c2,SWR,date,note"
    assert "'=rain" in text
    back = ask(client, mill, "presets/read", text=text)
    assert [item["mhz"] for item in back] == [7.1, 14.2]
    assert back[0] == rows[0] | {"form": ""}
    excel = "Note;c2;L;C1;mhz\nwet;3,5;20;1,25;7,05\n\n"
    assert ask(client, mill, "presets/read", text=excel)[0] | {"note": ""} == {
        "mhz": 7.05, "dials": {"c1": 1.25, "l": 20, "c2": 3.5}, "swr": 1, "form": "", "date": "", "note": "",
    }  # fmt: skip


@pytest.mark.parametrize(
    ("text", "where"),
    [
        ("", "file"),
        ("MHz,c1,l\n7,1,2\n", "line 1"),
        ("MHz,c1,l,c2\n", "file"),
        ("MHz,c1,l,c2\n7,1,2,3\n7,1,2\n", "line 3"),
        ("MHz,c1,l,c2\n7,1,x,3\n", "line 2, l"),
        ("MHz,c1,l,c2\n7,1,nan,3\n", "line 2, l"),
        ("MHz,c1,l,c2\n-7,1,2,3\n", "line 2, MHz"),
        ("MHz,c1,l,c2,SWR\n7,1,2,3,0.5\n", "line 2, SWR"),
        ("MHz,c1,l,c2\n" + "7,1,2,3\n" * 501, "line 502"),
    ],
)
def test_a_chart_that_cannot_be_read_is_refused_at_its_line(client, mill, text, where):
    assert place(ask(client, mill, "presets/read", text=text)) == where


def test_a_form_goes_along_where_there_is_one():
    row = PresetRow(7.1, {"l": 3, "c": 9}, 1.2, "", "", "l-shunt-c-then-coil")
    assert presets_csv.read(presets_csv.write(("l", "c"), [row]), ("l", "c")) == [row]
