"""One frequency of a budget in sentences: how much leaves, what took most, whether anyone hears it."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from tithe.core.arrays import Real
from tithe.core.budget import AUDIBLE_DB, DB_PER_S_UNIT, Budget, Stage, solve
from tithe.core.phases import middle
from tithe.core.station import Station
from tithe.core.tuner import AnyTuner
from tithe.core.wording import figure, ratio, span, watts

State = Literal["clear", "audible", "costly", "unmatched", "doubtful"]


@dataclass(frozen=True)
class Taker:
    """What took power: its name, watts (median, least, most), its place in the chain (None: ends), and
    whether its name is a plural."""

    label: str
    taken_w: float
    least_w: float
    most_w: float
    stage: int | None
    plural: bool = False


@dataclass(frozen=True)
class Verdict:
    """The state of a frequency, the sentence for it, and what took most."""

    state: State
    sentence: str
    biggest: Taker | None


def takers(budget: Budget, k: int) -> list[Taker]:
    """All that took power at the k-th frequency, most first."""

    def taker(label: str, values: Real, stage: int | None = None, plural: bool = False) -> Taker:
        here = values[..., k]
        return Taker(label, middle(values, k), float(here.min()), float(here.max()), stage, plural)

    found = [
        taker("the radio’s protection", budget.drive.held_back_w),
        taker("reflection at the radio", budget.drive.turned_back_w),
        *(taker(f"“{s.part.label}”", s.taken_w, n) for n, s in enumerate(budget.stages)),
        taker("the antenna’s own losses", budget.antenna_taken_w, plural=True),
    ]
    return sorted(found, key=lambda one: -one.taken_w)


def state_at(budget: Budget, k: int) -> State:
    """How a frequency fares: nobody hears it, one hears it, an S-unit or more, no match, or the antenna is
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
    power = budget.station.transmitter.power_w
    where = f"On {place} " if place else ""
    radiated = budget.radiated_w[..., k]
    leaves = f"{where}{_range(radiated)} of {watts(power)} W leave the antenna."
    sentences = [leaves[0].upper() + leaves[1:]]
    biggest = takers(budget, k)[0]
    if biggest.taken_w >= 0.005 * power:
        name = biggest.label[0].upper() + biggest.label[1:]
        takes = "take" if biggest.plural else "takes"
        sentences.append(f"{name} {takes} most, {span(watts, biggest.least_w, biggest.most_w)} W.")
    sentences.append(_heard(budget.total_db, k))
    if state_at(budget, k) == "doubtful":
        sentences.append("The antenna is guessed here, so all of this is.")
    elif state_at(budget, k) == "unmatched":
        sentences.append("No match is made here.")
    elif left := [s.swr_in[..., k].max() for s in budget.stages if _short_of_match(s, k)]:
        sentences.append(f"The tuner leaves SWR {ratio(float(max(left)))}, within your comfort.")
    return Verdict(
        state_at(budget, k), " ".join(sentences), biggest if biggest.taken_w > 0.005 * power else None
    )


def _range(values: Real) -> str:
    low, high = watts(float(values.min())), watts(float(values.max()))
    return low if low == high else f"between {low} and {high}"


def _heard(total_db: Real, k: int) -> str:
    lost_db = total_db[..., k]
    lost = middle(total_db, k)
    if not np.isfinite(lost):
        return "Nothing would be heard."
    loss = span(figure, float(lost_db.min()), float(lost_db.max()))
    typical = "Typically a" if np.size(lost_db) > 1 else "A"
    if lost < AUDIBLE_DB:
        return f"{typical} listener would not hear the difference ({loss} dB)."
    units = lost / DB_PER_S_UNIT
    return f"{typical} listener would lose {_s_units(units)} ({loss} dB)."


_FRACTIONS = (
    (0.29, "a quarter of an S-unit"),
    (0.41, "a third of an S-unit"),
    (0.58, "half an S-unit"),
    (0.72, "two thirds of an S-unit"),
    (0.9, "most of an S-unit"),
    (1.15, "one S-unit"),
)


def _s_units(units: float) -> str:
    for share, words in _FRACTIONS:
        if units <= share:
            return words
    return f"{figure(round(units, 1))} S-units"


def match_moved_to_antenna(station: Station) -> Station | None:
    """The same station with its one active tuner at the antenna; None where there is nothing to move."""
    active = [n for n, part in enumerate(station.chain) if isinstance(part, AnyTuner) and not part.bypassed]
    if len(active) != 1 or active[0] == len(station.chain) - 1:
        return None
    tuner = station.chain[active[0]]
    assert isinstance(tuner, AnyTuner)
    rest = station.chain[: active[0]] + station.chain[active[0] + 1 :]
    return replace(station, chain=(*rest, replace(tuner, setting="auto")))


def moving_the_match(budget: Budget, k: int) -> str:
    """What moving the tuner to the antenna would change, as a sentence; "" where it does not apply."""
    moved = match_moved_to_antenna(budget.station)
    if moved is None:
        return ""
    # The run is the same without its tuner, so the phases of both are the same, one by one.
    turns = None if budget.turns is None else budget.turns[:, k : k + 1]
    other = solve(moved, budget.freq_hz[k : k + 1], turns)
    gain = np.asarray(other.radiated_w - budget.radiated_w[..., k : k + 1])
    if np.abs(gain).max() < 0.01 * budget.station.transmitter.power_w:
        return "Moving the match to the antenna would change next to nothing."
    if gain.min() >= 0:
        return f"The same tuner at the antenna would give back {span(watts, gain.min(), gain.max())} W."
    if gain.max() <= 0:
        return f"The same tuner at the antenna would lose another {span(watts, -gain.max(), -gain.min())} W."
    return (
        f"The same tuner at the antenna would lose up to {watts(-gain.min())} W or give back up to "
        f"{watts(gain.max())} W, depending on the phase that is not known."
    )
