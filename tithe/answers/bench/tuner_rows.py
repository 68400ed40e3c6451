"""What a tuner's day on the bench comes to."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from typing_extensions import TypedDict

from tithe.answers.bench.carry import BenchCarry, coil_q_carry
from tithe.answers.bench.requests import Reading
from tithe.answers.spans import as_found, ends, three
from tithe.answers.station.budget_shapes import Span
from tithe.core import InputError, Station, Tuner
from tithe.core.bench.at_home import AtLengths, at_lengths
from tithe.core.bench.coil_q import USUAL, coil_q_interval
from tithe.core.bench.residual import Residual
from tithe.core.bench.tuner import LEAST_MATCH_DB, MOST_DB, ScalarLoss, loss_interval, scalar
from tithe.core.errors import require
from tithe.core.message import Message, tell
from tithe.core.reflection import return_loss_db
from tithe.text import rule, say

_CLOSE = 0.15
"""Of a loss: a quick figure that is as near as this is right."""


class AtFrequency(TypedDict):
    """A tuner at a frequency: the return losses that were read; loss and efficiency into R₀; by return losses
    alone the mean of both halved, and half of that into a short (null: not to be told); the Q of its coils
    (null: ``coil_why``) and its loss at the station's own load (null: no station, or its antenna is not known
    there)."""

    mhz: float
    with_phase: bool
    match_db: float
    short_db: float
    open_db: float | None
    loss_db: Span
    efficiency: Span
    mean_halved_db: float | None
    short_alone_db: float | None
    coil_q: Span | None
    coil_why: str
    in_station_db: Span | None


class LengthsOut(TypedDict):
    """The tuner's loss at the real loads at several lengths of the run: by frequency (``mhz``), a span a
    length; ``present``: which length is the one there is."""

    length_m: list[float]
    present: int
    mhz: list[float]
    loss_db: list[list[Span]]


class BenchTuner(TypedDict):
    """A row a frequency; of the one asked for (else the middle one) its figures stand at the top."""

    mhz: float
    loss_db: Span
    efficiency: Span
    coil_q: Span | None
    rows: list[AtFrequency]
    lengths: LengthsOut | None
    sentence: str
    why: str
    carry: BenchCarry | None


@dataclass(frozen=True)
class TunerRow:
    """Read at a frequency (Hz; None: not known): matched into R₀, a short, and an open (None: not read)."""

    freq_hz: float | None
    match: Reading
    short: Reading
    open_: Reading | None


def back_db(reading: Reading) -> float:
    """A return loss, dB; of what sends nothing back that can be seen, as much as any instrument tells."""
    if isinstance(reading, complex):
        return min(float(return_loss_db(np.abs(np.array(reading)))), MOST_DB)
    return min(reading, MOST_DB)


def tuner(
    rows: Sequence[TunerRow],
    station: Station | None = None,
    at: int | None = None,
    residual: Residual | None = None,
    mhz: float | None = None,
) -> BenchTuner:
    """``station`` and ``at``: where that tuner stands, whose Q and loss at the real loads are told; without
    them the Q is that of a usual T. ``mhz``: of which row the figures at the top are. Raises `InputError` at
    the place of a row."""
    part: Any = USUAL if station is None or at is None else station.chain[at]
    if not part.tuner:
        raise InputError(f"chain[{at}]", "no-tuner-of-knobs")
    for n, row in enumerate(rows):
        twice = any(row.freq_hz == earlier.freq_hz for earlier in rows[:n])
        require(not twice, f"rows[{n}].mhz", "frequency-twice", (row.freq_hz or 0.0))
    r0 = 50.0 if station is None else station.transmitter.reference_ohm
    out = []
    for n, row in enumerate(rows):
        try:
            out.append(_row(row, part, r0, residual))
        except InputError as error:
            raise error.under(f"rows[{n}]") from None
    home = None if station is None or at is None else _at_home(station, at, out)
    middle = out[len(out) // 2]
    top = middle if mhz is None else min(out, key=lambda row_out: abs(row_out["mhz"] - mhz))
    return {
        "mhz": top["mhz"],
        "loss_db": top["loss_db"],
        "efficiency": top["efficiency"],
        "coil_q": top["coil_q"],
        "rows": out,
        "lengths": home,
        "sentence": say(_messages(out, top, station is None)),
        "why": say(_why(out)),
        "carry": _carry(out),
    }


def _row(row: TunerRow, part: Any, r0: float, residual: Residual | None) -> AtFrequency:
    gammas = [sweep for sweep in (row.match, row.short, row.open_) if isinstance(sweep, complex)]
    coils = part if isinstance(part, Tuner) else None
    quick = _quick(row, part.network if coils else "", residual, bool(gammas))
    if len(gammas) == 3:
        match, short, open_ = (np.array([gamma]) for gamma in gammas)
        low, loss, high = (float(end[0]) for end in loss_interval(match, short, open_, residual))
    elif quick is None:  # a poor match, and no phase with which it would not matter
        raise InputError("match", "at-least", back_db(row.match), least=LEAST_MATCH_DB)
    else:
        low, loss, high = quick.low_db, quick.loss_db, quick.high_db
    out: AtFrequency = {
        "mhz": (row.freq_hz or 0.0) / 1e6,
        "with_phase": len(gammas) == 3,
        "match_db": back_db(row.match),
        "short_db": back_db(row.short),
        "open_db": None if row.open_ is None else back_db(row.open_),
        "loss_db": three(low, loss, high),
        "efficiency": three(*(float(10 ** (-db / 10)) for db in (high, loss, low))),
        "mean_halved_db": quick.loss_db if quick and row.open_ is not None else None,
        "short_alone_db": quick.short_alone_db if quick else None,
        "coil_q": None,
        "coil_why": "",
        "in_station_db": None,
    }
    if row.freq_hz is None:
        return out
    if coils is None:
        out["coil_why"] = say(tell("bench.no-coils"))
        return out
    try:
        out["coil_q"] = three(*coil_q_interval(coils, row.freq_hz, (low, loss, high), r0))
    except InputError as error:
        out["coil_why"] = rule(error)
    return out


def _quick(row: TunerRow, network: str, residual: Residual | None, phase: bool) -> ScalarLoss | None:
    """By return loss alone; None where the match is too poor for it."""
    match = back_db(row.match)
    if match < LEAST_MATCH_DB and phase:
        return None
    open_db = None if row.open_ is None else back_db(row.open_)
    return scalar(match, back_db(row.short), open_db, residual, network)


def _at_home(station: Station, at: int, rows: list[AtFrequency]) -> LengthsOut | None:
    """The loss at the real loads, put into the rows; None where nothing can be told of it."""
    low, high = station.antenna.range_hz
    known = [(row, q) for row in rows if (q := row["coil_q"]) and low <= row["mhz"] * 1e6 <= high]
    known.sort(key=lambda pair: pair[0]["mhz"])
    if not known:
        return None
    spans = [_bounds(q) for _, q in known]
    freq = np.array([row["mhz"] * 1e6 for row, _ in known])
    try:
        at_home = at_lengths(station, at, freq, spans)
    except InputError:
        return None
    for k, (row, _) in enumerate(known):
        row["in_station_db"] = _span_of(at_home, at_home.present, k)
    return {
        "length_m": at_home.length_m.tolist(),
        "present": at_home.present,
        "mhz": [row["mhz"] for row, _ in known],
        "loss_db": [
            [_span_of(at_home, n, k) for n in range(len(at_home.length_m))] for k in range(len(known))
        ],
    }


_OPEN_Q = 1e5


def _bounds(q: Span) -> tuple[float, float, float]:
    assert q["min"] is not None and q["median"] is not None
    return q["min"], q["median"], q["max"] or _OPEN_Q


def _span_of(at_lengths: AtLengths, n: int, k: int) -> Span:
    return three(*at_lengths.loss_db.at(n, k))


def _messages(rows: list[AtFrequency], top: AtFrequency, usual: bool) -> Iterator[Message]:
    worst = max(rows, key=_times_worse)
    if (home := worst["in_station_db"]) is not None:
        yield tell(
            "bench.in-station", loss_db=as_found(home), span=ends(home), freq_hz=worst["mhz"] * 1e6,
            r0_db=as_found(worst["loss_db"]),
        )  # fmt: skip
    if len(rows) > 1:
        least, most = (pick(rows, key=lambda row: as_found(row["loss_db"])) for pick in (min, max))
        yield tell(
            "bench.tuner-bands", least_db=as_found(least["loss_db"]), least_hz=least["mhz"] * 1e6,
            most_db=as_found(most["loss_db"]), most_hz=most["mhz"] * 1e6,
        )  # fmt: skip
    if top["mhz"] > 0:
        loss, share = top["loss_db"], as_found(top["efficiency"])
        yield tell(
            "bench.tuner", loss_db=as_found(loss), span=ends(loss), share=share, freq_hz=top["mhz"] * 1e6
        )
    else:
        loss = top["loss_db"]
        yield tell(
            "bench.tuner-somewhere",
            loss_db=as_found(loss),
            span=ends(loss),
            share=as_found(top["efficiency"]),
        )
    if (q := top["coil_q"]) is not None:
        open_end = q["max"] is None
        yield (
            tell("bench.q-at-least", least=q["min"])
            if open_end
            else tell("bench.q", q=as_found(q), span=ends(q))
        )
        if usual:
            yield tell("bench.q-of-usual")
    elif top["coil_why"]:
        yield tell("bench.no-q", why=top["coil_why"])
    if not top["with_phase"]:
        short_only = top["mean_halved_db"] is None
        yield (
            tell("bench.short-only", span=ends(top["loss_db"]))
            if short_only
            else tell("bench.by-return-loss")
        )


def _times_worse(row: AtFrequency) -> float:
    home = row["in_station_db"]
    return -1.0 if home is None else as_found(home) / max(as_found(row["loss_db"]), 1e-3)


def _why(rows: list[AtFrequency]) -> Iterator[Message]:
    """Why the quick method is off, by the row where it is off most."""
    rows_of_both = [
        row for row in rows if row["short_alone_db"] is not None and row["mean_halved_db"] is not None
    ]
    if rows_of_both:
        worst = max(rows_of_both, key=lambda row: abs(np.log(_times(row))))
        times = _times(worst)
        code = "bench.short-alone" if abs(np.log(times)) > _CLOSE else "bench.short-alone-here"
        params: dict[str, Any] = {"short_db": worst["short_alone_db"], "freq_hz": worst["mhz"] * 1e6}
        if code == "bench.short-alone":
            params |= {"times": times, "mean_db": worst["mean_halved_db"]}
        if worst["mhz"] > 0:
            yield tell(code, **params)
    yield tell("bench.easiest-load")


def _times(row: AtFrequency) -> float:
    return max(row["short_alone_db"] or 0.0, 1e-3) / max(as_found(row["loss_db"]), 1e-3)


def _carry(rows: list[AtFrequency]) -> BenchCarry | None:
    """Q by frequency, into the tuner."""
    known = [(row["mhz"], q) for row in rows if (q := row["coil_q"]) is not None and row["mhz"] > 0]
    known.sort(key=lambda pair: pair[0])
    if not known:
        return None
    phase = all(row["with_phase"] for row in rows)
    return coil_q_carry(known, say(tell("bench.how.tuner" if phase else "bench.how.return-loss")))
