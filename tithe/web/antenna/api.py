"""The API of antennas that are planned: their wires in; where these run, what they will be and what else they
might be out. What takes long comes as lines of JSON: progress, then the answer."""

from __future__ import annotations

from functools import partial
from typing import Annotated, Any

import numpy as np
from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from tithe.answers.asked import Mhz
from tithe.core import InputError, PlannedAntenna
from tithe.core.antenna import SampledAntenna
from tithe.core.cost import Pause, paused_by, refuse_beyond
from tithe.core.errors import require_above
from tithe.core.planned_station import planned_in, whole_bands
from tithe.core.planning.fit import MOST_POINTS, fit
from tithe.core.planning.lengths import MOST_LENGTHS, Trial, trial
from tithe.core.planning.what_if import what_if
from tithe.core.solving_cost import seconds_a_load
from tithe.core.wires.estimate import seconds
from tithe.document.antenna import AntennaModel
from tithe.document.fields import Positive
from tithe.document.station import StationFile
from tithe.document.wires import WiresModel
from tithe.results import antenna_json, antenna_planning_json
from tithe.results.antenna_lengths_shapes import WireLengthsLine
from tithe.results.antenna_planning_shapes import FitOut, PairsLine, WhatIfOut, WidthsOut
from tithe.results.antenna_shapes import PlannedOut
from tithe.web.antenna import answers
from tithe.web.http import computed, stream

router = Router()
_CHANGES, _SKY, _WIDTH, _FIT = 5, 1, 100, 80
"""How many times the estimate at one frequency is computed, about: for what if, a share to the sky, a width,
a fit."""


class EstimateRequest(Schema):
    """``mhz``: at which frequencies; ``sky``: whether it is asked what leaves below 30°, which takes
    longer."""

    antenna: AntennaModel
    mhz: Annotated[list[Mhz], Field(min_length=1, max_length=400)]
    sky: bool = True


@router.post("/antenna/estimate", response=PlannedOut)
def estimate_antenna(request: HttpRequest, body: EstimateRequest) -> Any:
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
    return computed(request, each_s, "fewer-wires", job)


class PlanRequest(Schema):
    """The station as it stands."""

    document: StationFile


@router.post("/antenna/what-if", response=WhatIfOut)
def what_if_it_were(request: HttpRequest, body: PlanRequest) -> Any:
    """Each change that the shape allows: watts on the air and what the tuner bears, before and after."""
    station = body.document.to_core()
    freqs = [band.middle_hz for band in whole_bands(station)]
    plan = planned_in(station).plan
    takes_s = _CHANGES * (seconds(plan, freqs) + seconds_a_load(station.chain) * len(freqs))

    def job(pause: Pause) -> WhatIfOut:
        return antenna_planning_json.what_if(what_if(station, pause), station.transmitter.power_w)

    return computed(request, takes_s, "fewer-wires", job)


@router.post("/antenna/widths", response=WidthsOut)
def how_far_one_may_move(request: HttpRequest, body: PlanRequest) -> Any:
    """Matched at the middle of each band: within which frequencies the SWR stays low, and of a full-size
    antenna."""
    station = body.document.to_core()
    plan, bands = planned_in(station).plan, whole_bands(station)

    def job(pause: Pause) -> WidthsOut:
        return antenna_planning_json.on_bands(plan, bands, pause)

    takes_s = _WIDTH * seconds(plan, [band.middle_hz for band in bands])
    return computed(request, takes_s, "fewer-wires", job)


class FitRequest(Schema):
    """An antenna as it was planned, and as it was measured, with its phase."""

    plan: WiresModel
    measured: AntennaModel


@router.post("/antenna/fit", response=FitOut)
def fit_to_measurement(request: HttpRequest, body: FitRequest) -> Any:
    """How far length, height and soil must be off for estimate and measurement to agree, and what is left."""
    planned, antenna = body.plan.to_core(), body.measured.to_core()
    if not isinstance(antenna, SampledAntenna):
        raise InputError("measured", "not-measured")
    freq, re, im = np.array(antenna.points).T

    def job(pause: Pause) -> FitOut:
        return antenna_planning_json.fitted(fit(planned.plan, freq, re + 1j * im, pause))

    points = min(len(freq), MOST_POINTS)
    takes_s = _FIT * points * seconds(planned.plan, [float(freq.max())])
    return computed(request, takes_s, "fewer-wires", job)


class WireLengthsRequest(Schema):
    """The station as it stands, and from which length to which (m), in so many steps."""

    document: StationFile
    from_m: Positive
    to_m: Positive
    count: Annotated[int, Field(ge=2, le=MOST_LENGTHS)] = 60


@router.post("/antenna/lengths", response=WireLengthsLine)
def lengths_that_suit(request: HttpRequest, body: WireLengthsRequest) -> HttpResponse:
    """Every length in the station: what the feedpoint is, what leaves, and which lengths suit all bands."""
    require_above("to_m", body.to_m, "from_m", body.from_m)
    station = body.document.to_core()
    asked = trial(station, np.linspace(body.from_m, body.to_m, body.count))
    return stream(request, _takes_s(asked, body.count, body.count), partial(answers.lengths, asked))


class PairsRequest(Schema):
    """The station as it stands; lengths of the wire and of the main run behind the tuner, m, in so many steps
    each."""

    document: StationFile
    wire_from_m: Positive
    wire_to_m: Positive
    line_from_m: Positive
    line_to_m: Positive
    count: Annotated[int, Field(ge=3, le=60)] = 40


@router.post("/antenna/pairs", response=PairsLine)
def pairs_that_suit(request: HttpRequest, body: PairsRequest) -> HttpResponse:
    """Which length of wire goes with which length of feedline, for the tuner there is."""
    require_above("wire_to_m", body.wire_to_m, "wire_from_m", body.wire_from_m)
    require_above("line_to_m", body.line_to_m, "line_from_m", body.line_from_m)
    station = body.document.to_core()
    asked = trial(station, np.linspace(body.wire_from_m, body.wire_to_m, body.count))
    answers.run_at(station)
    line_m = np.linspace(body.line_from_m, body.line_to_m, body.count)
    takes_s = _takes_s(asked, body.count, body.count**2)
    return stream(request, takes_s, partial(answers.paired, asked, line_m))


def _takes_s(asked: Trial, antennas: int, stations: int) -> float:
    """Seconds that so many antennas and stations may take. Raises `InputError` where that is too long."""
    freqs = asked.freq_hz.tolist()
    loads_s = seconds_a_load(asked.station.chain) * len(freqs)
    takes_s = antennas * seconds(asked.plan, freqs) + stations * loads_s
    refuse_beyond(takes_s, "fewer-lengths")
    return takes_s
