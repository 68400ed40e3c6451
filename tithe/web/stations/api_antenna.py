"""The API of antennas that are planned: their wires in, where these run and what they will be out."""

from __future__ import annotations

from typing import Annotated, Any

from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from tithe.core import InputError, PlannedAntenna
from tithe.core.cost import Pause
from tithe.document.antenna import AntennaModel
from tithe.results import antenna_json
from tithe.results.antenna_shapes import PlannedOut
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
