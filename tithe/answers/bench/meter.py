"""A wattmeter against a voltage across a dummy load, or a better meter."""

from __future__ import annotations

from typing_extensions import TypedDict

from tithe.answers.bench.carry import BenchCarry
from tithe.answers.bench.jobs import choice, group, job, option, way
from tithe.answers.bench.practice import (
    WATTS,
    SimulatedMeasurement,
    practised,
    simulated_measurement,
    truth_of,
)
from tithe.answers.question import Request, Work, at_once, question
from tithe.answers.spans import three
from tithe.answers.station.budget_shapes import Span
from tithe.core import Meter, Station
from tithe.core.bench import meter as core
from tithe.core.bench import simulated
from tithe.core.bench.meter import Known, MeterScale
from tithe.core.bench.residual import Residual
from tithe.core.errors import require
from tithe.core.message import tell
from tithe.core.parts.part import Part
from tithe.document.fields import NotNegative, Number
from tithe.text import say


class BenchMeterRequest(Request):
    """What a meter shows into a dummy load; the peak voltage across it, or what a better meter shows."""

    shown_w: Number
    read_w: NotNegative = 1.0
    volts: Number | None = None
    volts_pct: Number = 2.0
    drop_volts: NotNegative = 0.0
    load_ohm: Number = 50.0
    load_pct: Number = 1.0
    power_w: Number | None = None
    accuracy_pct: Number = 3.0
    full_scale_w: Number = 200.0


class BenchMeter(TypedDict):
    """What a meter shows over the power there is, and that power."""

    scale: Span
    power_w: float
    sentence: str
    why: str
    carry: BenchCarry


_BY_VOLTS = group(
    "meter", BenchMeterRequest, "volts", "volts_pct", "drop_volts", "load_ohm", "load_pct", needed=["volts"]
)
_BY_METER = group(
    "meter",
    BenchMeterRequest,
    "power_w",
    "accuracy_pct",
    "full_scale_w",
    needed=["power_w"],
    before="better.",
)
job(
    "meter",
    ["meter"],
    [way("hand", groups=[group("meter", BenchMeterRequest, "shown_w", "read_w", needed=["shown_w"])])],
    analyzer=False,
    station=False,
    practice="hand",
    choice=choice(
        "meter",
        "by",
        [option("meter", "by", "volts", _BY_VOLTS), option("meter", "by", "meter", _BY_METER)],
    ),
)


@question("bench/meter")
def answer(request: BenchMeterRequest) -> Work[BenchMeter]:
    """A meter against a voltage across a dummy load, or a better meter."""
    require((request.volts is None) != (request.power_w is None), "volts", "volts-or-power")
    drop: float | None = None
    if request.volts is not None:
        known = core.by_peak_volts(
            request.volts, request.volts_pct, request.load_ohm, request.load_pct, request.drop_volts
        )
        drop = request.drop_volts / (request.volts + request.drop_volts)
    else:
        known = core.by_better_meter(request.power_w or 0.0, request.accuracy_pct, request.full_scale_w)
    meter_scale = core.scale(request.shown_w, request.read_w, known)
    return at_once(in_words(meter_scale, request.shown_w, known, drop))


def in_words(meter_scale: MeterScale, shown_w: float, known: Known, drop_share: float | None) -> BenchMeter:
    """A meter against a known power; ``drop_share``: of a peak detector's diode (None: a better meter)."""
    code = "bench.meter" if meter_scale.is_no_correction else "bench.meter-right"
    params = {"scale": meter_scale.scale} if meter_scale.is_no_correction else {}
    said = tell(
        code, power_w=meter_scale.power_w, shown_w=shown_w, span=(meter_scale.low, meter_scale.high), **params
    )
    by_volts = drop_share is not None
    why = (
        tell("bench.meter-why", drop_pct=drop_share)
        if by_volts
        else tell("bench.meter-why-other", share=known.share)
    )
    value, low, high = (round(end, 4) for end in meter_scale[:3])
    mark = {"value": value, "low": low, "high": high, "how": say(tell("bench.how.meter"))}
    return {
        "scale": three(meter_scale.low, meter_scale.scale, meter_scale.high),
        "power_w": meter_scale.power_w,
        "sentence": say(said),
        "why": say(why),
        "carry": {"fields": {"scale": value}, "measured": {"scale": mark}},
    }


@practised("meter")
def simulate(
    station: Station | None, part: Part | None, residual: Residual, seed: int
) -> SimulatedMeasurement:
    """What it shows on the simulated bench."""
    made = part if isinstance(part, Meter) else Meter(full_scale_w=2 * WATTS, accuracy_pct=5)
    power = min(WATTS, 0.8 * (made.full_scale_w or 2 * WATTS))
    shown = simulated.meter(made, power, residual.load_pct, 2.0, 1.0, seed)
    figures = {"shown_w": round(shown.shown_w, 1), "volts": round(shown.volts, 1)}
    return simulated_measurement(truth_of("meter", {"scale": shown.scale}), figures=figures)
