"""The bench on the command line, by the files that an analyzer saves."""

import json
from pathlib import Path

import numpy as np
import pytest

from tests.core.bench.test_fault import COAX, swept
from tests.core.bench.test_line import swept as open_and_short
from tests.core.bench.test_tuner import T, on_the_bench
from tithe.core import AttenuatedLine
from tithe.site.cli import main


def told(capsys, *args):
    status = main(["bench", *args])
    out = capsys.readouterr()
    return status, out.out, out.err


def test_the_contract_s_names_and_figures(save, capsys):
    """STATION-FILE.md: what each command prints."""
    status, out, _ = told(
        capsys, "tuner", "--rl-match", "40", "--rl-short", "0.45", "--rl-open", "0.45", "--json"
    )
    answer = json.loads(out)
    assert status == 0
    assert answer["loss_db"]["median"] == pytest.approx(0.225)
    assert answer["efficiency"]["median"] == pytest.approx(0.949, abs=1e-3)
    assert answer["coil_q"] is None  # at no frequency that was given
    alone = json.loads(told(capsys, "tuner", "--rl-match", "40", "--rl-short", "0.45", "--json")[1])
    assert alone["loss_db"]["median"] == pytest.approx(0.225)
    assert alone["loss_db"]["max"] - alone["loss_db"]["min"] > 0.3
    match, short, open_, lost = on_the_bench(T, 1.85)
    three = [
        word
        for name, gamma in (("match", match), ("short", short), ("open", open_))
        for word in (f"--{name}", save(name, np.array([1.84e6, 1.85e6, 1.86e6]), np.repeat(gamma, 3)))
    ]
    for more in ((), ("--mhz", "1.85")):
        answer = json.loads(told(capsys, "tuner", *three, *more, "--json")[1])
        assert answer["mhz"] == pytest.approx(1.85)
        assert answer["loss_db"]["median"] == pytest.approx(lost(0), abs=1e-6)
        assert answer["coil_q"]["min"] < 200 < answer["coil_q"]["max"]
    assert answer["coil_q"]["median"] == pytest.approx(200, rel=1e-3)
    freq = np.linspace(2e6, 60e6, 300)
    ends = dict(
        zip(("open", "short"), open_and_short(AttenuatedLine(50, 0.66, 0.6, 0.008), 20, freq), strict=True)
    )
    files = {end: save(end, freq, gamma) for end, gamma in ends.items()}
    for given in (("open", "short"), ("open",), ("short",)):
        words = [word for end in given for word in (f"--{end}", files[end])]
        answer = json.loads(told(capsys, "line", *words, "--length", "20", "--json")[1])
        assert answer["k1"]["median"] == pytest.approx(0.6, rel=1e-3)
        assert answer["k2"]["median"] == pytest.approx(0.008, rel=1e-2)
        assert answer["z0_ohm"]["median"] == pytest.approx(50, rel=1e-3)
        assert answer["velocity_factor"]["median"] == pytest.approx(0.66, rel=1e-3)
        assert answer["length_m"]["median"] == 20
        mhz, db = answer["matched_db_per_100m"][100]
        assert db == pytest.approx(0.6 * mhz**0.5 + 0.008 * mhz, rel=1e-3)
        answer = json.loads(told(capsys, "line", *words, "--velocity", "0.66", "--json")[1])
        assert answer["length_m"]["median"] == pytest.approx(20, rel=1e-3)
    wide = np.linspace(1e6, 200e6, 800)
    hanging = save("hanging", wide, swept(wide, (COAX, 17.3)))
    answer = json.loads(told(capsys, "fault", hanging, "--velocity", "0.66", "--json")[1])
    (end,) = answer["faults"]
    assert end["at_m"] == pytest.approx(17.3, abs=answer["resolution_m"] / 2)
    assert (end["kind"], end["gamma"] > 0) == ("open", True)


