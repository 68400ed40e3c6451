"""Parts, transformers, meters and the analyzer itself, on the bench."""

import numpy as np
import pytest

from tests.core.bench.test_tuner import load
from tithe.core import Inline, InputError, Transformer
from tithe.core.bench.check import by_return_loss, checked
from tithe.core.bench.meter import Known, by_better_meter, by_peak_volts, scale
from tithe.core.bench.part import back_to_back, by_three_sweeps, transformer
from tithe.core.bench.simulated import loss_into
from tithe.core.reflection import return_loss_db
from tithe.core.twoport import Port

FREQ = np.linspace(1.5e6, 35e6, 300)


def swept(part, ohm):
    two_port = part.two_port(FREQ)
    far = [Port(np.array([v + 0j]), np.array([i + 0j])) for v, i in ((ohm, 1), (0, 1), (1, 0))]
    return [two_port.input(end).gamma(50.0) for end in far]


def test_a_transformer_is_taken_apart_exactly():
    truth = Transformer(9, 0.12, 50, 8e-6, 2500, 0.1e-6)
    match, short, open_ = swept(truth, 450)
    result = transformer(FREQ, match, short, open_, 450)
    assert result.ratio[1] == pytest.approx(9, rel=1e-4)
    assert result.turns[1] == pytest.approx(3, rel=1e-4)
    assert result.leakage_h[1] == pytest.approx(0.1e-6, rel=1e-3)
    assert result.magnetizing_h[1] == pytest.approx(8e-6, rel=1e-3)
    assert 1 / result.core_loss_s[1] == pytest.approx(2500, rel=0.01)
    assert result.loss_db[1] == pytest.approx(0.12, rel=0.01)


def test_its_band_is_where_it_neither_loses_nor_reflects_too_much():
    match, short, open_ = swept(Transformer(4, 0.1, 50, 6e-6, 3000, 0.15e-6), 200)
    result = by_three_sweeps(FREQ, match, short, open_, 0.5, 1.6)
    assert result.band_hz is not None
    low, high = result.band_hz
    assert FREQ[0] < low < high < FREQ[-1]
    inside = (low <= FREQ) & (high >= FREQ)
    assert (result.swr[inside] <= 1.6).all()
    assert result.swr[np.searchsorted(FREQ, high) + 1] > 1.6
    match, short, open_ = swept(Inline(2.0), 50)
    assert by_three_sweeps(FREQ, match, short, open_, 0.5).band_hz is None


def test_two_back_to_back_tell_half():
    part = Transformer(4, 0.15, 50, 30e-6, 20000, 0.02e-6)
    item = part.two_port(FREQ)
    turned = type(item)(item.d, item.b, item.c, item.a)
    pair = item @ turned
    gamma = pair.input(load(0)).gamma(50.0)
    matched = np.array(
        [loss_into(type(item)(*(x[k : k + 1] for x in item)), 200.0) for k in range(len(FREQ))]
    )
    through = np.array(
        [loss_into(type(item)(*(x[k : k + 1] for x in pair)), 50.0) for k in range(len(FREQ))]
    ) - 10 * np.log10(1 - np.abs(gamma) ** 2)
    result = back_to_back(FREQ, through, return_loss_db(np.abs(gamma)), 0.02)
    low, _, high = result.loss_db
    assert ((low - 1e-3 <= matched) & (matched <= high + 1e-3)).mean() >= 0.95


def test_a_known_power_tells_a_scale():
    known = by_peak_volts(99.4, 2, 50, 1, 0.6)
    assert known.power_w == pytest.approx(100)
    result = scale(108, 1, known)
    assert result.low < 1.08 < result.high
    assert result.is_no_correction
    assert not scale(102, 1, known).is_no_correction
    assert by_better_meter(80, 3, 200) == Known(80, pytest.approx(0.075))


def test_an_analyzer_s_errors_come_back():
    freq = np.linspace(1e6, 60e6, 60)
    delta, source, tracking = 0.01 + 0.005j, 0.02j, 1.004
    aside = np.exp(-4j * np.pi * freq * 0.015 / 299_792_458)
    open_, short = (
        delta + tracking * gamma * aside / (1 - source * gamma) for gamma in (np.ones(60), -np.ones(60))
    )
    result = checked(freq, open_, short, np.full(60, delta))
    assert result.directivity_db == pytest.approx(-20 * np.log10(abs(delta)), abs=1e-6)
    assert result.source_db == pytest.approx(-20 * np.log10(0.02), abs=0.01)
    assert result.tracking_db == pytest.approx(20 * np.log10(1.004), abs=0.01)
    assert result.aside_m == pytest.approx(0.015, rel=0.02)
    assert not result.good
    low, high = result.shown_as(1.5)
    assert low < 1.5 < high


def test_an_analyzer_by_return_losses_is_told_no_better_than_it_is():
    freq = np.array([7e6, 14e6])
    result = by_return_loss(freq, np.array([0.05, 0.0]), np.array([-0.02, 0.0]), np.array([41.0, 38.0]))
    assert result.directivity_db == pytest.approx(38)
    assert result.aside_m == 0
    assert result.good
    assert result.tracking_db >= 0.015
    assert not by_return_loss(freq[:1], np.array([0.4]), np.array([0.3]), np.array([45.0])).good


def test_what_cannot_be_is_refused():
    ones = np.ones(5)
    freq = np.linspace(1e6, 5e6, 5)
    for ask, code in (
        (lambda: back_to_back(freq, ones * 0.1, ones * 3, 0.0), "less-than-comes-back"),
        (lambda: back_to_back(freq, ones, -ones, 0.0), "no-return-loss"),
        (lambda: by_three_sweeps(freq, ones * 0j, -ones * 0.9, ones * 0.9, 0.5, 1.0), "above"),
        (lambda: transformer(freq, ones * 0j, -ones + 0j, ones + 0j, 0), "resistor_ohm"),
        (lambda: by_peak_volts(0, 2, 50, 1), "volts"),
        (lambda: by_peak_volts(10, 60, 50, 1), "between"),
        (lambda: scale(-1, 1, Known(100, 0.05)), "shown_w"),
        (lambda: checked(freq, ones + 0j, ones + 0j, ones * 0j), "pieces-alike"),
        (lambda: checked(freq, -ones + 0j, ones + 0j, ones * 0j), "pieces-swapped"),
        (lambda: checked(freq, ones + 0j, -ones + 0j, ones * 0.7 + 0j), "no-load"),
    ):
        with pytest.raises(InputError, match=code):
            ask()
