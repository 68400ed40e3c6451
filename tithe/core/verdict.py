"""One frequency of a budget judged: how much leaves, what took most, whether anyone hears it."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from tithe.core.arrays import Real
from tithe.core.budget import AUDIBLE_DB, DB_PER_S_UNIT, Budget, Stage, solve
from tithe.core.message import Message, Messages, tell
from tithe.core.phases import middle
from tithe.core.station import Station

State = Literal["clear", "audible", "costly", "unmatched", "doubtful"]
Place = Literal["radio", "reflection", "part", "antenna"]


@dataclass(frozen=True)
class Taker:
    """What took power: where, watts (median, least, most), and of a part its index and label."""

    place: Place
    taken_w: float
    least_w: float
    most_w: float
    stage: int | None = None
    label: str = ""


@dataclass(frozen=True)
class Verdict:
    """The state of a frequency, what there is to tell of it, and what took most."""

    state: State
    messages: Messages
    biggest: Taker | None


def takers(budget: Budget, k: int) -> list[Taker]:
    """All that took power at the k-th frequency, most first."""

    def taker(place: Place, values: Real, stage: int | None = None, label: str = "") -> Taker:
        at_k = values[..., k]
        return Taker(place, middle(values, k), float(at_k.min()), float(at_k.max()), stage, label)

    out = [
        taker("radio", budget.drive.held_back_w),
        taker("reflection", budget.drive.turned_back_w),
        *(taker("part", s.taken_w, n, s.part.label) for n, s in enumerate(budget.stages)),
        taker("antenna", budget.antenna_taken_w),
    ]
    return sorted(out, key=lambda taker_found: -taker_found.taken_w)


def state_at(budget: Budget, k: int) -> State:
    """The state of a frequency: nobody hears it, one hears it, an S-unit or more, no match, or the antenna is
    a guess.

    A tuner that falls short of a full match, but leaves an SWR within the user's comfort, has matched.
    """
    if budget.station.antenna.guess(float(budget.freq_hz[k])) is not None:
        return "doubtful"
    for stage in budget.stages:
        if _short_of_match(stage, k) and stage.swr_in[..., k].max() > budget.station.comfort_swr:
            return "unmatched"
    lost = middle(budget.total_db, k)
    if lost < AUDIBLE_DB:
        return "clear"
    return "audible" if lost < DB_PER_S_UNIT else "costly"


def _short_of_match(stage: Stage, k: int) -> bool:
    return stage.tuned is not None and not stage.tuned.matched[..., k].all()


def verdict_at(budget: Budget, k: int, place: str = "") -> Verdict:
    """The verdict at the k-th frequency; ``place`` names the band, e.g. ``30 m``."""
    rated, state = budget.station.transmitter.power_w, state_at(budget, k)
    leaves = {"radiated_w": _ends(budget.radiated_w, k), "rated_w": rated}
    messages = [
        tell("verdict.leaves-on", band=place, **leaves) if place else tell("verdict.leaves", **leaves)
    ]
    biggest = takers(budget, k)[0]
    if biggest.taken_w >= 0.005 * rated:
        taken = (biggest.least_w, biggest.most_w)
        messages.append(tell(f"verdict.takes-most-{biggest.place}", part=biggest.label, taken_w=taken))
    messages.append(heard(budget.total_db, k))
    if state in ("doubtful", "unmatched"):
        messages.append(tell(f"verdict.{state}"))
    elif left := [s.swr_in[..., k].max() for s in budget.stages if _short_of_match(s, k)]:
        messages.append(tell("verdict.within-comfort", ratio=float(max(left))))
    if budget.station.antenna.sky is not None and budget.soil_w[..., k].max() >= 0.005 * rated:
        soil, sky = _ends(budget.soil_w, k), _ends(budget.sky_w, k)
        messages.append(tell("verdict.soil", soil_w=soil, sky_w=sky))
    return Verdict(state, tuple(messages), biggest if biggest.taken_w > 0.005 * rated else None)


def _ends(values: Real, k: int) -> tuple[float, float]:
    return float(values[..., k].min()), float(values[..., k].max())


def heard(total_db: Real, k: int) -> Message:
    """Whether a listener hears a loss (dB, ``(..., F)``) at the k-th frequency, and how much of it."""
    lost = middle(total_db, k)
    if not np.isfinite(lost):
        return tell("verdict.silent")
    params = {"typically": np.size(total_db[..., k]) > 1, "loss_db": _ends(total_db, k)}
    if lost < AUDIBLE_DB:
        return tell("verdict.inaudible", **params)
    return tell("verdict.audible", **params, s_units=lost / DB_PER_S_UNIT)


def match_moved_to_antenna(station: Station) -> Station | None:
    """The same station with its one active tuner at the antenna; None where there is nothing to move."""
    active = [(n, p.tuner) for n, p in enumerate(station.chain) if p.tuner and not p.bypassed]
    if len(active) != 1 or active[0][0] == len(station.chain) - 1:
        return None
    at, tuner = active[0]
    rest = station.chain[:at] + station.chain[at + 1 :]
    return replace(station, chain=(*rest, tuner.automatic()))


def moving_the_match(budget: Budget, k: int) -> Messages:
    """What moving the tuner to the antenna would change; nothing where it does not apply."""
    moved = match_moved_to_antenna(budget.station)
    if moved is None:
        return ()
    # The run is the same without its tuner, so the phases of both are the same, one by one.
    turns = None if budget.turns is None else budget.turns[:, k : k + 1]
    budget_moved = solve(moved, budget.freq_hz[k : k + 1], turns)
    gain = np.asarray(budget_moved.radiated_w - budget.radiated_w[..., k : k + 1])
    least, most = float(gain.min()), float(gain.max())
    if np.abs(gain).max() < 0.01 * budget.station.transmitter.power_w:
        return (tell("moving.nothing"),)
    if least >= 0:
        return (tell("moving.gains", gain_w=(least, most)),)
    if most <= 0:
        return (tell("moving.loses", loss_w=(-most, -least)),)
    return (tell("moving.either", loss_w=-least, gain_w=most),)
