"""A figure in its other forms: published pairs, every form back to itself, and what is none."""

import numpy as np
import pytest

from tithe.core import InputError
from tithe.core.equivalents import Level, Reflected, Stepped, level, reflected, stepped


@pytest.mark.parametrize(
    ("ratio", "return_loss", "back", "mismatch"),
    [(1.5, 13.979, 0.04, 0.1773), (2.0, 9.542, 0.1111, 0.5115), (3.0, 6.021, 0.25, 1.2494)],
)
def test_published_reflections(ratio, return_loss, back, mismatch):
    result = reflected("swr", ratio)
    assert result.return_loss_db == pytest.approx(return_loss, abs=5e-4)
    assert result.share == pytest.approx(back, abs=5e-5)
    assert result.mismatch_loss_db == pytest.approx(mismatch, abs=5e-5)


def test_every_form_leads_to_every_other():
    rng = np.random.default_rng(4)
    for rho in rng.uniform(0.001, 0.999, 20):
        item = reflected("rho", rho)
        for form in Reflected._fields:
            assert reflected(form, getattr(item, form)) == pytest.approx(item, rel=1e-9)
    for db in rng.uniform(-60, 60, 20):
        step, power = stepped("db", db), level("dbm", db, ohm=75)
        for form in Stepped._fields:
            assert stepped(form, getattr(step, form)) == pytest.approx(step, rel=1e-9)
        for form in Level._fields:
            assert level(form, getattr(power, form), ohm=75) == pytest.approx(power, rel=1e-9)


def test_the_ends():
    assert reflected("swr", np.inf) == pytest.approx((np.inf, 0, 1, 1, np.inf))
    assert reflected("swr", 1.0) == pytest.approx((1, np.inf, 0, 0, 0))
    assert level("s_meter_db", 0.0).volts == pytest.approx(50e-6, rel=0.002)


@pytest.mark.parametrize(
    ("function", "form", "value"),
    [
        (reflected, "swr", 0.9),
        (reflected, "rho", 1.01),
        (reflected, "share", -0.1),
        (reflected, "return_loss_db", -3.0),
        (stepped, "voltage_ratio", 0.0),
        (stepped, "db", 1e6),
        (stepped, "db", np.nan),
        (level, "watts", -1.0),
        (level, "volts", 1e300),
        (level, "s_meter_db", 1e6),
    ],
)
def test_what_is_no_figure_is_refused(function, form, value):
    with pytest.raises(InputError):
        function(form, value)
