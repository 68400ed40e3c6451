"""What a decision leaves undone: bands without a match, bands whose power a rating limits, bands whose
antenna is a guess; and how what stands now was taken to be used."""

from __future__ import annotations

from collections.abc import Sequence

from tithe.core.choose.grid import Question
from tithe.core.choose.rank import Ranking
from tithe.core.message import Messages, tell
from tithe.core.parts.ratings import TYPICAL_HEAT_W


def shortcomings(ranking: Ranking, typical_heat: Sequence[str] = ()) -> Messages:
    """What the decision leaves undone; nothing where it leaves none. ``typical_heat``: which of its parts are
    taken to give off what is usual."""
    grid, n = ranking.grid, ranking.decision
    names = [band.name for band in grid.question.bands]
    reach, limits = grid.reach[n], grid.limit_share[n]
    said = []
    none = [name for name, share in zip(names, reach, strict=True) if share == 0]
    partly = [name for name, share in zip(names, reach, strict=True) if 0 < share < 1]
    if none:
        said.append(tell("choose.unmatched", bands=none))
    if partly:
        known = grid.question.station.antenna.phase_known
        said.append(tell("choose.some-cases" if known else "choose.some-phases", bands=partly))
    rated = grid.question.station.transmitter.power_w
    held = [(name, share) for name, share in zip(names, limits, strict=True) if share < 0.99]
    if held:
        each = [tell("choose.limit", band=name, power_w=float(share) * rated) for name, share in held]
        said.append(tell("choose.limited", limits=each))
    if held and typical_heat:
        said.append(tell("choose.typical-heat", heat_w=TYPICAL_HEAT_W, parts=list(typical_heat)))
    if guessed := guessed_bands(grid.question):
        said.append(tell("choose.guessed", bands=guessed))
    return tuple(said)


def guessed_bands(question: Question) -> list[str]:
    """Bands at an edge or the middle of which the antenna is a guess."""
    names = []
    for n, band in enumerate(question.bands):
        at = question.freq_hz[3 * n : 3 * n + 3]
        if any(question.station.antenna.guess(float(f)) is not None for f in at):
            names.append(band.name)
    return names


def how_used(question: Question) -> Messages:
    """How what stands now is judged, where its tuner's knobs are set by hand; nothing otherwise."""
    by_hand = [part.label for part in question.station.chain if part.retuned() is not part]
    return (tell("choose.retuned", tuners=by_hand),) if by_hand else ()
