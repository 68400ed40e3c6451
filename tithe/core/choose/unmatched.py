"""Bands on which the decision makes no match, those whose power a rating limits, and those whose antenna is
a guess, as sentences; and how what stands now was taken to be used."""

from __future__ import annotations

from tithe.core.choose.grid import Question, retuned
from tithe.core.choose.rank import Ranking
from tithe.core.wording import watts


def shortcomings(ranking: Ranking) -> str:
    """What the decision leaves undone; "" where it does not."""
    grid, n = ranking.grid, ranking.decision
    names = [band.name for band in grid.question.bands]
    reach, limits = grid.reach[n], grid.limit_share[n]
    said = []
    none = [name for name, share in zip(names, reach, strict=True) if share == 0]
    some = [name for name, share in zip(names, reach, strict=True) if 0 < share < 1]
    if none:
        said.append(f"Not matched from edge to edge: {_list(none)}.")
    if some:
        said.append(f"On {_list(some)} a match is made at some of the phases that the SWR leaves open.")
    rated = grid.question.station.transmitter.power_w
    held = [(name, share) for name, share in zip(names, limits, strict=True) if share < 0.99]
    if held:
        parts = ", ".join(f"{name} to {watts(float(share) * rated)} W" for name, share in held)
        said.append(f"Ratings limit {parts}.")
    if guessed := guessed_bands(grid.question):
        said.append(f"On {_list(guessed)} this decides on a guess: the antenna is not measured there.")
    return " ".join(said)


def guessed_bands(asked: Question) -> list[str]:
    """Bands at an edge or the middle of which the antenna is a guess."""
    names = []
    for n, band in enumerate(asked.bands):
        at = asked.freq_hz[3 * n : 3 * n + 3]
        if any(asked.station.antenna.guess(float(f)) is not None for f in at):
            names.append(band.name)
    return names


def how_used(asked: Question) -> str:
    """How what stands now is judged, where its tuner's knobs are set by hand; "" otherwise."""
    by_hand = [part.label for part in asked.station.chain if retuned(part) is not part]
    if not by_hand:
        return ""
    names = _list([f"“{label}”" for label in by_hand])
    return f"What stands now is judged with {names} set anew for each frequency, as one would."


def _list(names: list[str]) -> str:
    return names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}"
