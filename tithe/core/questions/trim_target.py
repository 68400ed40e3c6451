"""Trim to what? The lowest SWR and the zero of reactance of the antenna itself, and what each radiates."""

from __future__ import annotations

import numpy as np

from tithe.core.budget import loss_db, solve
from tithe.core.message import tell
from tithe.core.questions.question import Column, Compared, SchoolQuestion
from tithe.core.sweep.analyzer import Analyzer, measure
from tithe.core.sweep.features import Dip, Features, features
from tithe.core.working import Working, working_of, working_of_sweep

POINTS = 1601
_MARGIN = 0.1
"""How far beyond the bands it is looked."""


def trim_target(question: SchoolQuestion) -> Compared:
    """Both marks of each dip at the feedpoint, and how far they lie apart."""
    question = question.of_one_antenna
    station = question.station
    if not station.antenna.phase_known:
        return Compared((tell("schools.needs-phase"),))
    low, high = _looked_at(question)
    if not high > low:
        return Compared((tell("schools.trim-one-point"),))
    sweep = measure(station, len(station.chain), Analyzer(low, high, POINTS))
    read = features(sweep, station.comfort_swr)
    dips = [n for n, dip in enumerate(read.dips) if dip.resonance]
    if not dips:
        return Compared((tell("schools.trim-no-dip"),))
    dips.sort(key=lambda n: abs(read.dips[n].freq_hz - question.freq_hz))
    nearest = read.dips[dips[0]]
    watts = [_radiated(question, read.dips[n]) for n in dips]
    lowest_w, zero_w = map(float, np.asarray(watts[0].values["p_radiated"], dtype=float))
    apart_db = abs(float(loss_db(np.array(zero_w), np.array(lowest_w))))
    assert nearest.resonance is not None and nearest.apart_hz is not None
    return Compared(
        (tell("schools.trim-apart", apart_hz=abs(nearest.apart_hz), apart_db=apart_db),),
        (tell("schools.trim-lowest", freq_hz=nearest.freq_hz, ratio=nearest.swr, radiated_w=lowest_w),),
        (
            tell(
                "schools.trim-zero",
                freq_hz=nearest.resonance.freq_hz,
                r_ohm=nearest.resonance.r_ohm,
                radiated_w=zero_w,
            ),
        ),
        tuple(tell("schools.dip", number=row + 1) for row in range(len(dips))),
        (
            _read(read, dips, "lowest", "mhz", "mhz"),
            _read(read, dips, "swr", "ratio", "swr"),
            Column("schools.head.lowest-w", "watts", tuple((watt, 0) for watt in watts)),
            _read(read, dips, "zero", "mhz", "resonance.mhz"),
            _read(read, dips, "r", "figure", "resonance.r_ohm"),
            Column("schools.head.zero-w", "watts", tuple((watt, 1) for watt in watts)),
            _read(read, dips, "apart", "khz", "apart_khz"),
        ),
    )


def _read(features: Features, dips: list[int], head: str, quantity: str, figure: str) -> Column:
    """A column of what is read off the sweep at each dip."""
    worked = tuple((working_of_sweep(features, (), f"dips[{n}].{figure}"), 0) for n in dips)
    return Column(f"schools.head.{head}", quantity, worked)


def _looked_at(question: SchoolQuestion) -> tuple[float, float]:
    """Of what the antenna is known at, the bands and a little more; without bands, round the frequency."""
    bands = question.station.bands
    low = min((b.low_hz for b in bands), default=question.freq_hz) * (1 - _MARGIN)
    high = max((b.high_hz for b in bands), default=question.freq_hz) * (1 + _MARGIN)
    least, most = question.station.antenna.range_hz
    return max(low, least), min(high, most)


def _radiated(question: SchoolQuestion, dip: Dip) -> Working:
    """Watts at the lowest SWR and at the zero of reactance."""
    assert dip.resonance is not None
    freqs = np.array([dip.freq_hz, dip.resonance.freq_hz])
    return working_of(solve(question.station, freqs, pause=question.pause), "total.radiated_w")
