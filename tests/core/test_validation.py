"""Every core object refuses what breaks its rules, at its place, with a sentence."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.said import refused
from tithe import text
from tithe.core import (
    AttenuatedLine,
    Band,
    Inline,
    InputError,
    Line,
    LossResistance,
    Meter,
    Protection,
    RatedTuner,
    Ratings,
    Resonator,
    SampledAntenna,
    SteppedTuner,
    Transformer,
    Transmitter,
    Tuner,
    TwoWireLine,
    UnknownAntenna,
    table,
)
from tithe.core.errors import require_finite, require_not_negative, require_positive

LINE = AttenuatedLine(50, 0.66, 0.6, 0.01)
WRONG = [
    (lambda: AttenuatedLine(0, 0.66, 0.6, 0), "r0_ohm"),
    (lambda: AttenuatedLine(50, 1.2, 0.6, 0), "velocity_factor"),
    (lambda: AttenuatedLine(50, 0.66, -0.1, 0), "k1"),
    (lambda: AttenuatedLine(50, 0.66, 0.1, math.nan), "k2"),
    (lambda: AttenuatedLine(50, 0.66, 0.1, 0, max_volts_rms=0), "max_volts_rms"),
    (lambda: TwoWireLine(2e-3, 1e-3), "spacing_m"),
    (lambda: TwoWireLine(0, 0.1), "wire_m"),
    (lambda: TwoWireLine(1e-3, 0.1, 0), "velocity_factor"),
    (lambda: TwoWireLine(1e-3, 0.1, 1, -1), "resistivity_ohm_m"),
    (lambda: Line(LINE, -1), "length_m"),
    (lambda: Line(LINE, math.inf), "length_m"),
    (lambda: Inline(-0.1), "loss_db"),
    (lambda: Inline(0.1, 0), "z_ohm"),
    (lambda: Transformer(0), "ratio"),
    (lambda: Transformer(4, magnetizing_h=0), "magnetizing_h"),
    (lambda: Transformer(4, leakage_h=-1e-9), "leakage_h"),
    (lambda: Meter(full_scale_w=0), "full_scale_w"),
    (lambda: Meter(accuracy_pct=5), "accuracy_pct"),
    (lambda: Meter(directivity_db=0), "directivity_db"),
    (lambda: Ratings(f_min_hz=7e6, f_max_hz=6e6), "f_max_hz"),
    (lambda: Ratings(max_power_w=-1), "max_power_w"),
    (lambda: Transmitter(0), "power_w"),
    (lambda: Transmitter(100, 0), "reference_ohm"),
    (lambda: Protection(()), "foldback"),
    (lambda: Protection(((0.5, 1.0),)), "foldback[0]"),
    (lambda: Protection(((2.0, 1.0), (2.0, 0.5))), "foldback[1]"),
    (lambda: Protection(((1.0, 1.2),)), "foldback[0]"),
    (lambda: Tuner(l_min_h=40e-6), "l_max_h"),
    (lambda: Tuner(coil_amps=0), "coil_amps"),
    (lambda: SteppedTuner(c_bits=0), "c_bits"),
    (lambda: SteppedTuner(done_swr=0.9), "done_swr"),
    (lambda: SteppedTuner(setting={"c": 1e-12, "l": 1e-6}), "setting.form"),
    (lambda: SteppedTuner(setting={"form": "l-shunt-c-then-coil", "c": 1, "l": 0}), "setting.c"),
    (lambda: RatedTuner(1.0), "reach_swr"),
    (lambda: RatedTuner(3, 0.5, 0.2), "loss_db_at_reach"),
    (lambda: SampledAntenna(()), "points"),
    (lambda: SampledAntenna(((7e6, 0, 0), (7e6, 0, 0))), "points[1]"),
    (lambda: SampledAntenna(((7e6, 1.2, 0),)), "points[0]"),
    (lambda: table(((7e6, -1, 0),)), "points[0]"),
    (lambda: Resonator(0, 50, 10), "f0_hz"),
    (lambda: Resonator(7e6, 50, -1), "q"),
    (lambda: LossResistance(()), ""),
    (lambda: LossResistance(((7e6, -2),)), "[0]"),
    (lambda: Band("x", 7e6, 7e6), "high_hz"),
    (lambda: Band("x", 7e6, 8e6, -1), "weight"),
]


@pytest.mark.parametrize(("build", "place"), WRONG, ids=range(len(WRONG)))
def test_refused_at_its_place(build, place):
    with pytest.raises(InputError) as caught:
        build()
    assert caught.value.place == place
    assert text.line(caught.value).endswith(text.rule(caught.value))
    assert "{" not in text.rule(caught.value)


def test_own_protection_points_are_linear_between_and_level_beyond():
    transmitter = Transmitter(100, protection=Protection(((1.5, 1.0), (3.5, 0.2))))

    for ratio, share in ((1.0, 1.0), (1.5, 1.0), (2.5, 0.6), (3.5, 0.2), (50.0, 0.2)):
        rho = np.array([(ratio - 1) / (ratio + 1)])
        drive = transmitter.drive(rho)
        assert 100 - drive.held_back_w[0] == pytest.approx(100 * share)


def test_an_unknown_antenna_can_be_kept_but_not_solved():
    low, high = UnknownAntenna().range_hz
    assert low > high
    with refused("is not described yet"):
        UnknownAntenna().terminals(7e6)


def test_places_are_put_below_their_parents():
    error = InputError("length_m", "above", -1, least=0).under("chain[2]")
    assert text.line(error) == "chain[2].length_m: must be above 0 (it is -1)"
    assert InputError("[1]", "x").under("points").place == "points[1]"
    assert InputError("", "x").under("antenna").place == "antenna"


@given(st.floats())
def test_plain_rules_agree_with_arithmetic(value):
    def passes(rule):
        try:
            rule("x", value)
        except InputError:
            return False
        return True

    assert passes(require_finite) == math.isfinite(value)
    assert passes(require_positive) == (math.isfinite(value) and value > 0)
    assert passes(require_not_negative) == (math.isfinite(value) and value >= 0)
