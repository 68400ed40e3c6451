"""The bench over the API: simulated days through the same door as typed figures and files, and what they come
to in the station."""

import json

import numpy as np
import pytest

from tests.web.test_stations_api import send
from tithe.core.sweep import without_phase
from tithe.files import sweep_file

pytestmark = pytest.mark.django_db
TUNER, RUN = 2, 5


def ask(client, job, status=200, **body):
    response = send(client, "post", f"/api/bench/{job}", body)
    assert response.status_code == status, response.content[:500]
    return response.json()


def day(client, job, mill, at, seed=3):
    return ask(client, f"practice/{job}", document=mill, at=at, seed=seed)


def refused(client, job, **body):
    error = ask(client, job, status=422, **body)["errors"][0]
    return error["place"], error["rule"]


def carried(mill, at, answer, date="2026-05-01"):
    """The station with the answer in it, as the page puts it there."""
    carry = json.loads(json.dumps(answer["carry"]))
    for mark in carry["measured"].values():
        mark["date"] = date
    mill["chain"][at] |= carry["fields"] | {"measured": carry["measured"]}
    return mill


def test_a_day_with_the_tuner_changes_what_the_station_says_of_it(client, mill):
    shown = day(client, "tuner", mill, TUNER)
    result = ask(client, "tuner", rows=shown["rows"], document=mill, at=TUNER)
    assert len(result["rows"]) == 9
    assert "(measured" in result["sentence"]
    assert result["why"].endswith("at others more current flows for the same power.")
    lengths = result["lengths"]
    assert lengths["length_m"][lengths["present"]] == mill["chain"][RUN]["length_m"]
    before = send(client, "post", "/api/solve", {"document": mill, "mhz": 3.65}).json()
    assert before["measured"] == []
    after = send(client, "post", "/api/solve", {"document": carried(mill, TUNER, result), "mhz": 3.65}).json()
    stage = after["here"]["result"]["stages"][TUNER]
    assert stage["loss_db"] != pytest.approx(before["here"]["result"]["stages"][TUNER]["loss_db"], rel=0.02)
    (measured,) = after["measured"]
    assert measured["marks"][0].startswith("Coil Q ")
    assert measured["loss_db"]["min"] < stage["loss_db"] < measured["loss_db"]["max"]
    row = next(row for row in result["rows"] if abs(row["mhz"] - 3.65) < 1e-3)
    assert row["in_station_db"]["median"] == pytest.approx(stage["loss_db"], rel=0.01)
    r0 = row["loss_db"]["median"]
    assert f"not {r0:.2f}".rstrip("0") in measured["sentence"]
    assert "(measured 2026-05-01, " in measured["sentence"]


def test_a_mark_says_nothing_once_the_figure_is_another(client, mill):
    shown = day(client, "tuner", mill, TUNER)
    carried(mill, TUNER, ask(client, "tuner", rows=shown["rows"], document=mill, at=TUNER))
    mill["chain"][TUNER]["coil_q"] = 150
    assert send(client, "post", "/api/solve", {"document": mill, "mhz": 3.65}).json()["measured"] == []


def test_a_line_s_sweeps_go_into_the_run(client, mill):
    shown = day(client, "line", mill, RUN)
    result = ask(client, "line", **shown["texts"], **shown["figures"], document=mill, at=RUN)
    assert "times what your station has for it" in result["sentence"]
    k1 = result["k1"]
    truth = float(shown["truth"].split("k₁ ")[1].split(",")[0])
    assert k1["min"] <= truth <= k1["max"]
    answer = send(client, "post", "/api/solve", {"document": carried(mill, RUN, result), "mhz": 14.2}).json()
    (measured,) = answer["measured"]
    stage = answer["here"]["result"]["stages"][RUN]
    assert measured["loss_db"]["min"] < stage["loss_db"] < measured["loss_db"]["max"]
    # By velocity instead its length comes back; by typed return losses neither impedance nor velocity.
    texts = {end: shown["texts"][end] for end in ("open", "short")}
    velocity = result["velocity_factor"]["median"]
    by_velocity = ask(client, "line", **texts, velocity_factor=velocity, document=mill, at=RUN)
    assert by_velocity["length_m"]["median"] == pytest.approx(38, rel=0.005)
    assert "length_m" in by_velocity["carry"]["fields"]
    typed = ask(client, "line", typed=[[7.1, 1.2, 1.3], [14.2, 1.78, 1.81], [28.4, 2.6, 2.6]], length_m=38,
                document=mill, at=RUN)  # fmt: skip
    assert typed["z0_ohm"] is None
    assert (
        typed["carry"]["fields"]["line"]["velocity_factor"] == mill["chain"][RUN]["line"]["velocity_factor"]
    )
    assert (
        ask(client, "line", typed=[[7.1, 1.2, 1.3], [14, 2, 2], [28, 2.6, 2.6]], length_m=38)["carry"] is None
    )


