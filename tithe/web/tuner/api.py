"""The API of a tuner's view: the station as it stands and which of its parts in; reach, bands, chart, hands,
retuning, and a simulated panel out."""

from __future__ import annotations

from typing import Annotated, Any

import numpy as np
from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from tithe.answers.asked import Mhz
from tithe.core import InputError, PlannedAntenna, Station
from tithe.core.cost import Pause
from tithe.core.main_run import main_run
from tithe.core.parts.tuner.part import Tuner
from tithe.core.solving_cost import antenna_s, seconds_a_load
from tithe.core.tuner_use.at_bands import TRACK, at_bands
from tithe.core.tuner_use.chart import cost_s
from tithe.core.tuner_use.hands import by_the_dials, by_the_meter, halves, least_loss_db
from tithe.core.tuner_use.loads import any_tuner, loads_at, tuner_of_knobs
from tithe.core.tuner_use.practice import true_dials, turned
from tithe.core.tuner_use.preset import Preset
from tithe.core.tuner_use.reach import ACROSS, reach
from tithe.core.tuner_use.retune import POINTS, limits_of, retuning
from tithe.core.tuner_use.rows import rows
from tithe.document.parts.dials import PresetModel
from tithe.document.parts.tuner import BankModel
from tithe.document.station import StationFile
from tithe.files import presets_csv
from tithe.results import tuner_json, tuner_presets_json
from tithe.results.answer_shapes import Answer
from tithe.results.tuner_presets_shapes import ChartOut
from tithe.results.tuner_shapes import HandsOut, ReachOut, RetuningOut, TunerBands
from tithe.web.http import TextFile, computed
from tithe.web.stations import answer

router = Router()
_SWEPT = 10
"""How much quicker than one by one a planned antenna is at many frequencies beside each other, about."""
_HANDS_S = 0.4
"""Seconds that the search for an order of moves takes."""
Seed = Annotated[int, Field(ge=0, le=10**6)]


class TunerRequest(Schema):
    """The station as it stands, and which part of its chain is looked at, from 0."""

    document: StationFile
    at: Annotated[int, Field(ge=0, le=999)]

    def station(self) -> Station:
        """The core's station. Raises `InputError` where that part is no tuner."""
        station = self.document.to_core()
        any_tuner(station, self.at)
        return station

    def model(self) -> BankModel:
        """The tuner as it is in the file. Raises `InputError` where it has no knobs."""
        part = self.document.chain[self.at]
        if not isinstance(part, BankModel):
            raise InputError(f"chain[{self.at}]", "no-tuner-of-knobs")
        return part


class TunerAtRequest(TunerRequest):
    """The same at a frequency."""

    mhz: Mhz


@router.post("/tuner/reach", response=ReachOut)
def tuner_reach(request: HttpRequest, body: TunerAtRequest) -> Any:
    """Over the disc of loads, what it matches, at what loss, and what power it bears."""
    station = body.station()
    tuner = any_tuner(station, body.at).automatic()

    def job(pause: Pause) -> ReachOut:
        found = reach(tuner, body.mhz * 1e6, station.transmitter.reference_ohm, station.transmitter.power_w)
        return tuner_json.reached(found, body.mhz * 1e6, station.transmitter.power_w)

    return computed(request, ACROSS**2 * seconds_a_load([tuner]), "smaller-station", job)


@router.post("/tuner/bands", response=TunerBands)
def tuner_on_bands(request: HttpRequest, body: TunerRequest) -> Any:
    """The loads of every band as a track, its loss there and into the reference, and what would put a band
    inside its reach."""
    station = body.station()

    def job(pause: Pause) -> TunerBands:
        try:
            run_at = body.at + 1 + main_run(station.chain[body.at + 1 :])[0]
        except InputError:
            run_at = None
        planned = isinstance(station.antenna, PlannedAntenna)
        found = at_bands(station, body.at, pause)
        return tuner_json.bands(found, run_at, station.transmitter.power_w, planned)

    loads = (2 * TRACK + 130) * len(station.bands)
    seconds = loads * seconds_a_load(station.chain) + TRACK * len(station.bands) * antenna_s(station)
    return computed(request, seconds, "smaller-station", job)


@router.post("/tuner/chart", response=ChartOut)
def tuner_chart(request: HttpRequest, body: TunerRequest) -> Any:
    """Its chart of presets: rows, dials fitted, bands predicted, and the antenna that they tell."""
    station, model = body.station(), body.model()
    dials, presets = model.core_dials, model.core_presets

    def job(pause: Pause) -> ChartOut:
        return tuner_presets_json.answer(station, body.at, dials, presets)

    return computed(request, cost_s(station, body.at, dials, presets), "smaller-station", job)


