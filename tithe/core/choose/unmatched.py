"""Bands on which the decision makes no match, and those whose power a rating limits, as sentences."""

from __future__ import annotations

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
    return " ".join(said)


def _list(names: list[str]) -> str:
    return names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}"
