"""What explains readings, as plain objects."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import groupby

import numpy as np

from tithe.answers.log.shapes import (
    ExpectedReading,
    Explained,
    FurtherReading,
    ImpliedLoss,
    ReadAs,
    ReconciledOut,
    SilentLoss,
    TakenOver,
    WayOfCause,
)
from tithe.answers.spans import three
from tithe.core import AttenuatedLine, Station, SteppedTuner, Tuner
from tithe.core.intervals import SIGMAS
from tithe.core.log.further import Further, best_of_each, entropy_bits
from tithe.core.log.instruments import instrument
from tithe.core.log.reconcile import NAMED, Cause, Reconciled
from tithe.core.log.taken import RADIO, Taken
from tithe.core.message import Message, tell
from tithe.core.reflection import swr
from tithe.text import say

_LEAST_SHARE = 0.005
_OUT_OF_LINE_DB = 1e-4
"""A part that loses less is out of line in the setting that was read."""
_HALF = 0.5
_FIGURES = ("as-described", "water")
"""Causes that are figures of the station; others are to be mended, not written down."""
_NOTHING_NEW = 0.03
"""A figure that readings move by less stays as it is written."""
_TELLS = 0.9
"""What readings leave of a standard deviation where they tell something of an unknown."""
_MOST_LIKELIHOOD = 1e6


def answer(
    station: Station, readings: Sequence[Taken], reconciled: Reconciled, beside: Sequence[Message] = ()
) -> ReconciledOut:
    """What the readings imply, and what explains them; ``beside``: what is said of all else that was
    counted."""
    return {
        "losses": _losses(station, reconciled),
        "silent": _silent(station, reconciled),
        "power_w": three(*reconciled.power),
        "explanations": [_explained(cause, reconciled) for cause in reconciled.causes],
        "next": [_further(station, further, reconciled) for further in best_of_each(reconciled.further)],
        "readings": [_expected(n, reading, reconciled) for n, reading in enumerate(readings)],
        "changes": list(_changes(station, reconciled)),
        "beside": [say(message) for message in (*beside, *_contradicts(reconciled))],
        "sentence": say(_messages(station, readings, reconciled)),
    }


def _contradicts(reconciled: Reconciled) -> Iterator[Message]:
    freqs = sorted({value.freq_hz for value in reconciled.contradicts})
    if freqs:
        yield tell("beside.contradicts", at=[tell("antenna.at", freq_hz=freq) for freq in freqs])


def _losses(station: Station, reconciled: Reconciled) -> list[ImpliedLoss]:
    return [
        {
            "label": station.chain[n].label,
            "part": n,
            "mhz": float(f) / 1e6,
            "loss_db": three(*reconciled.losses.at(p, k)),
            "read": True,
        }
        for p, n in enumerate(reconciled.case.unknowns.parts)
        for k, f in enumerate(reconciled.case.freq_hz)
        if reconciled.losses.value[p, k] > _OUT_OF_LINE_DB and reconciled.read[p, k]
    ]


def _silent(station: Station, reconciled: Reconciled) -> list[SilentLoss]:
    return [
        {"label": station.chain[n].label, "part": n}
        for p, n in enumerate(reconciled.case.unknowns.parts)
        if (reconciled.losses.value[p] > _OUT_OF_LINE_DB).any() and not reconciled.read[p].any()
    ]


def _changes(station: Station, reconciled: Reconciled) -> Iterator[TakenOver]:
    """The station's own figures as the readings have them, of those that they tell something of; of what is
    named alone."""
    named = reconciled.named
    if named is None or named.id not in _FIGURES:
        return
    mine = [n for n, supposed in enumerate(reconciled.weighed.supposed) if supposed.cause == named.id]
    share = reconciled.share[mine] / reconciled.share[mine].sum()
    weighed, case = reconciled.weighed[mine], reconciled.case
    own = case.slice_of("part")
    for p, n in enumerate(case.unknowns.parts):
        if not reconciled.read[p].any():
            continue
        log = case.unknowns.part_mean[p] + case.unknowns.part_sd[p] * weighed.best[:, own.start + p]
        more = [sum(v for q, v in supposed.change.log_loss if q == p) for supposed in weighed.supposed]
        factor = float(np.exp((share * (log + more)).sum()))
        part = station.chain[n]
        if abs(factor - 1) <= _NOTHING_NEW:
            continue
        sentence = say(tell("take.loss", part=part.label, factor=factor))
        line = part.feedline.line if part.feedline else None
        if isinstance(line, AttenuatedLine):
            figures = {"r0_ohm": line.r0_ohm, "velocity_factor": line.velocity_factor}
            losses = {"k1": round(line.k1 * factor, 5), "k2": round(line.k2 * factor, 6)}
            yield {"place": f"chain[{n}].line", "value": figures | losses, "text": sentence}
        elif isinstance(part, Tuner | SteppedTuner):
            q = part.coil_q
            table = [[f / 1e6, round(at_f / factor, 1)] for f, at_f in q] if isinstance(q, tuple) else None
            value = table if table is not None else round(float(q) / factor, 1)  # type: ignore[arg-type]
            yield {"place": f"chain[{n}].coil_q", "value": value, "text": sentence}


def _explained(cause: Cause, reconciled: Reconciled) -> Explained:
    described = next((rival.weight for rival in reconciled.causes if rival.id == "as-described"), 0.0)
    likelihood = cause.weight / described if described > cause.weight / _MOST_LIKELIHOOD else _MOST_LIKELIHOOD
    ways: list[WayOfCause] = [
        {"text": say(member.message), "weight": member.weight}
        for member in cause.members
        if member.weight > _LEAST_SHARE
    ]
    return {
        "id": cause.id,
        "weight": cause.weight,
        "likelihood": likelihood,
        "text": say(_cause(cause)),
        "ways": ways if len(ways) > 1 else [],
        "readings": _read_as(cause, reconciled),
    }


def _cause(cause: Cause) -> Message:
    """What it would be: its likeliest way where that is most of it, else the kind alone."""
    first = cause.members[0]
    return first.message if first.weight >= NAMED * cause.weight else tell(f"kind.{cause.id}")


def _read_as(cause: Cause, reconciled: Reconciled) -> list[ReadAs]:
    """What each reading would be under a cause, and how far off it is."""
    rows = reconciled.case.rows
    out: list[ReadAs] = []
    for _, group in groupby(range(len(rows.value)), key=lambda m: int(rows.reading[m])):
        forward: float | None = None
        ratio: float | None = None
        off = 0.0
        for m in group:
            off = cause.off[m] if abs(cause.off[m]) > abs(off) else off
            if rows.is_power[m]:
                forward = float(max(np.exp(min(cause.shown[m], 30.0)) - rows.floor_w[m], 0.0))
            else:
                rho = cause.shown[m]
                if not rows.is_swr[m]:
                    back = np.exp(min(cause.shown[m], 30.0)) - rows.floor_w[m]
                    rho = np.sqrt(max(back, 0.0) / forward) if forward else 0.0
                rho = float(np.clip(rho, 0.0, 0.9999))
                ratio = float(swr(np.array(rho)))
        out.append({"forward_w": forward, "swr": ratio, "off": float(np.clip(off, -99.0, 99.0))})
    return out


def name_of(station: Station, at: int) -> str:
    """A meter's label, or ``radio``."""
    return "radio" if at == RADIO else station.chain[at].label


