"""The bench on the command line, by the files that an analyzer saves."""

import json
from pathlib import Path

import numpy as np
import pytest

from tests.core.workbench.test_fault import COAX, swept
from tests.core.workbench.test_line import swept as open_and_short
from tests.core.workbench.test_tuner import T, on_the_bench
from tithe.core import AttenuatedLine
from tithe.core.sweep import with_phase
from tithe.files import sweep_file
from tithe.site.cli import main


@pytest.fixture
def save(tmp_path):
    def keep(name, freq, gamma):
        path = tmp_path / f"{name}.s1p"
        path.write_text(sweep_file.write(with_phase(freq, gamma)), "utf-8")
        return str(path)

    return keep


def told(capsys, *args):
    status = main(["bench", *args])
    out = capsys.readouterr()
    return status, out.out, out.err


def test_a_tuner_s_day_on_the_bench_becomes_its_q_and_its_loss_at_the_real_load(save, capsys, tmp_path, mill):
    match, short, open_, lost = on_the_bench(T, 7.1)
    files = [
        save(name, np.array([7.1e6]), gamma)
        for name, gamma in (("match", match), ("short", short), ("open", open_))
    ]
    status, out, _ = told(capsys, "tuner", *files, "--json")
    (row,) = json.loads(out)["rows"]
    assert status == 0
    assert row["loss_db"] == pytest.approx(lost(0), abs=1e-4)
    assert row["mean_halved_db"] == pytest.approx(0.0892, rel=0.02)
    mill["chain"][2] = {
        "kind": "tuner", "network": "t-highpass", "label": "measured", "capacitor_q": 1500, "coil_q": 90,
        "c_min_pf": 20, "c_max_pf": 250, "l_min_uh": 0.001, "l_max_uh": 30,
    }  # fmt: skip
    station = tmp_path / "station.json"
    station.write_text(json.dumps(mill), "utf-8")
    (row,) = json.loads(told(capsys, "tuner", *files, "--station", str(station), "--json")[1])["rows"]
    assert row["coil_q"] == pytest.approx(200, rel=0.01)
    assert 0 < row["in_station_db"] < 5
    words = told(capsys, "tuner", *files, "--station", str(station))[1]
    assert words.startswith("At 7.1 MHz the tuner loses 0.09 dB into 50 Ω")
    assert "(measured)" in words


def test_a_poor_match_is_told_by_phase_and_not_by_return_loss(save, capsys):
    match, short, open_, lost = on_the_bench(T, 7.1)
    # The same tuner seen through a resistance in series: its input no longer matches.
    z = [50 * (1 + gamma) / (1 - gamma) + 80 for gamma in (match, short, open_)]
    files = [save(f"poor{n}", np.array([7.1e6]), (one - 50) / (one + 50)) for n, one in enumerate(z)]
    (row,) = json.loads(told(capsys, "tuner", *files, "--json")[1])["rows"]
    assert row["mean_halved_db"] is None
    assert row["loss_db"] == pytest.approx(lost(0) + 10 * np.log10(130 / 50), abs=0.02)


def test_a_line_and_a_fault_on_the_bench(save, capsys):
    freq = np.linspace(2e6, 60e6, 300)
    open_, short = open_and_short(AttenuatedLine(50, 0.66, 0.6, 0.008), 20, freq)
    files = [save("open", freq, open_), save("short", freq, short)]
    found = json.loads(told(capsys, "line", *files, "--metres", "20", "--json")[1])
    assert found["k1"]["value"] == pytest.approx(0.6, rel=0.02)
    assert found["velocity_factor"] == pytest.approx(0.66, rel=0.01)
    assert told(capsys, "line", *files, "--metres", "20")[1].startswith(
        "A line of 50 Ω, velocity factor 0.66"
    )
    wide = np.linspace(1e6, 200e6, 800)
    hanging = save("hanging", wide, swept(wide, (COAX, 17.3)))
    found = json.loads(told(capsys, "fault", hanging, "--velocity-factor", "0.66", "--json")[1])
    assert found["steps"][0]["distance_m"] == pytest.approx(17.3, abs=found["resolution_m"] / 2)
    assert "a wave comes back" in told(capsys, "fault", hanging, "--line", "rg-213")[1]


def test_what_the_bench_cannot_use_is_refused_in_a_line(save, capsys, tmp_path):
    freq = np.linspace(2e6, 60e6, 30)
    open_, short = open_and_short(AttenuatedLine(50, 0.66, 0.6, 0.008), 3, freq)
    one, other = save("open", freq, open_), save("short", freq * 1.01, short)
    scalar = Path(tmp_path / "swr.csv")
    scalar.write_text("MHz;SWR\n7;2\n7.1;1.5\n", "utf-8")
    for args, words in (
        (("line", one, other, "--metres", "3"), "must have the frequencies of"),
        (("line", one, one, "--metres", "0"), "length_m: must be above 0"),
        (("tuner", one, one, one), "nothing gets through"),
        (("fault", str(scalar), "--line", "rg-213"), "holds no phase"),
        (("fault", one), "--velocity-factor must be given"),
        (("fault", one, "--line", "string"), "--line"),
        (("fault", one, "--velocity-factor", "2"), "must be 1 or less"),
        (("fault", str(tmp_path / "none.s1p"), "--line", "rg-213"), "none.s1p"),
    ):
        status, out, err = told(capsys, *args)
        assert (status, out) == (2, "")
        assert words in err
        assert err.count("\n") == 1


def test_watts_in_and_out_tell_a_loss_or_that_they_cannot(capsys):
    one = ("watts", "--before", "100,0,200,5")
    found = json.loads(told(capsys, *one, "--behind", "50,1,200,5", "--json")[1])
    assert found["low_db"] < 3.1 < found["high_db"]
    assert told(capsys, *one, "--behind", "97,0,200,5")[1].startswith("These meters cannot tell its loss")
    apart = json.loads(told(capsys, *one, "--behind", "97,0,200,5", "--json")[1])
    carried = json.loads(told(capsys, *one, "--behind", "97,0,200,5", "--same-meter", "--json")[1])
    assert carried["tells_from_db"] < apart["tells_from_db"]
    for given, words in (
        ("97,0,200", "must be four numbers"),
        ("97,98,200,5", "less than the forward power"),
    ):
        status, out, err = told(capsys, *one, "--behind", given)
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
    three = [keep(f"{n}.csv", freq, np.repeat(gamma, 2)) for n, gamma in enumerate((match, short, open_))]
    row = json.loads(told(capsys, "tuner", *three, "--json")[1])["rows"][0]
    assert row["with_phase"] is False
    assert row["mean_low_db"] - 0.005 <= lost(0) <= row["mean_high_db"] + 0.005
    assert "sweeps with phase tell it exactly" in told(capsys, "tuner", *three)[1]
    wide = np.linspace(3e6, 30e6, 40)
    ends = open_and_short(AttenuatedLine(50, 0.66, 0.6, 0.008), 30, wide)
    two = [keep(f"end{n}.csv", wide, gamma) for n, gamma in enumerate(ends)]
    found = json.loads(told(capsys, "line", *two, "--metres", "30", "--json")[1])
    assert found["z0_ohm"] is None
    assert found["k1"]["value"] == pytest.approx(0.6, rel=0.05)
