"""Watts in and out, against meters whose errors only the test knows."""

import numpy as np
import pytest

from tithe.core import InputError
from tithe.core.bench.watts import Watts, loss


def shown(net, swr_share, full, accuracy, gain, rng):
    forward = net / (1 - swr_share)
    reads = accuracy * full / 4
    values = [gain * forward, gain * forward * swr_share]
    there, back = (max(value + reads * rng.normal(), 0.0) for value in values)
    return Watts(there, back if swr_share else 0.0, full, accuracy)


@pytest.mark.parametrize("same", [False, True])
def test_stated_intervals_hold_on_three_hundred_days(same):
    rng = np.random.default_rng(12)
    inside = []
    for _ in range(300):
        accuracy, true_db = rng.choice([0.03, 0.05]), rng.uniform(0, 3)
        gains = np.exp(accuracy / 2 * rng.normal(size=2))
        gains = gains[[0, 0]] if same else gains
        power = rng.uniform(60, 150)
        left = power * 10 ** (-true_db / 10)
        before = shown(power, 0.0, 200, accuracy, gains[0], rng)
        result = loss(before, shown(left, 0.1, 200, accuracy, gains[1], rng), same)
        inside.append(result.low_db <= true_db <= result.high_db)
    assert 0.9 <= np.mean(inside) <= 0.99


def test_one_meter_carried_over_tells_more_and_small_losses_are_not_told():
    before, behind = Watts(100, 0, 200, 0.05), Watts(97, 1, 200, 0.05)
    apart, carried = loss(before, behind), loss(before, behind, same_meter=True)
    assert carried.tells_from_db < apart.tells_from_db
    assert apart.low_db == 0 < apart.loss_db < apart.high_db


@pytest.mark.parametrize(
    ("behind", "code"),
    [
        (Watts(0, 0, 200, 0.05), "above"),
        (Watts(9, 9, 200, 0.05), "all-comes-back"),
        (Watts(9, 0, 0, 0.05), "above"),
    ],
)
def test_what_is_no_reading_is_refused(behind, code):
    with pytest.raises(InputError, match=code):
        loss(Watts(100, 0, 200, 0.05), behind)