def test_a_tuner_s_day_on_the_bench_becomes_its_q_and_its_loss_at_the_real_load(save, capsys, tmp_path, mill):
    match, short, open_, lost = on_the_bench(T, 7.1)
    files = [
        word
        for name, gamma in (("match", match), ("short", short), ("open", open_))
        for word in (f"--{name}", save(name, np.array([7.1e6]), gamma))
    ]
    status, out, _ = told(capsys, "tuner", *files, "--json")
    (row,) = json.loads(out)["rows"]
    assert status == 0
    assert row["loss_db"]["median"] == pytest.approx(lost(0), abs=1e-4)
    assert row["mean_halved_db"] == pytest.approx(0.0892, rel=0.02)
    mill["chain"][2] = {
        "kind": "tuner", "network": "t-highpass", "label": "measured", "capacitor_q": 1500, "coil_q": 90,
        "c_min_pf": 20, "c_max_pf": 250, "l_min_uh": 0.001, "l_max_uh": 30,
    }  # fmt: skip
    station = tmp_path / "station.json"
    station.write_text(json.dumps(mill), "utf-8")
    (row,) = json.loads(told(capsys, "tuner", *files, "--station", str(station), "--json")[1])["rows"]
    assert row["coil_q"]["median"] == pytest.approx(200, rel=0.01)
    home = row["in_station_db"]
    assert 0 < home["min"] < home["median"] < home["max"] < 5
    words = told(capsys, "tuner", *files, "--station", str(station))[1]
    assert words.startswith("Your tuner loses ")
    assert "At 7.1 MHz the tuner loses 0.09 dB into 50 Ω" in words
    assert "half of the return loss into the short alone says 0.13 dB, 1.5 times" in words


def test_a_poor_match_is_told_by_phase_and_not_by_return_loss(save, capsys):
    match, short, open_, lost = on_the_bench(T, 7.1)
    # The same tuner seen through a resistance in series: its input no longer matches.
    z = [50 * (1 + gamma) / (1 - gamma) + 80 for gamma in (match, short, open_)]
    files = [
        word
        for name, item in zip(("match", "short", "open"), z, strict=True)
        for word in (f"--{name}", save(f"poor-{name}", np.array([7.1e6]), (item - 50) / (item + 50)))
    ]
    (row,) = json.loads(told(capsys, "tuner", *files, "--json")[1])["rows"]
    assert row["mean_halved_db"] is None
    assert row["loss_db"]["median"] == pytest.approx(lost(0) + 10 * np.log10(130 / 50), abs=0.02)


def test_a_line_and_a_fault_on_the_bench(save, capsys):
    freq = np.linspace(2e6, 60e6, 300)
    open_, short = open_and_short(AttenuatedLine(50, 0.66, 0.6, 0.008), 20, freq)
    files = ["--open", save("open", freq, open_), "--short", save("short", freq, short)]
    words = told(capsys, "line", *files, "--length", "20")[1]
    assert words.startswith("A line of 49.5 to 50.6 Ω, velocity factor 0.66. It loses 2.37 dB per 100 m")
    assert "half of the return loss says" in words
    wide = np.linspace(1e6, 200e6, 800)
    hanging = save("hanging", wide, swept(wide, (COAX, 17.3)))
    words = told(capsys, "fault", hanging, "--line", "rg-213")[1]
    assert "At 17.3 m: the far end, open" in words