class HandsRequest(TunerAtRequest):
    """``stand``: the numbers of its dials now; left out, its knobs as they are set, or half way."""

    stand: dict[str, float] | None = None


@router.post("/tuner/hands", response=HandsOut)
def tuner_hands(request: HttpRequest, body: HandsRequest) -> Any:
    """The order of moves to the match, from where its knobs stand, or from half way."""
    station, model = body.station(), body.model()
    _, tuner = tuner_of_knobs(station, body.at)
    if not isinstance(tuner, Tuner):
        raise InputError(f"chain[{body.at}]", "tunes-itself")
    dials, r0, freq = model.core_dials, station.transmitter.reference_ohm, body.mhz * 1e6
    stands = station
    if body.stand is not None:
        stands = turned(station, body.at, true_dials(tuner, dials, None), Preset(freq, body.stand))
    there = stands.chain[body.at]
    assert isinstance(there, Tuner)

    def job(pause: Pause) -> HandsOut:
        load = complex(loads_at(station, body.at, np.array([freq]))[0])
        stand = halves(there) if isinstance(there.setting, str) else there.standing
        meter = by_the_meter(tuner, stand, freq, load, r0)
        least = least_loss_db(tuner, freq, load, r0)
        goal = by_the_dials(tuner, stand, freq, load, r0)
        return tuner_json.hands(there, freq, meter, goal, dials, least)

    return computed(request, _HANDS_S, "smaller-station", job)


@router.post("/tuner/retuning", response=RetuningOut)
def tuner_retuning(request: HttpRequest, body: TunerRequest) -> Any:
    """How far one may move from each preset of now, and how many cover each band."""
    station, model = body.station(), body.model()
    dials, presets = model.core_dials, model.core_presets

    def job(pause: Pause) -> RetuningOut:
        _, tuner = tuner_of_knobs(station, body.at)
        every = rows(station, body.at, tuner, dials, presets)
        now = [n for n, row in enumerate(every) if row.newer is None]
        found = retuning(station, body.at, dials, presets, now, pause)
        return tuner_json.retuning(found, limits_of(station.transmitter))

    loads = 2 * POINTS * len(station.bands)
    seconds = loads * (seconds_a_load(station.chain) + antenna_s(station) / _SWEPT)
    return computed(request, seconds, "smaller-station", job)


class TurnedRequest(TunerAtRequest):
    """A simulated tuner's dials; ``form``: a relay tuner's; ``hidden``: which errors its dials have (none:
    they are as they are told)."""

    dials: dict[str, float]
    form: Annotated[str, Field(max_length=40)] = ""
    hidden: Seed | None = None


@router.post("/tuner/turned", response=Answer)
def tuner_turned(request: HttpRequest, body: TurnedRequest) -> Any:
    """What the station shows with its tuner's dials there."""
    station, model = body.station(), body.model()
    _, tuner = tuner_of_knobs(station, body.at)
    preset = Preset(body.mhz * 1e6, body.dials, form=body.form)
    there = turned(station, body.at, true_dials(tuner, model.core_dials, body.hidden), preset)

    def job(pause: Pause) -> Answer:
        return answer.compose(there, body.mhz, pause)

    return computed(request, answer.cost_s(there), "smaller-station", job)


@router.post("/tuner/presets.csv", response=str)
def presets_as_csv(request: HttpRequest, body: TunerRequest) -> Any:
    """Its chart of presets as CSV."""
    station, model = body.station(), body.model()
    knobs = tuner_presets_json.columns(station, body.at)
    told = [
        presets_csv.PresetRow(one.mhz, one.dials, one.swr, one.date, one.note, one.form)
        for one in model.presets
    ]
    return HttpResponse(presets_csv.write(knobs, told), content_type="text/csv; charset=utf-8")


class PresetsRead(TunerRequest, TextFile):
    """A chart of presets as CSV, for this tuner."""


@router.post("/tuner/presets/read", response=list[PresetModel])
def presets_from_csv(request: HttpRequest, body: PresetsRead) -> Any:
    """The rows of a chart that is CSV."""
    station = body.station()
    return [
        PresetModel(
            mhz=row.mhz, dials=dict(row.dials), swr=row.swr, form=row.form, date=row.date, note=row.note
        )
        for row in presets_csv.read(body.text, tuner_presets_json.columns(station, body.at))
    ]
