"""What explains readings, as plain objects."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

import numpy as np

from tithe.answers.log.shapes import (
    ExpectedReading,
    Explained,
    FurtherReading,
    ImpliedLoss,
    ReconciledOut,
    TakenOver,
)
from tithe.answers.spans import found as found_in
from tithe.answers.spans import three
from tithe.answers.station.budget_shapes import Span
from tithe.core import AttenuatedLine, Station, SteppedTuner, Tuner
from tithe.core.intervals import SIGMAS
from tithe.core.log.explain import Linear
from tithe.core.log.instruments import instrument
from tithe.core.log.reconcile import MUCH_BETTER, Explanation, Further, Reconciled
from tithe.core.log.taken import RADIO, Taken
from tithe.core.log.unknowns import POWER_SD, loss_factor, more_lossy
from tithe.core.message import Message, tell
from tithe.core.reflection import swr
from tithe.text import say

_SHOWN = 5
_OUT_OF_LINE_DB = 1e-4
"""A part that loses less is out of line in the setting that was read."""


def answer(station: Station, readings: Sequence[Taken], found: Reconciled) -> ReconciledOut:
    """What the readings imply, and what explains them."""
    best = found.best
    return {
        "losses": _losses(station, found),
        "power_w": _power(station, best.found),
        "explanations": [_explained(one) for one in _ranked(found)],
        "next": [_further(station, one) for one in found.further],
        "readings": [_expected(n, one, found) for n, one in enumerate(readings)],
        "changes": [] if best.id in _NO_FIGURES else list(_changes(station, best.found)),
        "sentence": say(_told(station, readings, found)),
    }


def _ranked(found: Reconciled) -> list[Explanation]:
    """What is said to explain them first, then the others by likelihood."""
    return [found.best, *(one for one in found.explanations if one is not found.best)][:_SHOWN]


def _losses(station: Station, found: Reconciled) -> list[ImpliedLoss]:
    model = found.best.found.model
    return [
        {
            "label": station.chain[n].label,
            "part": n,
            "mhz": float(f) / 1e6,
            "loss_db": three(*found.losses.at(p, k)),
            "read": bool(found.read[p, k]),
        }
        for p, n in enumerate(model.unknowns.parts)
        for k, f in enumerate(model.freq_hz)
        if found.losses.value[p, k] > _OUT_OF_LINE_DB
    ]


def _power(station: Station, found: Linear) -> Span:
    rated = station.transmitter.power_w
    middle, off = POWER_SD * found.best[0], SIGMAS * POWER_SD * np.sqrt(found.covariance[0, 0])
    return three(*(float(rated * np.exp(x)) for x in (middle - off, middle, middle + off)))


def _changes(station: Station, found: Linear) -> Iterator[TakenOver]:
    """The station's own figures as the readings have them, of those that they tell something of."""
    spread = np.sqrt(np.diag(found.covariance))
    columns = list(found.columns)
    power = found_in(_power(station, found))
    if spread[0] < _TELLS and abs(power / station.transmitter.power_w - 1) > _NOTHING_NEW:
        yield {
            "place": "transmitter.power_w",
            "value": float(f"{power:.3g}"),
            "text": say(tell("take.power", watts=power)),
        }
    for n in found.model.unknowns.parts:
        k = columns.index(("part", n))
        if spread[k] >= _TELLS:
            continue
        part = station.chain[n]
        factor = _times(found, n, float(found.best[k]))
        if abs(factor - 1) <= _NOTHING_NEW:
            continue
        told = say(tell("take.loss", part=part.label, factor=factor))
        line = part.feedline.line if part.feedline else None
        if isinstance(line, AttenuatedLine):
            figures = {"r0_ohm": line.r0_ohm, "velocity_factor": line.velocity_factor}
            losses = {"k1": round(line.k1 * factor, 5), "k2": round(line.k2 * factor, 6)}
            yield {"place": f"chain[{n}].line", "value": figures | losses, "text": told}
        elif isinstance(part, Tuner | SteppedTuner):
            q = part.coil_q
            table = [[f / 1e6, round(one / factor, 1)] for f, one in q] if isinstance(q, tuple) else None
            value = table if table is not None else round(float(q) / factor, 1)  # type: ignore[arg-type]
            yield {"place": f"chain[{n}].coil_q", "value": value, "text": told}


def _times(found: Linear, at: int, value: float) -> float:
    """How many times as much a part loses as is written, what has befallen it counted in."""
    station, model = found.model.unknowns.station, found.model
    part = station.chain[at]
    chain = list(station.chain)
    chain[at] = more_lossy(part, loss_factor(part, value))
    there = model.changed(replace(station, chain=tuple(chain))).chain[at]
    if part.feedline is None:
        return loss_factor(part, value)
    return float(there.matched_db(model.freq_hz)[0] / part.matched_db(model.freq_hz)[0])


_NO_FIGURES = ("short", "open", "ground", "out-of-band")
"""Faults that are to be mended, not written down."""
_NOTHING_NEW = 0.02
"""A figure that readings move by less stays as it is written."""
_TELLS = 0.9
"""What readings leave of a standard deviation where they tell something of an unknown."""


def _explained(one: Explanation) -> Explained:
    return {"id": one.id, "weight": one.weight, "likelihood": one.likelihood, "text": say(one.told)}


