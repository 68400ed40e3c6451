"""The API of antennas that are planned: their wires in, where these run and what they will be out."""

from __future__ import annotations

from typing import Annotated, Any

import numpy as np
from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from tithe.core import InputError, PlannedAntenna
from tithe.core.cost import Pause, seconds_a_load
from tithe.core.errors import require_above
from tithe.core.wires.lengths import MOST_LENGTHS, lengths
from tithe.document.antenna import AntennaModel
from tithe.document.fields import Positive
from tithe.document.station import StationFile
from tithe.results import antenna_json, wire_lengths_json
from tithe.results.antenna_shapes import PlannedOut
from tithe.results.wire_lengths_shapes import WireLengths
from tithe.web.http import Refusals, computed
from tithe.web.stations.api_compute import Mhz

router = Router()
_CASE_S = 0.01
"""Seconds that one case of an antenna takes at one frequency, about."""


class EstimateRequest(Schema):
    """``mhz``: at which frequencies; ``sky``: whether the share to the sky is wanted, which takes longer."""

    antenna: AntennaModel
    mhz: Annotated[list[Mhz], Field(min_length=1, max_length=100)]
    sky: bool = True


@router.post("/antenna/estimate", response={200: PlannedOut, 422: Refusals, 503: Refusals})
def estimate_antenna(request: HttpRequest, body: EstimateRequest) -> Any:
    """Where its wires run, and R, X, SWR and efficiency at each frequency, with what they may be instead."""
    antenna = body.antenna.to_core()
    if not isinstance(antenna, PlannedAntenna):
        raise InputError("antenna", "not-planned")

    def job(pause: Pause) -> PlannedOut:
        return antenna_json.planned(antenna, body.mhz, body.sky)

    return computed(request, 10 * _CASE_S * len(body.mhz), "fewer-bands", job)


class WireLengthsRequest(Schema):
    """The station as it stands, and from which length to which (m), in so many steps."""

    document: StationFile
    from_m: Positive
    to_m: Positive
    count: Annotated[int, Field(ge=2, le=MOST_LENGTHS)] = 60


@router.post("/antenna/lengths", response={200: WireLengths, 422: Refusals, 503: Refusals})
def lengths_that_suit(request: HttpRequest, body: WireLengthsRequest) -> Any:
    """Every length in the station: what the feedpoint is, what leaves, and which lengths suit all bands."""
    require_above("to_m", body.to_m, "from_m", body.from_m)
    station = body.document.to_core()
    tried = np.linspace(body.from_m, body.to_m, body.count)

    def job(pause: Pause) -> WireLengths:
        return wire_lengths_json.answer(lengths(station, tried, pause))

    frequencies = 3 * max(len(station.bands), 1) * body.count
    seconds = (_CASE_S / 5 + seconds_a_load(station.chain)) * frequencies
    return computed(request, seconds, "fewer-lengths", job)