def test_water_in_a_connector_is_found_where_it_is(client, mill):
    shown = day(client, "fault", mill, RUN)
    result = ask(client, "fault", text=shown["texts"]["hanging"], document=mill, at=RUN)
    truth = float(shown["truth"].split(" at ")[1].split(" m")[0])
    (wet,) = [fault for fault in result["faults"] if fault["kind"] == "piece-lower"]
    assert wet["at_m"] == pytest.approx(truth, abs=result["resolution_m"] / 2)
    assert "a connector with water in it" in result["sentence"]
    assert result["remark"].startswith("Bench: ")
    assert "Here that would be 38 m, and 1 other place would stay unseen." in result["why"]
    dips = ask(client, "fault", dips=[7.0, 9.6, 12.21], document=mill, at=RUN)
    assert dips["faults"][0]["at_m"] == pytest.approx(38, rel=0.02)
    assert dips["faults"][0]["gamma"] is None
    assert dips["sentence"].startswith("By 3 dips, what sends most of the wave back lies at 38 m")
    assert max(rho for _, rho in result["along"]) > 0.4


def test_a_transformer_a_choke_and_a_pair(client, mill):
    mill["chain"].append({"kind": "transformer", "label": "4:1", "ratio": 4})
    at = len(mill["chain"]) - 1
    shown = day(client, "part", mill, at)
    result = ask(client, "part", **shown["texts"], **shown["figures"], transformer=True, document=mill, at=at)
    ratio = result["transformer"]["ratio"]
    truth = float(shown["truth"].split(" : ")[0].removeprefix("Ratio "))
    assert ratio["min"] - 0.01 <= truth <= ratio["max"] + 0.01
    fields = carried(mill, at, result)["chain"][at]
    assert fields["leakage_uh"] > 0
    assert fields["f_min_mhz"] < fields["f_max_mhz"]
    assert send(client, "post", "/api/solve", {"document": mill, "mhz": 7.1}).status_code == 200
    pair = ask(client, "part", pair=[[7, 0.3, 30], [14, 0.34, 28], [28, 0.5, 20]])
    assert pair["loss_db"]["min"] < 0.17 < pair["loss_db"]["max"]
    nothing = ask(client, "part", pair=[[7, 3, 30]])
    assert (nothing["band_mhz"], nothing["carry"]) == (None, None)


def test_meters_and_the_analyzer(client, mill):
    at = 1
    shown = day(client, "meter", mill, at)
    result = ask(client, "meter", **shown["figures"])
    truth = float(shown["truth"].split("shows ")[1].split(" ")[0])
    assert result["scale"]["min"] - 0.01 <= truth <= result["scale"]["max"] + 0.01
    before = send(client, "post", "/api/solve", {"document": mill, "mhz": 7.1}).json()
    after = send(client, "post", "/api/solve", {"document": carried(mill, at, result), "mhz": 7.1}).json()
    forward = [item["here"]["result"]["stages"][at]["forward_w"] for item in (before, after)]
    assert forward[1] / forward[0] == pytest.approx(result["scale"]["median"], rel=1e-3)
    assert after["measured"][0]["marks"][0].startswith("Shows, times the power there is ")
    other = ask(client, "meter", shown_w=108, power_w=100, accuracy_pct=3, full_scale_w=200)
    assert (
        "right within what the bench can tell"
        not in ask(client, "meter", shown_w=150, power_w=100)["sentence"]
    )
    assert "6 % of what it shows" in other["why"]
    verdicts = set()
    for seed in range(6):
        texts = day(client, "check", mill, at, seed)["texts"]
        looked = ask(client, "check", **texts)
        verdicts.add(looked["good"])
        assert looked["sentence"].startswith("The calibration holds" if looked["good"] else "Calibrate again")
        ask(client, "tuner", rows=[{"mhz": 7.1, "match": 35, "short": 0.3, "open": 0.1}],
            residual=looked["residual"])  # fmt: skip
    assert verdicts == {True, False}
    typed = ask(client, "check", typed=[[7, 0.01, -0.01, 44], [14, 0, 0.02, 39]])
    assert typed["directivity_db"] == pytest.approx(39)
    pair = day(client, "watts", mill, at)["figures"]
    sides = {
        side: {key.split(".")[1]: value for key, value in pair.items() if key.startswith(side)}
        for side in ("before", "behind")
    }
    lost = ask(client, "watts", **sides)
    assert lost["loss_db"]["min"] < lost["loss_db"]["max"]
    assert ask(client, "watts", **sides, same_meter=True)["tells_from_db"] < lost["tells_from_db"]


