"""What the command line says in words, and how it refuses."""

import json
import subprocess
import sys

import numpy as np
import pytest

from tithe.core import Resonator
from tithe.core.reflection import reflection
from tithe.core.sweep import with_phase
from tithe.files import sweep_file as sweep_file_format
from tithe.site.cli import main


def dipole():
    """A 60 Ω dipole on 40 m."""
    freq = np.linspace(6.9e6, 7.3e6, 41)
    port = Resonator(7.1e6, 60, 12).terminals(freq)
    return with_phase(freq, reflection(port.v, port.i, 50.0))


@pytest.fixture
def sweep_file(tmp_path):
    path = tmp_path / "dipole.s1p"
    path.write_text(sweep_file_format.write(dipole()), "utf-8")
    return path


def test_a_sweep_in_words(sweep_file, capsys):
    assert main(["sweep", str(sweep_file)]) == 0
    lines = capsys.readouterr().out.splitlines()
    assert lines[0].startswith("The SWR is lowest at 7.1 MHz, 1.2. There it is resonant too")
    assert lines[1:] == ["40 m: SWR 1.2 to 1.51; needs nothing"]
    assert main(["sweep", str(sweep_file), "--comfort-swr", "1.3"]) == 0
    assert "needs the radio’s own tuner" in capsys.readouterr().out


def test_two_lines_are_taken_away_in_turn(sweep_file, capsys):
    through = ["--through", "rg-58:20", "--through", "rg-213:10"]
    assert main(["sweep", str(sweep_file), *through, "--json"]) == 0
    both = json.loads(capsys.readouterr().out)
    assert main(["sweep", str(sweep_file), "--through", "rg-213:10", "--json"]) == 0
    item = json.loads(capsys.readouterr().out)
    assert both["dips"][0]["swr"] > item["dips"][0]["swr"] > 1.2
    assert both["contradiction"] == ""


@pytest.mark.parametrize(
    ("argv", "complaint"),
    [
        (["--through", "rg-58"], "--through: '' is not on the shelf"),
        (["--through", "rg-58:-3"], "length_m: must be 0 or more"),
        (["--through", "rg-58:long"], "--through: must be LINE:METRES, such as rg-213:38"),
        (["--comfort-swr", "0.5"], "--comfort-swr: must be 1 or more"),
    ],
)
def test_refusals_are_one_line_and_print_nothing_else(sweep_file, capsys, argv, complaint):
    assert main(["sweep", str(sweep_file), *argv]) == 2
    out = capsys.readouterr()
    assert out.out == ""
    assert out.err.startswith(complaint)
    assert out.err.count("\n") == 1


def test_a_bad_sweep_names_its_line(tmp_path, capsys):
    path = tmp_path / "bad.csv"
    path.write_text("MHz,SWR\n7,1.5\n7.1,low\n", "utf-8")
    assert main(["sweep", str(path)]) == 2
    assert capsys.readouterr().err == "line 3: holds 'low' where a number belongs\n"
    assert main(["sweep", str(tmp_path / "none.s1p")]) == 2
    assert "cannot be read" in capsys.readouterr().err


def test_choosing_in_words_and_its_refusals(mill, tmp_path, capsys):
    path = tmp_path / "station.json"
    path.write_text(json.dumps(mill | {"choice": {"line": "rg-213"}}), "utf-8")
    assert main(["choose", str(path)]) == 0
    text, first, *_ = capsys.readouterr().out.splitlines()
    assert "would leave the antenna instead of 21 W" in text
    assert first.startswith("63 W, cost 350: a tuner at the feedpoint, on RG-213/U")
    path.write_text(json.dumps(mill | {"choice": {"line": "rope"}}), "utf-8")
    assert main(["choose", str(path)]) == 2
    assert capsys.readouterr().err.startswith("choice.line: is no line here")
    path.write_text(json.dumps(mill | {"choice": {"within_db": -1}}), "utf-8")
    assert main(["choose", str(path)]) == 2
    assert capsys.readouterr().err == "choice.within_db: must be 0 or more (it is -1)\n"


def test_a_reader_that_has_had_enough_is_no_error(mill, tmp_path):
    path = tmp_path / "station.json"
    path.write_text(json.dumps(mill), "utf-8")
    command = [sys.executable, "-m", "tithe.site.cli", "solve", str(path), "--mhz", "7.1", "--json"]
    process = subprocess.Popen(command, stdout=subprocess.PIPE, stderr=subprocess.PIPE)
    assert process.stdout is not None
    process.stdout.close()
    _, complaint = process.communicate(timeout=60)
    assert complaint == b""
    assert process.returncode == 0
