"""Where a wave comes back, on lines whose faults only the test knows."""

import numpy as np
import pytest

from tithe.core import AttenuatedLine, InputError, Line
from tithe.core.bench.fault import along, by_dips
from tithe.core.bench.residual import Residual
from tithe.core.twoport import Port

COAX = AttenuatedLine(50, 0.66, 0.6, 0.008)
WET = AttenuatedLine(35, 0.6, 3.0, 0.05)


def swept(freq, *pieces, end_ohm=1e9):
    """Γ at the near end of pieces of line, one behind the other, with a resistance at the far end."""
    port = Port(np.full(len(freq), end_ohm + 0j), np.full(len(freq), 1 + 0j))
    for line, metres in reversed(pieces):
        port = Line(line, metres).two_port(freq).input(port)
    return port.gamma(50.0)


def test_an_open_end_is_found_where_it_is():
    freq = np.linspace(1e6, 200e6, 800)
    for metres in (3.0, 17.3, 41.0):
        result = along(freq, swept(freq, (COAX, metres)), 0.66, COAX)
        assert len(result.steps) == 1
        assert result.steps[0].distance_m == pytest.approx(metres, abs=result.resolution_m / 2)
        assert result.steps[0].rho == pytest.approx(1, abs=0.1)


def test_two_faults_are_found_within_half_the_resolution():
    rng = np.random.default_rng(4)
    freq = np.linspace(2e6, 300e6, 1200)
    for _ in range(25):
        first, second = rng.uniform(4, 12), rng.uniform(5, 20)
        gamma = swept(freq, (COAX, first), (WET, 0.2), (COAX, second), end_ohm=150)
        gamma = gamma + 0.002 * (rng.normal(size=(2, len(freq))).T @ [1, 1j])
        result = along(freq, gamma, 0.66, COAX)
        for distance in (first, first + second + 0.2):
            assert min(abs(step.distance_m - distance) for step in result.steps) <= result.resolution_m / 2


@pytest.mark.parametrize(
    ("piece", "end_ohm", "kinds"),
    [
        ((AttenuatedLine(25, 0.6, 2, 0.05), 0.08), 1e9, ("piece-lower", "open")),
        ((AttenuatedLine(110, 0.8, 0.6, 0.01), 0.08), 1e-3, ("piece-higher", "short")),
        ((AttenuatedLine(75, 0.66, 0.6, 0.008), 9.0), 75, ("higher", None)),
        ((AttenuatedLine(30, 0.66, 0.6, 0.008), 9.0), 30, ("lower", None)),
    ],
)
def test_what_kind_of_step_it_is(piece, end_ohm, kinds):
    rng = np.random.default_rng(2)
    freq = np.linspace(1e6, 300e6, 1001)
    for first in rng.uniform(4, 14, 12):
        rest = [(COAX, 12.0)] if kinds[1] else []
        gamma = swept(freq, (COAX, first), piece, *rest, end_ohm=end_ohm)
        gamma = gamma + 0.001 * (rng.normal(size=(2, len(freq))).T @ [1, 1j])
        result = along(freq, gamma, 0.66, COAX).steps
        at = min(result, key=lambda step: abs(step.distance_m - first))
        assert at.kind == kinds[0]
        assert (at.gamma < 0) == kinds[0].endswith("lower")
        if kinds[1]:
            last = min(result, key=lambda step: abs(step.distance_m - first - 12.08))
            assert last.kind == kinds[1]


def test_dips_tell_the_distance_of_what_sends_most_back():
    rng = np.random.default_rng(8)
    inside = []
    for _ in range(200):
        metres, count = rng.uniform(5, 60), int(rng.integers(2, 9))
        apart = 0.66 * 299_792_458 / (2 * metres)
        at = apart * (rng.uniform(0, 1) + rng.integers(1, 5) + np.arange(count))
        result = by_dips(at + rng.normal(size=count) * 25e3 / 1.96, 0.66, 25e3)
        low, _, high = result.distance_m
        inside.append(low <= metres <= high)
    assert np.mean(inside) >= 0.85  # with three dips what is left of a line says little of their scatter
    exact = by_dips(np.array([10e6, 12e6, 14e6]), 0.66, 1e3)
    assert exact.distance_m[1] == pytest.approx(0.66 * 299_792_458 / 4e6)
    for given, code in (
        ([7e6], "two-rising"),
        ([7e6, 7e6], "two-rising"),
        ([7e6, 8e6, 10e6], "no-neighbours"),
    ):
        with pytest.raises(InputError, match=code):
            by_dips(np.array(given), 0.66, 1e3)


def test_a_sweep_of_a_band_tells_no_kind():
    freq = np.linspace(140e6, 180e6, 401)
    result = along(freq, swept(freq, (COAX, 12.0)), 0.66, COAX)
    assert {step.kind for step in result.steps} == {"unknown"}


def test_a_matched_line_and_its_limits():
    freq = np.linspace(1e6, 61e6, 601)
    result = along(freq, swept(freq, (COAX, 20), end_ohm=51), 0.66)
    assert max((step.rho for step in result.steps), default=0) < 0.03
    assert result.farthest_m == pytest.approx(0.66 * 299_792_458 / 4e5, rel=1e-6)
    assert result.resolution_m == pytest.approx(1.4 * 0.66 * 299_792_458 / 120e6, rel=1e-6)


def test_what_cannot_be_told_is_refused():
    freq = np.linspace(1e6, 60e6, 100)
    gamma = swept(freq, (COAX, 10))
    for given, code in (
        ((freq[:5], gamma[:5], 0.66), "too-few-points"),
        ((freq**1.2, gamma, 0.66), "uneven-steps"),
        ((freq, gamma, 0.0), "above"),
        ((freq, gamma, 1.2), "at-most"),
    ):
        with pytest.raises(InputError, match=code):
            along(*given)


def dipole(freq, resonant_hz):
    """A wire's two halves as an open line of 680 Ω that radiates: some 70 Ω at its resonance."""
    half_m = 0.2425 * 299_792_458 / resonant_hz
    return 680 / np.tanh(0.105 * np.sqrt(freq / resonant_hz) + 2j * np.pi * freq / 299_792_458 * half_m)


@pytest.mark.parametrize("left_db", [40.0, 35.0, 30.0])
def test_healthy_lines_are_told_no_fault_whatever_the_calibration_leaves(left_db):
    """Open, shorted, into a dummy load and into a dipole: what the directivity left makes at the plug, and
    the source match left twice as far off as the end, is no connector with water in it."""
    rng = np.random.default_rng(11)
    freq, result = np.linspace(1e6, 60e6, 601), []
    for n in range(120):
        end = ("open", "short", "dummy", "antenna")[n % 4]
        z = {"open": 1e9, "short": 1e-3, "dummy": 50.0}.get(end, dipole(freq, rng.uniform(3.6e6, 14e6)))
        metres, line = rng.uniform(8, 45), COAX if n % 3 else None
        port = Port(np.broadcast_to(z, freq.shape) + 0j, np.ones(len(freq), complex))
        gamma = Line(COAX, metres).two_port(freq).input(port).gamma(50.0)
        residual = Residual(directivity_db=left_db)
        outcome = along(freq, residual.shown(gamma[None], rng)[0, 0], 0.66, line, residual)
        ends = [step for step in outcome.steps if abs(step.distance_m - metres) < outcome.resolution_m]
        result.append(len(ends) != len(outcome.steps) or any(step.kind != end for step in ends))
    assert np.mean(result) <= 0.02
