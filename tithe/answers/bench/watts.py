"""Watts in and out of a part: what two wattmeters tell of its loss."""

from __future__ import annotations

from typing_extensions import TypedDict

from tithe.answers.bench.carry import BenchCarry, coil_q_carry, loss_carry
from tithe.answers.bench.jobs import flag, group, job, way
from tithe.answers.bench.practice import (
    WATTS,
    SimulatedMeasurement,
    practised,
    simulated_measurement,
    truth_of,
)
from tithe.answers.bench.requests import BenchRequest
from tithe.answers.question import Request, Work, at_once, question
from tithe.answers.spans import three
from tithe.answers.station.budget_shapes import Span
from tithe.core import InputError, Station
from tithe.core.bench import simulated
from tithe.core.bench import watts as core
from tithe.core.bench.coil_q import coil_q_interval
from tithe.core.bench.residual import Residual
from tithe.core.bench.watts import Watts, WattsLoss
from tithe.core.message import tell
from tithe.core.parts.part import Part
from tithe.core.parts.tuner.part import Tuner
from tithe.document.fields import Number, Positive
from tithe.text import say


class WattReading(Request):
    """A meter's two readings, its full scale and its accuracy."""

    forward_w: Number
    reflected_w: Number = 0.0
    full_scale_w: Number
    accuracy_pct: Number

    def to_core(self) -> Watts:
        """The core's."""
        return Watts(self.forward_w, self.reflected_w, self.full_scale_w, self.accuracy_pct / 100)


class BenchWattsRequest(BenchRequest):
    """Before and behind a part; ``same_meter``: one meter, carried from side to side; ``mhz``: at which a
    tuner was tuned into the dummy load."""

    before: WattReading
    behind: WattReading
    same_meter: bool = False
    mhz: Positive | None = None


class BenchWatts(TypedDict):
    """``tells_from_db``: the least loss that these meters tell from none."""

    loss_db: Span
    tells_from_db: float
    sentence: str
    why: str
    carry: BenchCarry | None


_SIDES = ("forward_w", "reflected_w", ("full_scale_w", 200.0), ("accuracy_pct", 5.0))
job(
    "watts",
    ["tuner", "inline", "transformer"],
    [
        way(
            "hand",
            groups=[
                group("watts", WattReading, *_SIDES, needed=["forward_w"], into=side, before=f"{side}.")
                for side in ("before", "behind")
            ],
        )
    ],
    analyzer=False,
    frequency=True,
    practice="hand",
    flag=flag("watts", "same", "same_meter"),
)


@question("bench/watts")
def answer(request: BenchWattsRequest) -> Work[BenchWatts]:
    """Watts in and out of a part."""
    loss = core.loss(request.before.to_core(), request.behind.to_core(), request.same_meter)
    station, on_bench = request.station(), request.part()
    if station is None or request.mhz is None or not isinstance(on_bench, Tuner):
        return at_once(of_part(loss))
    freq_hz, q = request.mhz * 1e6, None
    try:
        span = (loss.low_db, loss.loss_db, loss.high_db)
        q = coil_q_interval(on_bench, freq_hz, span, station.transmitter.reference_ohm)
    except InputError:
        pass  # no Q of its coils explains these watts: only the loss is told
    return at_once(of_tuner(loss, freq_hz, q))


def of_part(loss: WattsLoss) -> BenchWatts:
    """What two meters on either side of a part tell of its loss."""
    said = tell("bench.watts", loss_db=loss.loss_db, span=(loss.low_db, loss.high_db))
    if loss.low_db <= 0:
        said = tell("bench.watts-nothing", tells_from_db=loss.tells_from_db, most=loss.high_db)
    return {
        "loss_db": three(loss.low_db, loss.loss_db, loss.high_db),
        "tells_from_db": loss.tells_from_db,
        "sentence": say(said),
        "why": say(tell("bench.watts-why", tells_from_db=loss.tells_from_db)),
        "carry": loss_carry((loss.low_db, max(loss.loss_db, 0.0), loss.high_db), "bench.how.watts"),
    }


def of_tuner(loss: WattsLoss, freq_hz: float, q: tuple[float, float, float | None] | None) -> BenchWatts:
    """The same of a tuner, tuned into the dummy load; ``q``: what explains it (None: nothing does)."""
    out = of_part(loss)
    out["carry"] = None
    if q is not None:
        least, middle, most = q
        span = (least, middle if most is None else most)
        out["sentence"] += " " + say(tell("bench.watts-q", q=middle, span=span, freq_hz=freq_hz))
        out["carry"] = coil_q_carry(
            [(freq_hz / 1e6, three(least, middle, most))], say(tell("bench.how.watts"))
        )
    return out


@practised("watts")
def simulate(
    station: Station | None, part: Part | None, residual: Residual, seed: int
) -> SimulatedMeasurement:
    """What it shows on the simulated bench."""
    shown = simulated.watts(WATTS, 2 * WATTS, 0.05, seed)
    figures = {
        f"{side}.{key}": value
        for side, meter in (("before", shown.before), ("behind", shown.behind))
        for key, value in (
            ("forward_w", meter.forward_w), ("reflected_w", meter.reflected_w),
            ("full_scale_w", meter.full_scale_w), ("accuracy_pct", 100 * meter.accuracy),
        )
    }  # fmt: skip
    return simulated_measurement(truth_of("watts", {"loss_db": shown.loss_db}), figures=figures)
