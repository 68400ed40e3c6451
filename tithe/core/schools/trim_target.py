"""Trim to what? The lowest SWR and the zero of reactance of the antenna itself, and what each radiates."""

from __future__ import annotations

import numpy as np

from tithe.core.budget import loss_db, solve
from tithe.core.message import tell
from tithe.core.schools.question import Asked, Compared, Row
from tithe.core.sweep.analyzer import Analyzer, measure
from tithe.core.sweep.features import Dip, features

POINTS = 1601
_MARGIN = 0.1
"""How far beyond the bands it is looked."""


def trim_target(asked: Asked) -> Compared:
    """Both marks of each dip at the feedpoint, and how far they lie apart."""
    station = asked.station
    if not station.antenna.phase_known:
        return Compared((tell("schools.needs-phase"),))
    low, high = _looked_at(asked)
    if not high > low:
        return Compared((tell("schools.trim-one-point"),))
    sweep = measure(station, len(station.chain), Analyzer(low, high, POINTS))
    dips = [dip for dip in features(sweep, station.comfort_swr).dips if dip.resonance]
    if not dips:
        return Compared((tell("schools.trim-no-dip"),))
    dips.sort(key=lambda dip: abs(dip.freq_hz - asked.freq_hz))
    nearest = dips[0]
    watts = {id(dip): _radiated(asked, dip) for dip in dips}
    lowest_w, zero_w = watts[id(nearest)]
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
        (
            ("schools.head.lowest", "mhz"), ("schools.head.swr", "ratio"), ("schools.head.lowest-w", "watts"),
            ("schools.head.zero", "mhz"), ("schools.head.r", "figure"), ("schools.head.zero-w", "watts"),
            ("schools.head.apart", "khz"),
        ),
        tuple(_row(n, dip, *watts[id(dip)]) for n, dip in enumerate(dips)),
    )  # fmt: skip


def _row(n: int, dip: Dip, lowest_w: float, zero_w: float) -> Row:
    assert dip.resonance is not None and dip.apart_hz is not None
    cells = (dip.freq_hz, dip.swr, lowest_w, dip.resonance.freq_hz, dip.resonance.r_ohm, zero_w)
    return Row(tell("schools.dip", number=n + 1), (*cells, dip.apart_hz))


def _looked_at(asked: Asked) -> tuple[float, float]:
    """Of what the antenna is known at, the bands and a little more; without bands, round the frequency."""
    bands = asked.station.bands
    low = min((b.low_hz for b in bands), default=asked.freq_hz) * (1 - _MARGIN)
    high = max((b.high_hz for b in bands), default=asked.freq_hz) * (1 + _MARGIN)
    least, most = asked.station.antenna.range_hz
    return max(low, least), min(high, most)


def _radiated(asked: Asked, dip: Dip) -> tuple[float, float]:
    """Watts at the lowest SWR and at the zero of reactance."""
    assert dip.resonance is not None
    freqs = np.array([dip.freq_hz, dip.resonance.freq_hz])
    low, zero = solve(asked.station, freqs, pause=asked.pause).radiated_w
    return float(low), float(zero)
