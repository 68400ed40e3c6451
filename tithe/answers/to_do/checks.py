"""What is to be looked after of a station that stands: trimming, presets, an old baseline."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date

from tithe.answers.log.kept import Sweeping, sweeps_of
from tithe.answers.sweep.trim import trim
from tithe.answers.to_do.shapes import StepToDo
from tithe.answers.to_do.step import step
from tithe.answers.tuner import presets_json
from tithe.core import Station
from tithe.core.choose.find_out import Effort
from tithe.core.cost import Pause
from tithe.core.message import tell
from tithe.document.parts.tuner import TunerModel
from tithe.document.station import StationFile

SEASON_DAYS = 92
_TRIMMED_M = 0.005
_A_MONTH = 30.4


def checks(document: StationFile, station: Station, today: date, pause: Pause) -> Iterator[StepToDo]:
    """Each where there is something to do. Raises `InputError` where what is kept cannot be read."""
    sweeps = sweeps_of(document)
    yield from _trimming(document, sweeps, pause)
    yield from _presets(document, station)
    yield from _baseline(sweeps, today)


def _trimming(document: StationFile, sweeps: list[Sweeping], pause: Pause) -> Iterator[StepToDo]:
    log = [sweep.taken for sweep in sweeps if document.sweeps[sweep.taken.id].trim]
    if document.trim is None or not log:
        return
    trim_answer = trim(log, document.trim, None, None, pause)
    change_m = trim_answer["change_m"]
    if change_m is not None and abs(change_m) > _TRIMMED_M:
        message = tell("next.trim", said=trim_answer["sentence"])
        brings = tell("next.brings-resonance", freq_hz=document.trim.target_mhz * 1e6)
        yield step("trim", "trim", message, brings, "sweep", effort="outdoors", minutes=20.0)


def _presets(document: StationFile, station: Station) -> Iterator[StepToDo]:
    for n, part in enumerate(document.chain):
        if not isinstance(part, TunerModel) or not part.presets:
            continue
        dials, presets = part.core_dials, part.core_presets
        rows = presets_json.answer(station, n, dials, presets)["rows"]
        bands = list(dict.fromkeys(row["band"] for row in rows if row["moved"] and row["band"]))
        if bands:
            message = tell("next.presets", tuner=station.chain[n].label, bands=bands)
            yield step(f"presets.{n}", "presets", message, tell("next.brings-certainty"), "tuner", part=n)


def _baseline(sweeps: list[Sweeping], today: date) -> Iterator[StepToDo]:
    kept = [sweep.taken for sweep in sweeps if sweep.baseline]
    if not kept:
        return
    last = max(kept, key=lambda kept_sweep: kept_sweep.taken)
    days = (today - last.taken.date()).days
    if days > SEASON_DAYS and max(sweep.taken.taken for sweep in sweeps).date() == last.taken.date():
        message = tell("next.baseline", date=last.taken.date().isoformat(), months=round(days / _A_MONTH))
        effort: Effort = "indoors" if last.joint == 0 else "outdoors"
        yield step("baseline", "baseline", message, tell("next.brings-certainty"), "sweep", effort=effort)