def _further(station: Station, further: Further, reconciled: Reconciled) -> FurtherReading:
    entropy = entropy_bits(np.array([cause.weight for cause in reconciled.causes]))
    return {
        "at": _place(station, further),
        "how": further.how,
        "mhz": further.freq_hz / 1e6,
        "tuner": further.tuner,
        "gain": min(further.bits / max(entropy, further.bits), 1.0),
        "bits": further.bits,
        "minutes": further.minutes,
        "text": say(_further_messages(station, further)),
    }


def _joint(station: Station, at: int) -> str:
    return "at the feedpoint" if at == len(station.chain) else f"before {station.chain[at].label}"


def _place(station: Station, further: Further) -> str:
    if further.how == "bench":
        return station.chain[further.at].label
    return name_of(station, further.at) if further.how in ("meter", "dummy") else _joint(station, further.at)


def _further_messages(station: Station, further: Further) -> list[Message]:
    at, bench = _place(station, further), further.how == "bench"
    where = "outdoors" if further.outdoors else "indoors"
    code = "further.bench" if bench else f"further.{further.how}.{further.tuner}"
    said = [tell(code, at=at, freq_hz=further.freq_hz)]
    shown = [ratio for _, ratio in further.outcomes[:2]]
    if len(shown) > 1 and further.how != "analyzer" and abs(shown[0] - shown[1]) > _APART * min(shown):
        ways = [(f"kind.{cause}", ratio) for cause, ratio in further.outcomes[:2]]
        (first, near), (second, far) = ways
        means = "further.means-factor" if bench else "further.means"
        said.append(tell(means, near=near, first=tell(first), far=far, second=tell(second)))
    return [*said, tell(f"further.{where}", minutes=further.minutes)]


