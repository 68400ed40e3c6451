"""What the bench's other jobs come to: a part, a meter, an analyzer, watts in and out."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import asdict

import numpy as np

from tithe.core.bench.check import (
    LEAST_DIRECTIVITY_DB,
    MOST_TRACKING_DB,
    MOST_TRACKING_DEG,
    Checked,
)
from tithe.core.bench.meter import Known, MeterScale
from tithe.core.bench.part import MeasuredPart, MeasuredTransformer
from tithe.core.bench.watts import WattsLoss
from tithe.core.message import Message, tell
from tithe.results.bench_shapes import (
    BenchCarry,
    BenchCheck,
    BenchMeter,
    BenchPart,
    BenchWatts,
    PartAt,
    ResidualOut,
    TransformerOut,
)
from tithe.results.bench_tuner_json import coil_q_carry, three
from tithe.text import say

_MOST_ROWS = 200
_SHOWN_SWR = (1.1, 1.5, 3.0)


def watts(told: WattsLoss) -> BenchWatts:
    """What two meters on either side of a part tell of its loss."""
    said = tell("bench.watts", loss_db=told.loss_db, span=(told.low_db, told.high_db))
    if told.low_db <= 0:
        said = tell("bench.watts-nothing", tells_from_db=told.tells_from_db, most=told.high_db)
    return {
        "loss_db": three(told.low_db, told.loss_db, told.high_db),
        "tells_from_db": told.tells_from_db,
        "sentence": say(said),
        "why": say(tell("bench.watts-why", tells_from_db=told.tells_from_db)),
        "carry": _loss((told.low_db, max(told.loss_db, 0.0), told.high_db), "bench.how.watts"),
    }


def watts_of_tuner(
    told: WattsLoss, freq_hz: float, q: tuple[float, float, float | None] | None
) -> BenchWatts:
    """The same of a tuner, tuned into the dummy load; ``q``: what explains it (None: nothing does)."""
    out = watts(told)
    out["carry"] = None
    if q is not None:
        least, found, most = q
        span = (least, found if most is None else most)
        out["sentence"] += " " + say(tell("bench.watts-q", q=found, span=span, freq_hz=freq_hz))
        out["carry"] = coil_q_carry(
            [(freq_hz / 1e6, three(least, found, most))], say(tell("bench.how.watts"))
        )
    return out


def _loss(db: tuple[float, float, float], how: str) -> BenchCarry:
    low, value, high = (round(one, 4) for one in db)
    mark = {"value": value, "low": low, "high": high, "how": say(tell(how))}
    return {"fields": {"loss_db": value}, "measured": {"loss_db": mark}}


def part(
    told: MeasuredPart,
    most_db: float,
    most_swr: float,
    of: MeasuredTransformer | None = None,
    missed_db: float | None = None,
) -> BenchPart:
    """A part in line by its sweeps; ``of``: what a transformer is made of; ``missed_db``: of two back to
    back, how much was mismatch at the most."""
    each = max(len(told.freq_hz) // _MOST_ROWS, 1)
    low, middle, high = told.loss_db
    rows: list[PartAt] = [
        {
            "mhz": float(told.freq_hz[k]) / 1e6,
            "loss_db": three(float(low[k]), float(middle[k]), float(high[k])),
            "swr": float(told.swr[k]) if np.isfinite(told.swr[k]) else None,
            "usable": bool(told.usable[k]),
        }
        for k in range(0, len(told.freq_hz), each)
    ]
    inside = told.within_db
    return {
        "loss_db": None if inside is None else three(*inside),
        "band_mhz": None if told.band_hz is None else [one / 1e6 for one in told.band_hz],
        "rows": rows,
        "transformer": None if of is None else _transformer(of),
        "sentence": say(_part_told(told, most_db, most_swr, of)),
        "why": say(
            tell("bench.part-why", loss_db=float(np.median(middle)))
            if missed_db is None
            else tell("bench.pair-why", missed_db=missed_db)
        ),
        "carry": _part_carry(told, of, "bench.how.tuner" if missed_db is None else "bench.how.pair"),
    }


def _part_told(
    told: MeasuredPart, most_db: float, most_swr: float, of: MeasuredTransformer | None
) -> Iterator[Message]:
    limits = {"most_db": most_db, "most_swr": most_swr}
    inside = told.within_db
    if told.band_hz is None or inside is None:
        yield tell("bench.part-nowhere", **limits)
    else:
        low, high = told.band_hz
        yield tell(
            "bench.part", loss_db=inside[1], span=(inside[0], inside[2]), low_hz=low, high_hz=high, **limits
        )
        at_end = [
            name
            for name, here in (("low end", low == told.freq_hz[0]), ("high end", high == told.freq_hz[-1]))
            if here
        ]
        if at_end:
            yield tell("bench.part-limits", ends=at_end)
    if of is not None:
        yield tell(
            "bench.transformer", ratio=of.ratio[1], span=(of.ratio[0], of.ratio[2]), turns=of.turns[1],
            leakage=of.leakage_h[1] * 1e6, magnetizing=of.magnetizing_h[1] * 1e6,
        )  # fmt: skip


def _transformer(of: MeasuredTransformer) -> TransformerOut:
    least_s, core_s, most_s = of.core_loss_s
    return {
        "ratio": three(*of.ratio),
        "turns": three(*of.turns),
        "leakage_uh": three(*(one * 1e6 for one in of.leakage_h)),
        "magnetizing_uh": three(*(one * 1e6 for one in of.magnetizing_h)),
        "core_loss_ohm": {"min": _inverse(most_s), "median": _inverse(core_s), "max": _inverse(least_s)},
        "loss_db": three(*of.loss_db),
    }


def _inverse(siemens: float) -> float | None:
    return None if siemens < 1e-7 else 1 / siemens


def _part_carry(told: MeasuredPart, of: MeasuredTransformer | None, how: str) -> BenchCarry | None:
    inside = told.within_db
    if told.band_hz is None or inside is None:
        return None
    out = _loss(inside if of is None else of.loss_db, how)
    low, high = (round(one / 1e6, 4) for one in told.band_hz)
    out["fields"] |= {"f_min_mhz": low, "f_max_mhz": high}
    if of is not None:
        shapes = _transformer(of)
        for key, span in (
            ("ratio", shapes["ratio"]), ("leakage_uh", shapes["leakage_uh"]),
            ("magnetizing_uh", shapes["magnetizing_uh"]), ("core_loss_ohm", shapes["core_loss_ohm"]),
        ):  # fmt: skip
            if (middle := span["median"]) is not None:
                value = float(f"{middle:.5g}")
                out["fields"][key] = value
                mark = {"value": value, "low": span["min"], "high": span["max"], "how": say(tell(how))}
                out["measured"][key] = mark
    return out


def meter(told: MeterScale, shown_w: float, known: Known, drop_share: float | None) -> BenchMeter:
    """A meter against a known power; ``drop_share``: of a peak detector's diode (None: a better meter)."""
    code = "bench.meter" if told.told_from_none else "bench.meter-right"
    params = {"scale": told.scale} if told.told_from_none else {}
    said = tell(code, power_w=told.power_w, shown_w=shown_w, span=(told.low, told.high), **params)
    by_volts = drop_share is not None
    why = (
        tell("bench.meter-why", drop_pct=drop_share)
        if by_volts
        else tell("bench.meter-why-other", share=known.share)
    )
    value, low, high = (round(one, 4) for one in told[:3])
    mark = {"value": value, "low": low, "high": high, "how": say(tell("bench.how.meter"))}
    return {
        "scale": three(told.low, told.scale, told.high),
        "power_w": told.power_w,
        "sentence": say(said),
        "why": say(why),
        "carry": {"fields": {"scale": value}, "measured": {"scale": mark}},
    }


