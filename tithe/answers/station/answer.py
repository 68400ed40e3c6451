"""Composes what the screen shows of a station: rail, strip, ledger and sentence, from one solve each."""

from __future__ import annotations

import numpy as np

from tithe.answers.antenna import antenna_json
from tithe.answers.antenna.shapes import PlannedOut
from tithe.answers.station import budget_json
from tithe.answers.station.measured import measured_here
from tithe.answers.station.shapes import Answer, Here, RailFigures, RailRow, Wave
from tithe.core import Budget, InputError, PlannedAntenna, Station, solve, verdict_at
from tithe.core.arrays import Real
from tithe.core.cost import Pause, go_on
from tithe.core.message import tell
from tithe.core.parts.line import LineDetails
from tithe.core.solving_cost import antenna_s, solving_s, telling_s
from tithe.core.verdict import moving_the_match, state_at
from tithe.document.station import StationFile
from tithe.text import say, standing_alone

WAVE_POINTS = 160


def cost_s(station: Station) -> float:
    """Seconds that the whole answer may take: bands solved, one frequency told in figures."""
    return solving_s(station, len(station.bands) + 1) + telling_s(station, 1)


def narrower(station: Station) -> str:
    """How to ask for less, where that takes too long: what takes most of it."""
    many = len(station.bands) + 1
    return "fewer-wires" if many * antenna_s(station) > solving_s(station, many) / 2 else "smaller-station"


def compose(
    station: Station, mhz: float, pause: Pause = go_on, document: StationFile | None = None
) -> Answer:
    """The answer as plain objects: the frequency looked at solved whole, of the middle of every band only
    what is radiated. ``document``: whose parts tell what was measured of them."""
    low, high = station.antenna.range_hz
    known = [b for b in station.bands if low <= b.middle_hz <= high]
    rows: dict[int, RailFigures] = {}
    if known:  # first, as the wires of a planned antenna are computed at all frequencies side by side
        middles = np.array([b.middle_hz for b in known])
        budget = solve(station, middles, only_radiated=True, pause=pause)
        rows = dict(zip(map(id, known), _rows(budget), strict=True))
    at_frequency: Here | None
    try:
        at_frequency, why = _here(solve(station, np.array([mhz * 1e6]), pause=pause)), ""
    except InputError as error:
        at_frequency, why = None, standing_alone(error)
    measured = [] if document is None or at_frequency is None else measured_here(document, station, mhz)
    return {
        "rail": _rail(station, rows),
        "here": at_frequency,
        "why": why,
        "measured": measured,
        "planned": _planned(station, mhz),
    }


def _planned(station: Station, mhz: float) -> PlannedOut | None:
    """At frequencies that were solved just before."""
    if not isinstance(station.antenna, PlannedAntenna):
        return None
    middles = [band.middle_hz / 1e6 for band in station.bands] or [mhz]
    try:
        return antenna_json.planned(station.antenna.alone, middles, with_sky=False)
    except InputError:
        return None


def look(station: Station, mhz: float, pause: Pause = go_on) -> Here | None:
    """One frequency alone; None where the antenna's data do not reach."""
    try:
        return _here(solve(station, np.array([mhz * 1e6]), pause=pause))
    except InputError:
        return None


def _here(budget: Budget) -> Here:
    f = budget.freq_hz[0]
    place = next((b.name for b in budget.station.bands if b.low_hz <= f <= b.high_hz), "")
    return {
        "result": budget_json.result(budget, 0),
        "waves": [_wave(stage.along) for stage in budget.stages],
        "sentence": say(verdict_at(budget, 0, place).messages),
        "moving_the_match": say(moving_the_match(budget, 0)),
    }


def _wave(along: LineDetails | None) -> Wave | None:
    if along is None:
        return None
    x = np.linspace(0.0, along.part.length_m, WAVE_POINTS)
    volts = along.volts_peak_along(x, 0).reshape(-1, WAVE_POINTS)
    wave: Wave = {"x_m": _rounded(x), "volts_peak": _rounded(volts[0])}
    if len(volts) > 1:
        wave["lowest"], wave["highest"] = _rounded(volts.min(axis=0)), _rounded(volts.max(axis=0))
    return wave


def _rounded(values: Real) -> list[float]:
    return [float(value) for value in np.round(values, 3)]


def _rail(station: Station, rows: dict[int, RailFigures]) -> list[RailRow]:
    unknown: RailFigures = {"state": "unknown", "why": say(tell("band.unknown"))}
    return [{"name": b.name, "mhz": b.middle_hz / 1e6, **rows.get(id(b), unknown)} for b in station.bands]


def _rows(budget: Budget) -> list[RailFigures]:
    radiated, lost = budget_json.figures(budget.radiated_w), budget_json.figures(budget.total_db)
    return [
        {"state": state_at(budget, k), "radiated_w": watts, "loss_db": db}
        for k, (watts, db) in enumerate(zip(radiated, lost, strict=True))
    ]
