"""A tuner on the bench, against tuners whose loss the core computes from their currents."""

from dataclasses import replace

import numpy as np
import pytest

from tithe.core import InputError, Tuner
from tithe.core.bench.coil_q import coil_q, coil_q_interval
from tithe.core.bench.residual import Residual
from tithe.core.bench.tuner import loss_interval, scalar, scattering
from tithe.core.twoport import Port

T = Tuner(coil_q=200, capacitor_q=1500, c_min_f=20e-12, c_max_f=250e-12, l_min_h=1e-9, l_max_h=30e-6)
R0 = 50.0


def load(gamma):
    return Port(np.array([1 + gamma], dtype=complex), np.array([(1 - gamma) / R0], dtype=complex))


def on_the_bench(tuner, mhz):
    """Γ into R₀, a short, an open with the knobs left as R₀ set them, and the loss into any Γ."""
    two_port = tuner.tune(np.array([mhz * 1e6]), load(0), R0).two_port

    def seen(gamma):
        return two_port.input(load(gamma)).gamma(R0)

    def lost(gamma):
        there, here = load(gamma), two_port.input(load(gamma))
        power = [float((port.v * port.i.conj()).real[0]) for port in (here, there)]
        return 10 * np.log10(power[0] / power[1])

    return seen(0), seen(-1), seen(1), lost


def db(gamma):
    return float(-20 * np.log10(np.abs(gamma[0])))


@pytest.mark.parametrize(
    ("mhz", "loss", "mean", "short_alone"),
    [(1.85, 0.3492, 0.3382, 0.660), (7.1, 0.0888, 0.0892, 0.1336), (28.5, 0.02213, 0.02214, 0.0104)],
)
def test_the_published_tuner_into_50_ohm(mhz, loss, mean, short_alone):
    match, short, open_, lost = on_the_bench(T, mhz)
    result = scalar(min(db(match), 60.0), db(short), db(open_))
    # Of 1.85 MHz the figures stand beside a match that is not quite the one of least loss: within 1.5 %.
    assert lost(0) == pytest.approx(loss, rel=0.015)
    assert result.loss_db == pytest.approx(mean, rel=0.015)
    assert result.short_alone_db == pytest.approx(short_alone, rel=0.015)
    outcome = scattering(match, short, open_)
    assert outcome.loss_db()[0] == pytest.approx(lost(0), abs=1e-6)


def test_three_sweeps_tell_the_loss_into_every_load():
    rng = np.random.default_rng(3)
    for mhz in (1.85, 7.1, 28.5):
        match, short, open_, lost = on_the_bench(replace(T, coil_q=80), mhz)
        result = scattering(match, short, open_)
        for gamma in rng.uniform(0, 0.95, 5) * np.exp(2j * np.pi * rng.random(5)):
            assert result.loss_db(gamma)[0] == pytest.approx(lost(gamma), abs=1e-6)


@pytest.mark.parametrize("network", ["t-highpass", "t-lowpass", "pi", "l"])
def test_return_losses_hold_the_loss_whatever_the_match_leaves(network):
    """An instrument without errors: what is left open is the phases alone."""
    rng, perfect = np.random.default_rng(7), Residual(90, 0, 0, 0, 0, 0, 0)
    inside, short_alone = [], []
    for _ in range(60):
        q, mhz = rng.uniform(40, 400), rng.choice([1.85, 3.6, 7.1, 14.2, 28.5])
        most = 250e-12 if network == "t-highpass" else 2000e-12
        tuner = replace(T, network=network, coil_q=q, c_max_f=most)
        result = tuner.tune(np.array([mhz * 1e6]), load(0), R0)
        by_hand = replace(result, values=result.values * rng.uniform(0.99, 1.01, result.values.shape))
        seen = [by_hand.input(load(gamma)).gamma(R0) for gamma in (0, -1, 1)]
        lost = float(scattering(*seen).loss_db()[0])
        outcome = scalar(db(seen[0]), db(seen[1]), db(seen[2]), perfect, network)
        alone = scalar(db(seen[0]), db(seen[1]), None, perfect, network)
        inside.append(outcome.low_db - 1e-3 <= lost <= outcome.high_db + 1e-3)
        short_alone.append(alone.low_db - 1e-3 <= lost <= alone.high_db + 1e-3)
    assert np.mean(inside) >= 0.9
    assert np.mean(short_alone) >= 0.9


def test_the_coil_s_q_comes_back_from_the_loss():
    for q, mhz in ((60.0, 1.85), (200.0, 7.1), (350.0, 28.5)):
        *_, lost = on_the_bench(replace(T, coil_q=q), mhz)
        assert coil_q(T, mhz * 1e6, lost(0)) == pytest.approx(q, rel=1e-3)
    *_, lost = on_the_bench(replace(T, coil_q=200), 7.1)
    least, result, most = coil_q_interval(T, 7.1e6, (lost(0) * 0.9, lost(0), lost(0) * 1.1))
    assert least < result < most
    assert coil_q_interval(T, 7.1e6, (1e-4, lost(0), 0.2))[2] is None
    with pytest.raises(InputError, match="no-such-q"):
        coil_q(T, 7.1e6, 1e-4)
    with pytest.raises(InputError, match="no-match-into-r0"):
        coil_q(replace(T, l_max_h=0.01e-6, c_max_f=21e-12), 1.85e6, 0.3)


def test_what_cannot_be_is_refused():
    for given in ((40, -0.5, 0.1), (5, 0.1, 0.1)):
        with pytest.raises(InputError):
            scalar(*given)
    alike = np.array([0.5 + 0j])
    with pytest.raises(InputError, match="nothing-through"):
        scattering(np.array([0j]), alike, alike)
    with pytest.raises(InputError, match="nothing-through"):
        loss_interval(np.array([0j]), alike, alike)
    with pytest.raises(InputError, match="gives-power-back"):
        scattering(np.array([0j]), np.array([-1.3 + 0j]), np.array([1.3 + 0j]))