def check(told: Checked) -> BenchCheck:
    """What an analyzer's calibration leaves."""
    shown = [[ratio, *_finite(told.shown_as(ratio))] for ratio in _SHOWN_SWR]
    db = [20 * np.log10(np.maximum(np.abs(one), 1e-6)) for one in (told.delta, told.source, told.tracking)]
    each = max(len(told.freq_hz) // _MOST_ROWS, 1)
    residual = asdict(told.residual())
    return {
        "directivity_db": told.directivity_db,
        "source_db": told.source_db,
        "tracking_db": told.tracking_db,
        "tracking_deg": told.tracking_deg,
        "aside_m": told.aside_m,
        "good": told.good,
        "shown_as": shown,
        "errors": [
            [float(told.freq_hz[k]) / 1e6, -float(db[0][k]), -float(db[1][k]), float(db[2][k])]
            for k in range(0, len(told.freq_hz), each)
        ],
        "residual": ResidualOut(**residual),  # type: ignore[typeddict-item]  # its own fields
        "sentence": say(_check_told(told)),
        "why": say(tell("bench.check-why", tracking_db=told.tracking_db)),
    }


def _finite(pair: tuple[float, float]) -> list[float | None]:
    return [one if np.isfinite(one) else None for one in pair]


def _check_told(told: Checked) -> Iterator[Message]:
    figures = {
        "directivity_db": told.directivity_db,
        "tracking_db": told.tracking_db,
        "tracking_deg": told.tracking_deg,
    }
    if told.good:
        yield tell("bench.check-good", **figures)
    else:
        short = {
            "directivity": LEAST_DIRECTIVITY_DB - told.directivity_db,
            "source": LEAST_DIRECTIVITY_DB - told.source_db,
            "tracking": 20 * max(told.tracking_db / MOST_TRACKING_DB, told.tracking_deg / MOST_TRACKING_DEG)
            - 20,
        }
        worst = max(short, key=lambda key: short[key])
        yield tell("bench.check-bad", source_db=told.source_db, worst=tell(f"bench.worst.{worst}"), **figures)
    low, high = told.shown_as(1.5)
    yield tell("bench.check-shows", ratio=1.5, span=(low, high))
    if abs(told.aside_m) > 0.002:
        yield tell("bench.check-aside", aside_m=abs(told.aside_m))
