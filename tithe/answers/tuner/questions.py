"""What a tuner is asked: the station as it stands and which of its parts in; reach, bands, chart, hands,
retuning, and a simulated panel out."""

from __future__ import annotations

from typing import Annotated

import numpy as np
from pydantic import Field

from tithe.answers.question import Csv, Work, at_once, question
from tithe.answers.requests import DocumentRequest, Mhz, TextFile
from tithe.answers.station import answer
from tithe.answers.station.shapes import Answer
from tithe.answers.tuner import presets_json, tuner_json
from tithe.answers.tuner.presets_shapes import ChartOut
from tithe.answers.tuner.shapes import HandsOut, ReachOut, RetuningOut, TunerBands
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
from tithe.core.tuner_use.rows import rows as rows_of
from tithe.document.parts.dials import PresetModel
from tithe.document.parts.tuner import BankModel
from tithe.files import presets_csv

_SWEPT = 10
"""How much quicker than one by one a planned antenna is at many frequencies beside each other, about."""
_HANDS_S = 0.4
"""Seconds that the search for an order of moves takes."""
Seed = Annotated[int, Field(ge=0, le=10**6)]


class TunerRequest(DocumentRequest):
    """The station as it stands, and which part of its chain is looked at, from 0."""

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


@question("tuner/reach")
def tuner_reach(body: TunerAtRequest) -> Work[ReachOut]:
    """Over the disc of loads, what it matches, at what loss, and what power it bears."""
    station = body.station()
    tuner = any_tuner(station, body.at).automatic()

    def job(pause: Pause) -> ReachOut:
        met = reach(tuner, body.mhz * 1e6, station.transmitter.reference_ohm, station.transmitter.power_w)
        return tuner_json.reached(met, body.mhz * 1e6, station.transmitter.power_w)

    return Work(ACROSS**2 * seconds_a_load([tuner]), job)


@question("tuner/bands")
def tuner_on_bands(body: TunerRequest) -> Work[TunerBands]:
    """The loads of every band as a track, its loss there and into the reference, and what would put a band
    inside its reach."""
    station = body.station()

    def job(pause: Pause) -> TunerBands:
        try:
            run_at = body.at + 1 + main_run(station.chain[body.at + 1 :])[0]
        except InputError:
            run_at = None
        planned = isinstance(station.antenna, PlannedAntenna)
        on_bands = at_bands(station, body.at, pause)
        return tuner_json.bands(on_bands, run_at, station.transmitter.power_w, planned)

    loads = (2 * TRACK + 130) * len(station.bands)
    seconds = loads * seconds_a_load(station.chain) + TRACK * len(station.bands) * antenna_s(station)
    return Work(seconds, job)


@question("tuner/chart")
def tuner_chart(body: TunerRequest) -> Work[ChartOut]:
    """Its chart of presets: rows, dials fitted, bands predicted, and the antenna that they tell."""
    station, model = body.station(), body.model()
    dials, presets = model.core_dials, model.core_presets

    def job(pause: Pause) -> ChartOut:
        return presets_json.answer(station, body.at, dials, presets)

    return Work(cost_s(station, body.at, dials, presets), job)


class HandsRequest(TunerAtRequest):
    """``stand``: the numbers of its dials now; left out, its knobs as they are set, or half way."""

    stand: dict[str, float] | None = None


@question("tuner/hands")
def tuner_hands(body: HandsRequest) -> Work[HandsOut]:
    """The order of moves to the match, from where its knobs stand, or from half way."""
    station, model = body.station(), body.model()
    _, tuner = tuner_of_knobs(station, body.at)
    if not isinstance(tuner, Tuner):
        raise InputError(f"chain[{body.at}]", "tunes-itself")
    dials, r0, freq = model.core_dials, station.transmitter.reference_ohm, body.mhz * 1e6
    stands = station
    if body.stand is not None:
        stands = turned(station, body.at, true_dials(tuner, dials, None), Preset(freq, body.stand))
    tuner_part = stands.chain[body.at]
    assert isinstance(tuner_part, Tuner)

    def job(pause: Pause) -> HandsOut:
        load = complex(loads_at(station, body.at, np.array([freq]))[0])
        stand = halves(tuner_part) if isinstance(tuner_part.setting, str) else tuner_part.standing
        meter = by_the_meter(tuner, stand, freq, load, r0)
        least = least_loss_db(tuner, freq, load, r0)
        goal = by_the_dials(tuner, stand, freq, load, r0)
        return tuner_json.hands(tuner_part, freq, meter, goal, dials, least)

    return Work(_HANDS_S, job)


@question("tuner/retuning")
def tuner_retuning(body: TunerRequest) -> Work[RetuningOut]:
    """How far one may move from each preset of now, and how many cover each band."""
    station, model = body.station(), body.model()
    dials, presets = model.core_dials, model.core_presets

    def job(pause: Pause) -> RetuningOut:
        _, tuner = tuner_of_knobs(station, body.at)
        every = rows_of(station, body.at, tuner, dials, presets)
        now = [n for n, row in enumerate(every) if row.newer is None]
        results = retuning(station, body.at, dials, presets, now, pause)
        return tuner_json.retuning(results, limits_of(station.transmitter))

    loads = 2 * POINTS * len(station.bands)
    seconds = loads * (seconds_a_load(station.chain) + antenna_s(station) / _SWEPT)
    return Work(seconds, job)


class TurnedRequest(TunerAtRequest):
    """A simulated tuner's dials; ``form``: a relay tuner's; ``hidden``: which errors its dials have (none:
    they are as they are told)."""

    dials: dict[str, float]
    form: Annotated[str, Field(max_length=40)] = ""
    hidden: Seed | None = None


@question("tuner/turned")
def tuner_turned(body: TurnedRequest) -> Work[Answer]:
    """What the station shows with its tuner's dials there."""
    station, model = body.station(), body.model()
    _, tuner = tuner_of_knobs(station, body.at)
    preset = Preset(body.mhz * 1e6, body.dials, form=body.form)
    tuner_part = turned(station, body.at, true_dials(tuner, model.core_dials, body.hidden), preset)

    def job(pause: Pause) -> Answer:
        return answer.compose(tuner_part, body.mhz, pause)

    return Work(answer.cost_s(tuner_part), job)


@question("tuner/presets.csv")
def presets_as_csv(body: TunerRequest) -> Work[Csv]:
    """Its chart of presets as CSV."""
    station, model = body.station(), body.model()
    knobs = presets_json.columns(station, body.at)
    rows = [
        presets_csv.PresetRow(preset.mhz, preset.dials, preset.swr, preset.date, preset.note, preset.form)
        for preset in model.presets
    ]
    return at_once(Csv(presets_csv.write(knobs, rows)))


class PresetsRead(TunerRequest, TextFile):
    """A chart of presets as CSV, for this tuner."""


@question("tuner/presets/read")
def presets_from_csv(body: PresetsRead) -> Work[list[PresetModel]]:
    """The rows of a chart that is CSV."""
    station = body.station()
    return at_once(
        [
            PresetModel(
                mhz=row.mhz, dials=dict(row.dials), swr=row.swr, form=row.form, date=row.date, note=row.note
            )
            for row in presets_csv.read(body.text, presets_json.columns(station, body.at))
        ]
    )
