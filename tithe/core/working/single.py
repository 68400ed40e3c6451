"""Workings of single figures: no frequencies, no phases."""

from __future__ import annotations

import numpy as np

from tithe.core.working.working import Step, Values, Working


def single(rule: str, gives: str, values: Values, *steps: Step, scale: float = 1.0) -> Working:
    """A working of single figures, at one place of no length."""
    arrays = {name: np.atleast_1d(np.asarray(value)) for name, value in values.items()}
    return Working(rule, gives, arrays, steps, scale=scale)
