"""What is asked of a reading before it is kept: what is to be expected, and where a meter would tell most."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from tithe.answers.log import causes_json, places_json
from tithe.answers.log.shapes import AskedReading, CauseMet, PlacedOut
from tithe.answers.question import Work, question
from tithe.answers.requests import DocumentRequest, SolveRequest
from tithe.core.cost import Pause
from tithe.core.log import trend
from tithe.core.log.placing import places
from tithe.core.log.taken import Load, State, Taken, Weather, place_of
from tithe.core.parts.meter import Mode
from tithe.core.solving_cost import solving_s
from tithe.core.transmitter import Emission


@question("readings/causes")
def what_may_be_wrong(body: DocumentRequest) -> Work[list[CauseMet]]:
    """What may be wrong with a station, how large it may be, and how often it is: the table that readings are
    weighed with."""
    station, often = body.document.to_core(), body.document.causes

    def job(pause: Pause) -> list[CauseMet]:
        return causes_json.table(station, often)

    return Work(0.05, job)


class AskedRequest(SolveRequest):
    """A reading as it is being typed, and the station as it stands on the screen."""

    at: Annotated[str, Field(max_length=200)]
    tuner: State = "auto"
    mode: Mode | None = None
    emission: Emission | None = None
    power_w: Annotated[float | None, Field(gt=0, allow_inf_nan=False)] = None
    weather: Weather | None = None
    load: Load = "antenna"
    forward_w: Annotated[float | None, Field(gt=0, allow_inf_nan=False)] = None
    reflected_w: Annotated[float | None, Field(ge=0, allow_inf_nan=False)] = None
    swr: Annotated[float | None, Field(ge=1, allow_inf_nan=False)] = None


@question("readings/expected")
def what_is_expected(body: AskedRequest) -> Work[AskedReading]:
    """What a reading is to be, whether what is typed so far is inside, and how to take it."""
    station = body.document.to_core()
    typed = body.forward_w is not None or body.swr is not None
    shown = (body.forward_w, body.reflected_w, body.swr) if typed else (1.0, None, None)
    taken = Taken(
        body.mhz * 1e6, place_of(station, body.at), *shown,
        body.tuner, body.mode, body.emission, body.power_w, body.weather, body.load,
    )  # fmt: skip

    def job(pause: Pause) -> AskedReading:
        return places_json.drawn(station, taken, typed)

    return Work(trend.cost_s(station, 1, 1), job)


@question("meters/places")
def where_a_meter_belongs(body: SolveRequest) -> Work[list[PlacedOut]]:
    """For each question one may have, where a meter would answer it best."""
    station = body.document.to_core()

    def job(pause: Pause) -> list[PlacedOut]:
        return [places_json.placed(station, place) for place in places(station, body.mhz * 1e6)]

    return Work(solving_s(station, 1), job)
