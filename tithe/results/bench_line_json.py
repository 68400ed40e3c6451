"""What a line on the bench comes to, and where along one a wave comes back."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Any

import numpy as np

from tithe.core.arrays import Real
from tithe.core.bands import USUAL
from tithe.core.bench.fault import Along, ByDips, Step
from tithe.core.bench.line import MeasuredLine, Spread
from tithe.core.bench.tuner import MOST_DB
from tithe.core.message import Message, tell
from tithe.core.parts.line import LineType, attenuation_db_per_m
from tithe.results.bench_shapes import BenchCarry, BenchFault, BenchLine, LineAt
from tithe.results.bench_tuner_json import ends, found, three
from tithe.results.budget_shapes import Span
from tithe.text import say

_TOLD = 6
"""Steps in a sentence; the table has them all."""
_MOST_POINTS = 600
_DRAWN = 60
_LOOK_HZ = 14e6


def line(
    measured: MeasuredLine, back_db: Mapping[str, Real], length_typed: bool, sheet: LineType | None = None
) -> BenchLine:
    """``back_db``: return losses by what was at the far end, (F,); ``sheet``: what the station has for it."""
    low, high = float(measured.freq_hz[0]), float(measured.freq_hz[-1])
    middles = [band.middle_hz for band in USUAL if low <= band.middle_hz <= high]
    freq = np.array(middles or [low, high])
    rows = _rows(measured, freq, sheet)
    looked = min(rows, key=lambda row: abs(row["mhz"] * 1e6 - _LOOK_HZ))
    points = zip(measured.freq_hz.tolist(), measured.matched_db_per_100m.tolist(), strict=True)
    return {
        "matched_db_per_100m": [[f / 1e6, db] for f, db in points],
        "k1": _span(measured.k1),
        "k2": _span(measured.k2),
        "z0_ohm": _or_none(measured.z0_ohm),
        "velocity_factor": _or_none(measured.velocity_factor),
        "length_m": _span(measured.length_m),
        "rows": rows,
        "curve": _rows(measured, np.linspace(low, high, _DRAWN), sheet),
        "sentence": say(_told(measured, looked, length_typed)),
        "why": say(_why(measured, back_db)),
        "carry": _carry(measured, rows, length_typed, sheet),
    }


def _span(one: Spread) -> Span:
    return three(one.low, one.value, one.high)


def _or_none(one: Spread | None) -> Span | None:
    return None if one is None else _span(one)


def _rows(measured: MeasuredLine, freq_hz: Real, sheet: LineType | None) -> list[LineAt]:
    low, middle, high = measured.loss_db_per_100m(freq_hz)
    known = None if sheet is None else attenuation_db_per_m(sheet, freq_hz) * 100
    return [
        {
            "mhz": float(f) / 1e6,
            "loss_db_per_100m": three(float(low[k]), float(middle[k]), float(high[k])),
            "sheet_db_per_100m": None if known is None else float(known[k]),
        }
        for k, f in enumerate(freq_hz)
    ]


def _told(measured: MeasuredLine, looked: LineAt, length_typed: bool) -> Iterator[Message]:
    z0, velocity = measured.z0_ohm, measured.velocity_factor
    if z0 is not None and velocity is not None:
        yield tell("bench.line-is", z0_ohm=(z0.low, z0.high), velocity=(velocity.low, velocity.high))
    else:
        yield tell("bench.line-no-phase")
    if not length_typed:
        length = measured.length_m
        yield tell("bench.line-length", length_m=length.value, span=(length.low, length.high))
    loss = looked["loss_db_per_100m"]
    yield tell(
        "bench.line", freq_hz=looked["mhz"] * 1e6, loss_db=found(loss), span=ends(loss),
        k1=(measured.k1.low, measured.k1.high), k2=(measured.k2.low, measured.k2.high),
    )  # fmt: skip
    if sheet := looked["sheet_db_per_100m"]:
        yield tell("bench.line-beside-sheet", times=found(loss) / sheet, sheet_db=sheet)


def _why(measured: MeasuredLine, back_db: Mapping[str, Real]) -> Iterator[Message]:
    """By the frequency at which one end alone is off most."""
    per_100m = measured.loss_db_per_100m(measured.freq_hz)[1]
    fitted = per_100m * measured.length_m.value / 100
    for end in ("short", "open"):
        if end in back_db:
            one = np.minimum(back_db[end], MOST_DB) / 2
            k = int(np.argmax(np.abs(one - fitted)))
            yield tell(
                "bench.line-why", end=end, one_db=float(one[k]), loss_db=float(fitted[k]),
                freq_hz=float(measured.freq_hz[k]),
            )  # fmt: skip
            return


def _carry(
    measured: MeasuredLine, rows: list[LineAt], length_typed: bool, sheet: LineType | None
) -> BenchCarry | None:
    """Its figures; by return loss alone those of the sheet for what is not told."""
    z0, velocity = measured.z0_ohm, measured.velocity_factor
    if (z0 is None or velocity is None) and sheet is None:
        return None
    value = {
        "r0_ohm": round(z0.value, 2) if z0 else _of(sheet).r0_ohm,
        "velocity_factor": round(velocity.value, 4) if velocity else _of(sheet).velocity_factor,
        "k1": round(measured.k1.value, 5),
        "k2": round(measured.k2.value, 6),
    }
    spans = {"k1": _pair(measured.k1), "k2": _pair(measured.k2)}
    if z0 is not None and velocity is not None:
        spans |= {"r0_ohm": _pair(z0), "velocity_factor": _pair(velocity)}
    points = [[row["mhz"], *_rounded(row["loss_db_per_100m"])] for row in rows]
    how = say(tell("bench.how.line"))
    told = {k: value[k] for k in spans}
    out: BenchCarry = {
        "fields": {"line": value | _kept(sheet)},
        "measured": {"line": {"value": told, "spans": spans, "points": points, "how": how}},
    }
    if not length_typed:
        length = measured.length_m
        out["fields"]["length_m"] = round(length.value, 3)
        out["measured"]["length_m"] = {
            "value": round(length.value, 3), "low": length.low, "high": length.high, "how": how,
        }  # fmt: skip
    return out


def _of(sheet: LineType | None) -> LineType:
    assert sheet is not None
    return sheet


def _kept(sheet: LineType | None) -> dict[str, Any]:
    """What the bench says nothing of: what the line bears, how it may be worse, and whether it is of two
    wires."""
    if sheet is None:
        return {}
    usual = {
        "max_volts_rms": None,
        "heat_w_per_m": None,
        "wet_factor": 1.0,
        "low_band_factor": 1.0,
        "balanced": False,
    }
    return {key: now for key, plain in usual.items() if (now := getattr(sheet, key)) != plain}


def _pair(one: Spread) -> list[float]:
    return [one.low, one.high]


def _rounded(span: Span) -> list[float]:
    return [round(end, 5) for end in ends(span)]


def fault(along: Along) -> BenchFault:
    """Where waves come back along a line."""
    largest = sorted(along.steps, key=lambda one: -one.rho)[:_TOLD]
    said = [
        tell("bench.step", at_m=one.distance_m, rho=one.rho, kind=_kind(one))
        for one in sorted(largest, key=lambda one: one.distance_m)
    ]
    said = said or [tell("bench.no-step")]
    said.append(tell("bench.resolution", resolution_m=along.resolution_m, farthest_m=along.farthest_m))
    if any(one.kind == "unknown" for one in along.steps):
        said.append(tell("bench.kinds-unknown"))
    last = max((one.distance_m for one in along.steps), default=along.farthest_m)
    shown = along.distance_m <= min(1.4 * last + 4 * along.resolution_m, along.farthest_m)
    each = max(int(shown.sum()) // _MOST_POINTS, 1)
    noted = [tell("bench.fault-noted", kind=_kind(one), at_m=one.distance_m) for one in along.steps[:_TOLD]]
    return {
        "faults": [
            {"at_m": one.distance_m, "gamma": one.gamma, "kind": one.kind, "text": say(_kind(one))}
            for one in along.steps
        ],
        "resolution_m": along.resolution_m,
        "farthest_m": along.farthest_m,
        "along": [[m, rho] for m, rho in _peaks(along.distance_m[shown], along.rho[shown], each)],
        "sentence": say(said),
        "why": say(_fault_why(largest, len(along.steps) - 1)),
        "remark": say(tell("bench.fault-remark", found=noted)) if noted else "",
    }


def _fault_why(largest: list[Step], others: int) -> Iterator[Message]:
    yield tell("bench.fault-why")
    if others > 0:
        yield tell("bench.fault-why-here", at_m=largest[0].distance_m, count=others)


def by_dips(found: ByDips) -> BenchFault:
    """The same by the dips of SWR: one distance, and nothing else."""
    low, middle, high = found.distance_m
    said = tell("bench.dips", count=found.dips, at_m=middle, span=(low, high))
    return {
        "faults": [
            {"at_m": middle, "gamma": None, "kind": "unknown", "text": say(tell("bench.kind.unknown"))}
        ],
        "resolution_m": high - low,
        "farthest_m": None,
        "along": [],
        "sentence": say(said),
        "why": say(tell("bench.dips-why")),
        "remark": say(tell("bench.fault-remark", found=[tell("bench.dips-noted", at_m=middle)])),
    }


def _kind(one: Step) -> Message:
    return tell(f"bench.kind.{one.kind}")


def _peaks(distance_m: Real, rho: Real, each: int) -> list[tuple[float, float]]:
    """Of every so many points the highest, so that no peak is left out of the picture."""
    starts = range(0, len(rho), each)
    tops = [start + int(np.argmax(rho[start : start + each])) for start in starts]
    return [(float(distance_m[k]), float(rho[k])) for k in tops]
