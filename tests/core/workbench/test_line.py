"""A line on the bench, against lines whose figures only the test knows."""

import numpy as np
import pytest

from tithe.core import AttenuatedLine, InputError, Line
from tithe.core.twoport import Port
from tithe.core.workbench.line import by_reflection, by_return_loss

SHORT = Port(np.array([0j]), np.array([1 + 0j]))
OPEN = Port(np.array([1 + 0j]), np.array([0j]))


def swept(line, length_m, freq_hz):
    two_port = Line(line, length_m).two_port(freq_hz)
    return two_port.input(OPEN).gamma(50.0), two_port.input(SHORT).gamma(50.0)


def test_the_published_line_by_its_return_losses():
    freq = np.array([7.1e6, 14.2e6, 28.4e6])
    line = AttenuatedLine(50, 0.66, 0.598, 0.0073)
    open_, short = (-20 * np.log10(np.abs(gamma)) for gamma in swept(line, 38, freq))
    assert short[1] == pytest.approx(1.8051, abs=5e-4)
    assert open_[1] == pytest.approx(1.7776, abs=5e-4)
    told = by_return_loss(freq, open_, short, 38)
    assert told.matched_db_per_100m[1] * 0.38 == pytest.approx(0.89567, abs=5e-5)
    assert told.k1[0] == pytest.approx(0.598, rel=0.03)


def test_everything_of_a_line_comes_back_from_two_sweeps():
    freq = np.linspace(2e6, 60e6, 400)
    line = AttenuatedLine(75, 0.82, 0.4, 0.005)
    open_, short = swept(line, 21.5, freq)
    told = by_reflection(freq, open_, short, 21.5)
    assert told.z0_ohm == pytest.approx(75, rel=0.01)
    assert told.velocity_factor == pytest.approx(0.82, rel=0.01)
    assert told.k1[0] == pytest.approx(0.4, rel=0.02)
    assert told.k2[0] == pytest.approx(0.005, rel=0.05)


def test_stated_intervals_hold_under_noise():
    rng = np.random.default_rng(5)
    inside = []
    for _ in range(60):
        k1, k2 = rng.uniform(0.3, 1.5), rng.uniform(0.003, 0.02)
        length = rng.uniform(8, 40)
        freq = np.linspace(2e6, 60e6, 300)
        open_, short = swept(AttenuatedLine(50, 0.66, k1, k2), length, freq)
        open_, short = (g + 0.002 * (rng.normal(size=(2, len(freq))).T @ [1, 1j]) for g in (open_, short))
        told = by_reflection(freq, open_, short, length)
        inside.append(told.k1[1] <= k1 <= told.k1[2] and told.k2[1] <= k2 <= told.k2[2])
    assert np.mean(inside) >= 0.9


def test_what_tells_nothing_is_refused():
    freq = np.array([7e6, 14e6])
    with pytest.raises(InputError, match="three-rising"):
        by_return_loss(freq, freq * 0 + 1, freq * 0 + 1, 20)
    with pytest.raises(InputError, match="length_m"):
        by_return_loss(np.array([1e6, 2e6, 3e6]), np.ones(3), np.ones(3), 0)
    far = np.array([7e6, 14e6, 21e6])
    open_, short = swept(AttenuatedLine(50, 0.66, 0.6, 0.007), 20, far)
    with pytest.raises(InputError, match="points-too-far"):
        by_reflection(far, open_, short, 20)
