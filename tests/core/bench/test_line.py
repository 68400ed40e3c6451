"""A line on the bench, against lines whose figures only the test knows."""

import numpy as np
import pytest

from tithe.core import AttenuatedLine, InputError, Line
from tithe.core.bench.line import by_reflection, by_return_loss, measured
from tithe.core.bench.residual import Residual
from tithe.core.sweep.sweep import with_phase
from tithe.core.twoport import Port

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
    result = by_return_loss(freq, {"open": open_, "short": short}, 38)
    assert result.matched_db_per_100m[1] * 0.38 == pytest.approx(0.89567, abs=5e-5)
    assert result.k1.value == pytest.approx(0.598, rel=0.03)


@pytest.mark.parametrize("ends", [("open", "short"), ("open",), ("short",)])
def test_everything_of_a_line_comes_back_exactly(ends):
    freq = np.linspace(2e6, 60e6, 401)
    line = AttenuatedLine(75, 0.82, 0.4, 0.005)
    swept_ = dict(zip(("open", "short"), swept(line, 21.5, freq), strict=True))
    given = {end: swept_[end] for end in ends}
    result = by_reflection(freq, given, length_m=21.5)
    for spread, truth in (
        (result.z0_ohm, 75),
        (result.velocity_factor, 0.82),
        (result.k1, 0.4),
        (result.k2, 0.005),
    ):
        assert spread.value == pytest.approx(truth, rel=1e-4)
        assert spread.low < truth < spread.high
    assert result.matched_db_per_100m[100] == pytest.approx(
        0.4 * np.sqrt(freq[100] / 1e6) + 5e-9 * freq[100], rel=1e-4
    )
    by_velocity = by_reflection(freq, given, velocity_factor=0.82)
    assert by_velocity.length_m.value == pytest.approx(21.5, rel=1e-4)
    assert by_velocity.k1.value == pytest.approx(0.4, rel=1e-3)


def test_noise_beyond_the_sheet_s_widens_what_is_stated():
    """As a real file may be noisier than anybody thinks: what the fit leaves tells."""
    rng = np.random.default_rng(5)
    inside = []
    for _ in range(60):
        k1, k2 = rng.uniform(0.3, 1.5), rng.uniform(0.003, 0.02)
        length = rng.uniform(8, 40)
        freq = np.linspace(2e6, 60e6, 300)
        pair = swept(AttenuatedLine(50, 0.66, k1, k2), length, freq)
        open_, short = (g + 0.004 * (rng.normal(size=(2, len(freq))).T @ [1, 1j]) for g in pair)
        result = by_reflection(freq, {"open": open_, "short": short}, length, None, Residual(80, 0, 0, 0, 0))
        inside.append(result.k1.low <= k1 <= result.k1.high and result.k2.low <= k2 <= result.k2.high)
    assert np.mean(inside) >= 0.9


def test_few_points_tell_as_much_as_they_can():
    """Both ends and the length: all of it. One end: the loss. Without the length: nothing."""
    far = np.array([7e6, 14e6, 21e6])
    line = AttenuatedLine(50, 0.66, 0.6, 0.007)
    sweeps = {
        end: with_phase(far, gamma)
        for end, gamma in zip(("open", "short"), swept(line, 20, far), strict=True)
    }
    both = measured(sweeps, length_m=20)
    assert both.velocity_factor is not None
    assert both.velocity_factor.value == pytest.approx(0.66, rel=1e-3)
    result = measured({"open": sweeps["open"]}, length_m=20)
    assert result.velocity_factor is None
    assert result.k1.value == pytest.approx(0.6, rel=0.05)
    with pytest.raises(InputError, match="points-too-far"):
        measured(sweeps, velocity_factor=0.66)


@pytest.mark.parametrize(("r0", "metres"), [(25, 36.0), (93, 2.5), (300, 20.0), (450, 12.0)])
def test_lines_of_other_impedances_by_one_end(r0, metres):
    freq = np.linspace(1.5e6, 60e6, 401)
    for k1 in (0.05, 2.5):
        line = AttenuatedLine(r0, 0.9, k1, 0.004)
        open_, short = swept(line, metres, freq)
        for result in (
            by_reflection(freq, {"open": open_}, length_m=metres),
            by_reflection(freq, {"short": short}, length_m=metres),
        ):
            assert result.z0_ohm is not None
            assert result.z0_ohm.value == pytest.approx(r0, rel=1e-3)
            assert result.k1.value == pytest.approx(k1, rel=1e-2)


def test_what_is_no_single_line_is_said_to_be_none():
    freq = np.linspace(2e6, 60e6, 201)
    rng = np.random.default_rng(1)
    anything = np.exp(2j * np.pi * rng.random(201))
    with pytest.raises(InputError, match="no-single-line"):
        by_reflection(freq, {"open": anything}, length_m=20)
    open_, _ = swept(AttenuatedLine(50, 0.66, 0.6, 0.007), 20, freq)
    with pytest.raises(InputError, match="faster-than-light"):
        by_reflection(freq, {"open": open_}, length_m=36)


def test_what_tells_nothing_is_refused():
    freq = np.array([7e6, 14e6])
    both = {"open": freq * 0 + 1, "short": freq * 0 + 1}
    three = np.array([1e6, 2e6, 3e6])
    gamma = np.exp(-1j * three / 1e6)
    for ask, code in (
        (lambda: by_return_loss(freq, both, 20), "three-rising"),
        (lambda: by_return_loss(three, {"open": np.ones(3)}, 0), "length_m"),
        (lambda: by_return_loss(three, {}, 20), "open-or-short"),
        (lambda: by_return_loss(three, {"open": -np.ones(3)}, 20), "more-comes-back"),
        (lambda: by_reflection(three, {"open": gamma}, 20, 0.66), "length-or-velocity"),
        (lambda: by_reflection(three, {"load": gamma}, 20), "open-or-short"),
        (lambda: measured({}, 20), "open-or-short"),
    ):
        with pytest.raises(InputError, match=code):
            ask()