def test_one_frequency_of_a_file(client):
    text = sweep_file.write(without_phase(np.linspace(7e6, 7.2e6, 3), np.array([1.5, 2.0, 3.0])))
    assert ask(client, "read", text=text)["reading"] == pytest.approx(9.542, abs=1e-3)
    result = ask(client, "read", text="# kHz S RI R 75\n7000 0 0\n7200 0.1 0\n", mhz=7.1)
    # 75 Ω at 7 MHz is Γ 0.2 against 50 Ω; at 7.2 MHz it is 91.7 Ω.
    assert result["reading"] == pytest.approx([(0.2 + 0.2941) / 2, 0], abs=1e-3)
    assert refused(client, "read", text="# MHz S RI R 50\n7 0 0\n", mhz=9)[0] == "sweep"


def test_what_the_bench_cannot_use_is_refused_where_it_is(client, mill):
    scalar = "MHz;SWR\n7;2\n7.1;1.5\n7.2;2\n"
    first, other = "# MHz S RI R 50\n7 0 0\n8 0 0\n", "# MHz S RI R 50\n7 0 0\n9 0 0\n"
    for job, body, place, words in (
        ("tuner", {"rows": []}, "rows", "1 or more entries"),
        (
            "tuner",
            {"rows": [{"mhz": 7, "match": 5, "short": 1, "open": 1}]},
            "rows[0].match_db",
            "10 or more",
        ),
        ("tuner", {"rows": [{"mhz": 7, "match": [1.2, 0], "short": 1}]}, "rows[0].match", "1.2"),
        ("tuner", {"rows": [{"mhz": 7, "match": 30, "short": 1}], "document": mill, "at": 0}, "chain[0]", ""),
        ("tuner", {"rows": [{"mhz": 7, "match": 30, "short": 1}], "document": mill, "at": 99}, "at", "no"),
        ("line", {"length_m": 3}, "open", "the open or the short"),
        (
            "line",
            {"open": first, "short": other, "length_m": 3},
            "short",
            "frequencies of the sweep of the open",
        ),
        ("line", {"open": scalar, "velocity_factor": 0.66}, "length_m", "no phase"),
        (
            "line",
            {"typed": [[7, 1, 1], [8, -1.2, 1], [9, 1, 1]], "length_m": 3},
            "typed[1]",
            "without the sign",
        ),
        ("check", {"typed": [[7, 0, -3, 40], [14, 0, 0, 40]]}, "typed[0]", "return loss of -3 dB"),
        ("part", {"pair": [[7, 0.1, -30], [14, 0.1, 30]]}, "pair[0]", "without the sign"),
        ("line", {"open": first, "typed": [[7, 1, 1]], "length_m": 3}, "typed", "not both"),
        ("line", {"typed": [[7, 1, None], [8, None, 1], [9, 1, 1]], "length_m": 3}, "typed[1]", "missing"),
        ("fault", {"text": first}, "velocity_factor", "missing"),
        ("fault", {"velocity_factor": 0.66}, "text", "missing"),
        ("fault", {"dips": [7], "velocity_factor": 0.66}, "dips", "two dips or more"),
        ("fault", {"text": scalar, "velocity_factor": 0.66}, "text", "no phase"),
        ("part", {"match": first, "short": first}, "open", "missing"),
        ("part", {"match": first, "pair": [[7, 1, 20]]}, "pair", "not both"),
        ("meter", {"shown_w": 100}, "volts", "one of the two"),
        ("meter", {"shown_w": 0, "volts": 99}, "shown_w", "above 0"),
        (
            "check",
            {"open": first, "short": first, "load": first},
            "short",
            "looks like another of the pieces",
        ),
        ("practice/what", {}, "job", "must be one of"),
        ("line", {"open": first, "length_m": 3, "residual": {"noise": 4}}, "residual.noise", "between"),
    ):
        at, rule = refused(client, job, **body)
        assert at == place
        assert words in rule


def test_every_job_can_be_practised_on_an_empty_station(client, mill):
    for job in ("tuner", "watts", "line", "fault", "part", "meter", "check"):
        assert ask(client, f"practice/{job}", seed=5)["truth"]
