"""What antennas that are planned are asked: their wires in; where these run, what they will be and what else
they might be out."""

from __future__ import annotations

from datetime import date
from functools import partial
from typing import Annotated

import numpy as np
from pydantic import Field

from tithe.answers.antenna import answers, antenna_json, planning_json
from tithe.answers.antenna.known import KnownAntenna, known
from tithe.answers.antenna.lengths_shapes import WireLengthsLine
from tithe.answers.antenna.planning_shapes import FitOut, PairsLine, WhatIfOut, WidthsOut
from tithe.answers.antenna.shapes import PlannedOut
from tithe.answers.question import Request, Steps, Work, question
from tithe.answers.requests import DocumentRequest, Mhz
from tithe.core import InputError, PlannedAntenna
from tithe.core.antenna import SampledAntenna
from tithe.core.cost import Pause, paused_by
from tithe.core.errors import require_above
from tithe.core.planned_station import planned_in, whole_bands
from tithe.core.planning.fit import MOST_POINTS, fit
from tithe.core.planning.lengths import MOST_LENGTHS, Trial, trial
from tithe.core.planning.what_if import what_if
from tithe.core.solving_cost import seconds_a_load
from tithe.core.wires.estimate import seconds
from tithe.document.antenna import AntennaModel
from tithe.document.fields import Positive
from tithe.document.wires import WiresModel

_NARROWER = "fewer-lengths"
_CHANGES, _SKY, _WIDTH, _FIT = 5, 1, 100, 80
"""How many times the estimate at one frequency is computed, about: for what if, a share to the sky, a width,
a fit."""


@question("antenna/known")
def known_antenna(body: DocumentRequest) -> Work[KnownAntenna]:
    """A station's antenna as it is known over the bands: R, X, SWR, its dips and resonances, by what it is
    known, and what is missing."""
    station = body.document.to_core()
    taken = body.document.antenna.taken or ""
    return Work(0.2, lambda pause: known(station, station.comfort_swr, taken, date.today()))


class EstimateRequest(Request):
    """``mhz``: at which frequencies; ``sky``: whether it is asked what leaves below 30°, which takes
    longer."""

    antenna: AntennaModel
    mhz: Annotated[list[Mhz], Field(min_length=1, max_length=400)]
    sky: bool = True


@question("antenna/estimate")
def estimate_antenna(body: EstimateRequest) -> Work[PlannedOut]:
    """Where its wires run, and R, X, SWR and efficiency at each frequency, with what they may be instead."""
    antenna = body.antenna.to_core()
    if not isinstance(antenna, PlannedAntenna):
        raise InputError("antenna", "not-planned")

    def job(pause: Pause) -> PlannedOut:
        with paused_by(pause):
            return antenna_json.planned(antenna, body.mhz, body.sky)

    freqs = [mhz * 1e6 for mhz in body.mhz]
    antenna.check(np.array(freqs))
    each_s = seconds(antenna.plan, freqs, antenna.spread) + body.sky * _SKY * seconds(antenna.plan, freqs)
    return Work(each_s, job, "fewer-wires")


@question("antenna/what-if")
def what_if_it_were(body: DocumentRequest) -> Work[WhatIfOut]:
    """Each change that the shape allows: watts on the air and what the tuner bears, before and after."""
    station = body.document.to_core()
    freqs = [band.middle_hz for band in whole_bands(station)]
    plan = planned_in(station).plan
    takes_s = _CHANGES * (seconds(plan, freqs) + seconds_a_load(station.chain) * len(freqs))

    def job(pause: Pause) -> WhatIfOut:
        return planning_json.what_if(what_if(station, pause), station.transmitter.power_w)

    return Work(takes_s, job, "fewer-wires")


@question("antenna/widths")
def how_far_one_may_move(body: DocumentRequest) -> Work[WidthsOut]:
    """Matched at the middle of each band: within which frequencies the SWR stays low, and of a full-size
    antenna."""
    station = body.document.to_core()
    plan, bands = planned_in(station).plan, whole_bands(station)

    def job(pause: Pause) -> WidthsOut:
        return planning_json.on_bands(plan, bands, pause)

    takes_s = _WIDTH * seconds(plan, [band.middle_hz for band in bands])
    return Work(takes_s, job, "fewer-wires")


class FitRequest(Request):
    """An antenna as it was planned, and as it was measured, with its phase."""

    plan: WiresModel
    measured: AntennaModel


@question("antenna/fit")
def fit_to_measurement(body: FitRequest) -> Work[FitOut]:
    """How far length, height and soil must be off for estimate and measurement to agree, and what is left."""
    planned, antenna = body.plan.to_core(), body.measured.to_core()
    if not isinstance(antenna, SampledAntenna):
        raise InputError("measured", "not-measured")
    freq, re, im = np.array(antenna.points).T

    def job(pause: Pause) -> FitOut:
        return planning_json.fitted(fit(planned.plan, freq, re + 1j * im, pause))

    points = min(len(freq), MOST_POINTS)
    takes_s = _FIT * points * seconds(planned.plan, [float(freq.max())])
    return Work(takes_s, job, "fewer-wires")


class WireLengthsRequest(DocumentRequest):
    """The station as it stands, and from which length to which (m), in so many steps."""

    from_m: Positive
    to_m: Positive
    count: Annotated[int, Field(ge=2, le=MOST_LENGTHS)] = 60


@question("antenna/lengths")
def lengths_that_suit(body: WireLengthsRequest) -> Steps[WireLengthsLine]:
    """Every length in the station: what the feedpoint is, what leaves, and which lengths suit all bands."""
    require_above("to_m", body.to_m, "from_m", body.from_m)
    station = body.document.to_core()
    tried = trial(station, np.linspace(body.from_m, body.to_m, body.count))
    return Steps(_takes_s(tried, body.count, body.count), partial(answers.lengths, tried), _NARROWER)


class PairsRequest(DocumentRequest):
    """The station as it stands; lengths of the wire and of the main run behind the tuner, m, in so many steps
    each."""

    wire_from_m: Positive
    wire_to_m: Positive
    line_from_m: Positive
    line_to_m: Positive
    count: Annotated[int, Field(ge=3, le=60)] = 40


@question("antenna/pairs")
def pairs_that_suit(body: PairsRequest) -> Steps[PairsLine]:
    """Which length of wire goes with which length of feedline, for the tuner there is."""
    require_above("wire_to_m", body.wire_to_m, "wire_from_m", body.wire_from_m)
    require_above("line_to_m", body.line_to_m, "line_from_m", body.line_from_m)
    station = body.document.to_core()
    tried = trial(station, np.linspace(body.wire_from_m, body.wire_to_m, body.count))
    answers.run_at(station)
    line_m = np.linspace(body.line_from_m, body.line_to_m, body.count)
    takes_s = _takes_s(tried, body.count, body.count**2)
    return Steps(takes_s, partial(answers.paired, tried, line_m), _NARROWER)


def _takes_s(trial: Trial, antennas: int, stations: int) -> float:
    """Seconds that so many antennas and stations may take."""
    freqs = trial.freq_hz.tolist()
    loads_s = seconds_a_load(trial.station.chain) * len(freqs)
    return antennas * seconds(trial.plan, freqs) + stations * loads_s
