"""What ideal pieces, empty ends and absurd figures come to on the bench: an answer in plain numbers, or a
refusal."""

import itertools
import json
from collections.abc import Callable

import numpy as np
import pytest

from tithe.answers.bench import check as checks
from tithe.answers.bench import fault as faults
from tithe.answers.bench import line as lines
from tithe.answers.bench import meter as meters
from tithe.answers.bench import part as parts
from tithe.answers.bench import watts as watts_told
from tithe.answers.bench.tuner_rows import TunerRow, tuner
from tithe.core import InputError
from tithe.core.bench import check, fault, line, meter, part, watts
from tithe.core.sweep import with_phase

FREQ = np.linspace(1e6, 30e6, 12)
ONE = np.ones(12) + 0j
GAMMAS = {
    "open": ONE,
    "short": -ONE,
    "nothing": 0 * ONE,
    "across": 1j * ONE,
    "turning": np.exp(-1j * np.linspace(0, 6, 12)),
    "mixed": np.where(np.arange(12) % 3 == 0, 1, 0.3j) + 0j,
}


def plain(job: Callable[[], object]) -> None:
    """Warnings are errors here; so are infinities."""
    try:
        result = job()
    except InputError:
        return
    json.dumps(result, allow_nan=False)


@pytest.mark.parametrize(("first", "second"), list(itertools.product(GAMMAS, repeat=2)))
def test_sweeps(first, second):
    item, other = GAMMAS[first], GAMMAS[second]
    for length, velocity in ((20.0, None), (None, 0.66)):
        sweeps = {"open": with_phase(FREQ, item), "short": with_phase(FREQ, other)}
        back = {end: np.full(12, np.inf) for end in sweeps}
        plain(lambda: lines.in_words(line.measured(sweeps, length, velocity), back, bool(length)))  # noqa: B023  # at once
    plain(lambda: faults.in_words(fault.along(FREQ, item, 0.66)))
    for third in GAMMAS.values():
        plain(lambda: parts.in_words(part.by_three_sweeps(FREQ, item, other, third), 0.5, 1.5))  # noqa: B023
        plain(lambda: parts.in_words(
            part.by_three_sweeps(FREQ, item, other, third), 99, 99,  # noqa: B023
            part.transformer(FREQ, item, other, third, 200.0),  # noqa: B023
        ))  # fmt: skip
        plain(lambda: checks.in_words(check.checked(FREQ, item, other, third)))  # noqa: B023
        three = [complex(gamma[0]) for gamma in (item, other, third)]
        plain(lambda: tuner([TunerRow(7e6, three[0], three[1], three[2])]))  # noqa: B023


def test_typed_figures():
    for match, short, open_ in itertools.product((10.0, 60.0, 1e12), (-0.4, 0.0, 1e12), (None, 0.0, 1e12)):
        plain(lambda: tuner([TunerRow(7e6, match, short, open_)]))  # noqa: B023
    for shown, read, power, full in itertools.product(
        (1e-9, 1.0, 1e12), (0.0, 1e12), (1e-9, 1e12), (1e-9, 1e12)
    ):
        known = meter.by_better_meter(power, 50, full)
        plain(lambda: meters.in_words(meter.scale(shown, read, known), shown, known, None))  # noqa: B023
        pair = watts.Watts(shown, 0, full, 0.05), watts.Watts(power, 0, full, 0.5)
        plain(lambda: watts_told.of_part(watts.loss(*pair)))  # noqa: B023