def _expected(n: int, taken: Taken, reconciled: Reconciled) -> ExpectedReading:
    forward: list[float] | None = None
    ratio: list[float | None] | None = None
    inside, rows = True, reconciled.case.rows
    for m in np.flatnonzero(rows.reading == n):
        low, high = (float(end) for end in reconciled.expected[m])
        if rows.is_power[m]:
            forward = [low, high]
            inside &= low <= (taken.forward_w or 0.0) <= high
        else:
            ends = [float(swr(np.array(end))) for end in (low, high)]
            ratio = [end if np.isfinite(end) else None for end in ends]
            inside &= low <= (taken.rho or 0.0) <= high
    return {"forward_w": forward, "swr": ratio, "inside": bool(inside)}


def _messages(station: Station, readings: Sequence[Taken], reconciled: Reconciled) -> list[Message]:
    said = _verdict(reconciled)
    said += _sides(station, readings)
    said += _loss_messages(station, reconciled)
    if not station.antenna.phase_known:
        said.append(tell("explained.phase-open"))
    said += _next_messages(station, reconciled)
    return said


def what_explains(station: Station, reconciled: Reconciled) -> list[Message]:
    """What explains readings, and which further one would tell more."""
    return [*_verdict(reconciled), *_next_messages(station, reconciled)]


def _verdict(reconciled: Reconciled) -> list[Message]:
    first, *others = reconciled.causes
    if first.weight >= NAMED:
        if first.id == "as-described":
            return [tell("explained.agree", share=first.weight)]
        cause = _cause(first)
        code = "explained.named-kind" if cause.code.startswith("kind.") else "explained.named"
        return [tell(code, cause=cause, share=first.weight)]
    if first.weight < _HALF or not others:
        shares = [
            tell("explained.share", cause=tell(f"kind.{likely.id}"), share=likely.weight)
            for likely in reconciled.causes[:3]
        ]
        return [tell("explained.not-told", shares=shares)]
    if first.id == "as-described":
        second = tell(f"kind.{others[0].id}")
        return [tell("explained.fits", share=first.weight, other=others[0].weight, second=second)]
    pair = {"first": tell(f"kind.{first.id}"), "second": tell(f"kind.{others[0].id}")}
    return [tell("explained.either", share=first.weight, other=others[0].weight, **pair)]


def _loss_messages(station: Station, reconciled: Reconciled) -> list[Message]:
    said: list[Message] = []
    parts, middle = reconciled.case.unknowns.parts, reconciled.losses.value
    borne = np.where(reconciled.read & (middle > _OUT_OF_LINE_DB), middle, -1.0)
    if borne.size and borne.max() > 0:
        p, k = np.unravel_index(int(np.argmax(borne)), borne.shape)
        part, at = station.chain[parts[int(p)]].label, float(reconciled.case.freq_hz[k])
        span = reconciled.losses.at(int(p), int(k))[::2]
        code = "explained.loss-open" if span[1] >= _OPEN_DB else "explained.loss"
        said.append(tell(code, part=part, freq_hz=at, loss_db=span))
    silent = [silent_loss["label"] for silent_loss in _silent(station, reconciled)]
    if silent:
        said.append(tell("explained.silent", parts=silent, count=len(silent)))
    return said


def _next_messages(station: Station, reconciled: Reconciled) -> list[Message]:
    every = best_of_each(reconciled.further)
    if not every:
        return [tell("explained.nothing-more" if reconciled.named else "explained.no-reading-helps")]
    first, *more = _further_messages(station, every[0])[:-1]
    return [tell("explained.next", further=first), *more]


def _sides(station: Station, readings: Sequence[Taken]) -> list[Message]:
    """What two meters on either side of a tuner that was matching tell together."""
    tuners = [n for n, part in enumerate(station.chain) if part.tuner and not part.bypassed]
    if not tuners:
        return []
    said: list[Message] = []
    pairs = [
        (a, b)
        for a in readings
        for b in readings
        if a.at < tuners[0] < b.at and (a.freq_hz, a.load) == (b.freq_hz, b.load)
    ]
    for before, after in pairs:
        if "bypass" in (before.tuner, after.tuner) or before.rho is None or after.rho is None:
            continue
        if after.rho > before.rho + _APART and not any(
            message.code == "explained.both-right" for message in said
        ):
            ratios = (float(swr(np.array(side.rho))) for side in (before, after))
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
    for side in (before, after):
        meter, watts, rho = instrument(station, side.at), side.forward_w or 1.0, side.rho or 0.0
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