def test_what_the_bench_cannot_use_is_refused_in_a_line(save, capsys, tmp_path):
    freq = np.linspace(2e6, 60e6, 30)
    open_, short = open_and_short(AttenuatedLine(50, 0.66, 0.6, 0.008), 3, freq)
    first, other = save("open", freq, open_), save("short", freq * 1.01, short)
    scalar = Path(tmp_path / "swr.csv")
    scalar.write_text("MHz;SWR\n7;2\n7.1;1.5\n", "utf-8")
    text = Path(tmp_path / "analyzer.s1p")
    text.write_text("# MHz S DB R 75\n7 0 0\n", "utf-8")
    line, tuner = ("line", "--length", "3"), ("tuner", "--match", first)
    for args, words in (
        ((*line, "--open", first, "--short", other), "must have the frequencies of"),
        (("line", "--open", first, "--short", first, "--length", "0"), "length_m: must be above 0"),
        (line, "open: Give the open or the short"),
        (
            ("line", "--open", str(scalar), "--velocity", "0.66"),
            "must be given where the sweeps hold no phase",
        ),
        ((*tuner, "--short", first, "--open", first), "nothing gets through"),
        (tuner, "--short: is missing"),
        ((*tuner, "--short", first, "--rl-match", "30"), "not both"),
        (("tuner", "--rl-match", "5", "--rl-short", "1"), "must be 10 or more (it is 5)"),
        (("tuner", "--rl-match", "30", "--rl-short", "-3"), "must not be below −0.42 dB"),
        ((*tuner, "--short", first, "--mhz", "90"), "nothing is extrapolated"),
        (("fault", str(scalar), "--line", "rg-213"), "holds no phase"),
        (("fault", str(text), "--line", "rg-213"), "must have 8 points or more (it has 1)"),
        (("fault", first), "Give the line or --velocity"),
        (("fault", first, "--line", "string"), "--line"),
        (("fault", first, "--velocity", "2"), "must be 1 or less"),
        (("fault", str(tmp_path / "none.s1p"), "--line", "rg-213"), "none.s1p"),
    ):
        status, out, err = told(capsys, *args)
        assert (status, out) == (2, "")
        assert words in err
        assert err.count("\n") == 1


def test_watts_in_and_out_tell_a_loss_or_that_they_cannot(capsys):
    item = ("watts", "--before", "100,0,200,5")
    answer = json.loads(told(capsys, *item, "--behind", "50,1,200,5", "--json")[1])
    assert answer["loss_db"]["min"] < 3.1 < answer["loss_db"]["max"]
    assert told(capsys, *item, "--behind", "97,0,200,5")[1].startswith("These meters cannot tell its loss")
    apart = json.loads(told(capsys, *item, "--behind", "97,0,200,5", "--json")[1])
    carried = json.loads(told(capsys, *item, "--behind", "97,0,200,5", "--same-meter", "--json")[1])
    assert carried["tells_from_db"] < apart["tells_from_db"]
    for given, words in (
        ("97,0,200", "must be four numbers"),
        ("97,98,200,5", "less than the forward power"),
    ):
        status, out, err = told(capsys, *item, "--behind", given)
        assert (status, out) == (2, "")
        assert words in err


def test_files_of_swr_alone_tell_a_loss_with_what_the_match_leaves_open(capsys, tmp_path):
    def keep(name, freq, gamma):
        swr = (1 + np.abs(gamma)) / (1 - np.abs(gamma))
        lines = [f"{f / 1e6:.6f};{s:.9g}" for f, s in zip(freq, swr, strict=True)]
        (tmp_path / name).write_text("\n".join(["MHz;SWR", *lines]), "utf-8")
        return str(tmp_path / name)

    match, short, open_, lost = on_the_bench(T, 7.1)
    freq = np.array([7.1e6, 7.2e6])
    files = [keep(f"{n}.csv", freq, np.repeat(gamma, 2)) for n, gamma in enumerate((match, short, open_))]
    three = ("--match", files[0], "--short", files[1], "--open", files[2])
    row = json.loads(told(capsys, "tuner", *three, "--json")[1])["rows"][0]
    assert row["with_phase"] is False
    assert row["loss_db"]["min"] <= lost(0) <= row["loss_db"]["max"]
    assert "sweeps with phase tell it exactly" in told(capsys, "tuner", *three)[1]
    wide = np.linspace(3e6, 30e6, 40)
    ends = open_and_short(AttenuatedLine(50, 0.66, 0.6, 0.008), 30, wide)
    two = [keep(f"end{n}.csv", wide, gamma) for n, gamma in enumerate(ends)]
    answer = json.loads(
        told(capsys, "line", "--open", two[0], "--short", two[1], "--length", "30", "--json")[1]
    )
    assert answer["z0_ohm"] is None
    assert answer["k1"]["median"] == pytest.approx(0.6, rel=0.05)
