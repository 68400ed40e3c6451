"""Reflection and the handbook formula: published figures and limits."""

import numpy as np
import pytest

from tithe.core.reflection import (
    handbook_loss_db,
    mismatch_loss_db,
    reflection,
    return_loss_db,
    rho_of_swr,
    swr,
)


@pytest.mark.parametrize(
    ("matched", "ratio", "total", "at_input"),
    [(1, 3, 1.5039, 2.3177), (3, 3, 3.9677, 1.6688), (0.5, 10, 2.0121, 6.3857)],
)
def test_handbook_loss_and_swr_at_the_input(matched, ratio, total, at_input):
    rho = rho_of_swr(ratio)
    assert handbook_loss_db(matched, rho) == pytest.approx(total, abs=5e-5)
    assert swr(rho * 10 ** (-matched / 10)) == pytest.approx(at_input, abs=5e-5)


def test_total_reflection_is_infinite_without_a_warning():
    assert np.isinf(swr(1.0))
    assert np.isinf(mismatch_loss_db(1.0))
    assert np.isinf(handbook_loss_db(1.0, 1.0))
    assert np.isinf(return_loss_db(0.0))
    assert rho_of_swr(np.inf) == 1


def test_open_short_and_match():
    v, i = np.array([1, 0, 50], complex), np.array([0, 1, 1], complex)
    np.testing.assert_allclose(reflection(v, i, 50.0), [1, -1, 0])


def test_swr_and_rho_are_inverse():
    ratios = np.geomspace(1, 1e6, 50)
    np.testing.assert_allclose(swr(rho_of_swr(ratios)), ratios, rtol=1e-9)
