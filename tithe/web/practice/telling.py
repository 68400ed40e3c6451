"""A round as it is told: what may be read, what was, and how it went."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from tithe.answers.log.log_json import name_of
from tithe.core.antenna.dummy_load import dummy_load
from tithe.core.antenna.sampled import INTERPOLATION_OHM
from tithe.core.cost import Pause
from tithe.core.log.further import minutes_of
from tithe.core.log.instruments import instrument
from tithe.core.log.taken import RADIO
from tithe.core.message import Message, tell
from tithe.core.practice.hidden import planes
from tithe.core.practice.way import SHOWS_NOTHING_W, Notes, Step, by_bits
from tithe.core.reflection import swr
from tithe.document.station import StationFile
from tithe.text import say
from tithe.web.practice.services import Played
from tithe.web.practice.shapes import (
    CauseToName,
    PlaceToRead,
    PracticeReading,
    PracticeVerdict,
    RoundOut,
)

_FIGURES = ("forward_w", "reflected_w", "swr", "r_ohm", "x_ohm", "factor", "factor_within")


def shown(played: Played, verdict: PracticeVerdict | None = None) -> RoundOut:
    station = played.station
    steps = played.possible
    places = list(dict.fromkeys((step.how, step.at) for step in steps))
    return RoundOut(
        id=str(played.kept.pk),
        level=played.level,
        document=StationFile.model_validate(played.kept.document),
        power_w=played.visit.power_w,
        mhz=[freq / 1e6 for freq in played.freqs_hz],
        tuners=list(dict.fromkeys(step.tuner for step in steps if step.how == "meter")),
        places=[
            PlaceToRead(
                how=how, at=at, name=_name(played, how, at), minutes=minutes_of(station, how, at, "auto")
            )
            for how, at in places
        ],
        causes=[CauseToName(id=cause, name=say(tell(f"kind.{cause}"))) for cause in played.causes],
        readings=_readings(played),
        minutes=played.notes[-1].minutes if played.notes else 0.0,
        answer=played.kept.answer,
        verdict=verdict,
    )


def _name(played: Played, how: str, at: int) -> str:
    station = played.station
    if how in ("meter", "dummy"):
        return say(tell("practice.radio")) if at == RADIO else name_of(station, at)
    if how == "bench":
        return station.chain[at].label
    return "at the feedpoint" if at == len(station.chain) else f"before {station.chain[at].label}"


def _readings(played: Played) -> list[PracticeReading]:
    out, before = [], Notes(played.station)
    for notes in played.notes:
        step = notes.steps[-1]
        figures: dict[str, float | None] = dict.fromkeys(_FIGURES)
        if step.how == "bench":
            benched = notes.benched[-1]
            figures |= {"factor": float(np.exp(benched.log_factor)), "factor_within": 2 * benched.sd}
        elif step.how == "analyzer":
            gamma = notes.beside[-1].gamma
            figures["swr"] = _ratio(abs(gamma))
            if abs(1 - gamma) > _OPEN:
                z = INTERPOLATION_OHM * (1 + gamma) / (1 - gamma)
                figures |= {"r_ohm": max(z.real, 0.0), "x_ohm": z.imag}
        else:
            reading = notes.readings[-1]
            figures |= {"forward_w": reading.forward_w, "reflected_w": reading.reflected_w}
            if reading.forward_w is not None and reading.forward_w > SHOWS_NOTHING_W:
                figures["swr"] = _ratio(reading.rho or 0.0)
        out.append(
            PracticeReading(
                how=step.how, at=step.at, name=_name(played, step.how, step.at), mhz=step.freq_hz / 1e6,
                tuner=step.tuner, minutes=notes.minutes - before.minutes,
                expected_swr=_expected(played, step), **figures,
            )
        )  # fmt: skip
        before = notes
    return out


def _expected(played: Played, step: Step) -> float | None:
    """The SWR that the station would show there if it were as it is described."""
    if step.how == "bench":
        return None
    swept, station = step.how == "analyzer", played.station
    if step.how == "dummy":
        station = replace(station, antenna=dummy_load())
    port = planes(station, "bypass" if swept else step.tuner, step.freq_hz)[step.at]
    against = INTERPOLATION_OHM if swept else instrument(played.station, step.at).reference_ohm
    return _ratio(float(abs(port.gamma(against))))


def _ratio(rho: float) -> float | None:
    return float(swr(np.asarray(rho))) if rho < _ALL else None


_OPEN, _ALL = 1e-3, 1 - 1e-4
"""Nearer to the open end of the disc R and X are none that an analyzer tells; from so much on all comes
back."""


def judged(played: Played, pause: Pause, best: list[Notes] | None = None) -> RoundOut:
    best = played.best_way() if best is None else best
    truth = [tell(f"kind.{cause}") for cause in played.visit.causes]
    answer = played.kept.answer
    right = answer in played.visit.causes
    code = "half" if right and len(truth) > 1 else "right" if right else "wrong"
    said: list[Message] = [tell(f"practice.{code}", truth=_both(truth), answer=tell(f"kind.{answer}"))]
    said += played.visit.messages
    better = []
    for notes in played.notes:
        pause()
        if not notes.readings:
            better.append(say(tell("practice.no-meter-yet")))
            continue
        reconciled = notes.explained(pause)
        step = by_bits(
            reconciled, [step_left for step_left in played.possible if step_left not in notes.steps]
        )
        next_message = (
            tell("practice.next-best", step=_step(played, step)) if step else tell("practice.enough")
        )
        better.append(say(next_message))
    explained = played.explained(pause)
    if explained is None:
        said.append(tell("practice.nothing-read"))
    else:
        share = sum(cause.weight for cause in explained.causes if cause.id in played.visit.causes)
        first = explained.causes[0]
        known = first.id in played.visit.causes
        params = {"share": share} if known else {"share": first.weight, "likeliest": tell(f"kind.{first.id}")}
        code = "sure-other" if not known else "sure" if len(truth) == 1 else "sure-of-one"
        said.append(tell(f"practice.{code}", **params))
    minutes = played.notes[-1].minutes if played.notes else 0.0
    said.append(tell("practice.minutes", minutes=round(minutes), best=round(best[-1].minutes)))
    steps = [say(_step(played, notes.steps[-1])) for notes in best]
    return shown(played, PracticeVerdict(right=right, sentence=say(said), better=better, best=steps))


def _both(truth: list[Message]) -> Message:
    return truth[0] if len(truth) == 1 else tell("practice.two", first=truth[0], second=truth[1])


def _step(played: Played, step: Step) -> Message:
    at = _name(played, step.how, step.at)
    if step.how == "bench":
        return tell("practice.step-bench", part=at)
    if step.how == "dummy":
        return tell("practice.step-dummy", at=at, freq_hz=step.freq_hz, tuner=step.tuner == "bypass")
    if step.how == "analyzer":
        return tell("practice.step-analyzer", at=at, freq_hz=step.freq_hz)
    if played.visit.tuner < 0:
        return tell("practice.step-plain", at=at, freq_hz=step.freq_hz)
    return tell("practice.step-meter", at=at, freq_hz=step.freq_hz, tuner=step.tuner == "bypass")