def name_of(station: Station, at: int) -> str:
    """A meter's label, or ``radio``."""
    return "radio" if at == RADIO else station.chain[at].label


def _further(station: Station, one: Further) -> FurtherReading:
    return {
        "at": name_of(station, one.at),
        "mhz": one.freq_hz / 1e6,
        "tuner": one.tuner,
        "gain": one.gain,
        "text": say(_further_told(station, one)),
    }


def _expected(n: int, one: Taken, found: Reconciled) -> ExpectedReading:
    forward: list[float] | None = None
    ratio: list[float | None] | None = None
    inside = True
    for m in np.flatnonzero(found.rows.reading == n):
        low, high = (float(end) for end in found.expected[m])
        if found.rows.is_power[m]:
            forward = [low, high]
            inside &= low <= (one.forward_w or 0.0) <= high
        else:
            ends = [float(swr(np.array(end))) for end in (low, high)]
            ratio = [end if np.isfinite(end) else None for end in ends]
            inside &= low <= (one.rho or 0.0) <= high
    return {"forward_w": forward, "swr": ratio, "inside": bool(inside)}


def _told(station: Station, readings: Sequence[Taken], found: Reconciled) -> list[Message]:
    best = found.best
    said = [best.told]
    if best.id != "as-described":
        said.append(tell("explained.much-better", likelihood=min(best.likelihood, 1000.0)))
    said += _sides(station, readings)
    others = [one for one in found.explanations if one is not best and one.id != "as-described"]
    near = max(best.likelihood, MUCH_BETTER) / MUCH_BETTER
    if others and best.id != "as-described" and others[0].likelihood > near:
        said.append(tell("explained.also", other=others[0].told))
    middle = found.losses.value
    if not middle.size:
        return said
    borne = found.read if found.read.any() else np.ones_like(found.read)
    p, k = np.unravel_index(int(np.argmax(np.where(borne, middle, -1.0))), middle.shape)
    part = station.chain[best.found.model.unknowns.parts[int(p)]].label
    at = float(best.found.model.freq_hz[k])
    span = found.losses.at(int(p), int(k))[::2]
    if not found.read[p, k]:
        said.append(tell("explained.loss-written", part=part, freq_hz=at, loss_db=span))
    elif span[1] >= _OPEN_DB:
        said.append(tell("explained.loss-open", part=part, freq_hz=at))
    else:
        said.append(tell("explained.loss", part=part, freq_hz=at, loss_db=span))
    if not station.antenna.phase_known:
        said.append(tell("explained.phase-open"))
    if found.further and found.further[0].gain > _WORTH_TELLING:
        said.append(tell("explained.next", further=_further_told(station, found.further[0])))
    return said


def _sides(station: Station, readings: Sequence[Taken]) -> list[Message]:
    """What two meters on either side of a tuner that was matching tell together."""
    tuners = [n for n, part in enumerate(station.chain) if part.tuner and not part.bypassed]
    if not tuners:
        return []
    said: list[Message] = []
    pairs = [(a, b) for a in readings for b in readings if a.at < tuners[0] < b.at and a.freq_hz == b.freq_hz]
    for before, after in pairs:
        if "bypass" in (before.tuner, after.tuner) or before.rho is None or after.rho is None:
            continue
        if after.rho > before.rho + _APART and not any(one.code == "explained.both-right" for one in said):
            ratios = (float(swr(np.array(one.rho))) for one in (before, after))
            said.append(tell("explained.both-right", near=next(ratios), far=next(ratios)))
        forward, back = after.forward_w, after.rho**2
        if forward and forward > 1.02 * station.transmitter.power_w and back < 1:
            net = forward * (1 - back)
            said.append(tell("explained.above-rated", forward_w=forward, back_w=forward * back, net_w=net))
        if before.forward_w and forward and before.rho < 1 and back < 1:
            said.append(_net(station, before, after))
        break
    return said


_APART = 0.1


def _net(station: Station, before: Taken, after: Taken) -> Message:
    """The tuner's loss by the two net powers alone, with what both instruments leave open."""
    logs, variance = [], 0.0
    for one in (before, after):
        meter, watts, rho = instrument(station, one.at), one.forward_w or 1.0, one.rho or 0.0
        logs.append(np.log(watts * (1 - rho**2)))
        leak = 2 * rho * meter.leak_sd / max(1 - rho**2, 0.05)
        reads = np.sqrt(2) * meter.reading_sd_w / (watts * max(1 - rho**2, 0.05))
        variance += meter.gain_sd**2 + leak**2 + reads**2
    loss = 10 / np.log(10) * (logs[0] - logs[1])
    off = 10 / np.log(10) * SIGMAS * np.sqrt(variance)
    low, high = float(loss - off), float(loss + off)
    if low <= 0:
        return tell("explained.net-nothing", most=max(high, 0.0))
    return tell("explained.net", loss_db=(low, high))


_OPEN_DB = 40.0
"""A loss that may be as much is as good as not told."""
_WORTH_TELLING = 0.05


def _further_told(station: Station, one: Further) -> Message:
    return tell(f"further.{one.tuner}", at=name_of(station, one.at), freq_hz=one.freq_hz, gain=one.gain)
