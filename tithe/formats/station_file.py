"""The station file: text or JSON objects in, core objects out, and back."""

from __future__ import annotations

import json
import re
from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache
from typing import Any

from pydantic import ValidationError

from tithe.core import (
    PROTECTIONS,
    AttenuatedLine,
    Band,
    Inline,
    InputError,
    Line,
    LossResistance,
    Meter,
    Protection,
    RatedTuner,
    Ratings,
    Resonator,
    SampledAntenna,
    Station,
    SteppedTuner,
    SwrAntenna,
    Transformer,
    Transmitter,
    Tuner,
    TwoWireLine,
    UnknownAntenna,
    fitted_line,
    table,
)
from tithe.core.station import Part
from tithe.core.tuner.elements import Quality, Strays
from tithe.formats import part_model as p
from tithe.formats import shelf, touchstone
from tithe.formats import station_model as m
from tithe.formats.wire import input_errors

MAX_BYTES = 48_000_000
"""Of a file with all its sweeps."""
MOST_OF = {
    ",": (1_500_000, "values"),
    ":": (600_000, "keys"),
    "[": (600_000, "lists"),
    "{": (200_000, "objects"),
}
"""Of what is in a file: each takes many times its text in memory."""
_STRING_OR_MARK = re.compile(r'"(?:[^"\\]|\\.)*"|[,:\[{]')
_SURROGATE = re.compile(r"\\u[dD][89a-fA-F]")


class StationError(Exception):
    """All that is wrong with a station, in the order of the file."""

    def __init__(self, errors: list[InputError]) -> None:
        super().__init__("; ".join(map(str, errors)))
        self.errors = errors


def load_json(text: str) -> Any:
    """JSON as the file allows it: no NaN, no infinities, no doubled keys, no bottomless nesting."""

    def no_constant(word: str) -> Any:
        raise InputError("", f"holds {word}, which is no number of JSON")

    def no_double(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
        out = dict(pairs)
        if len(out) != len(pairs):
            raise InputError("", "names a key twice in one object")
        return out

    if len(text) > MAX_BYTES:
        raise InputError("", f"The file is larger than {MAX_BYTES // 1_000_000} MB")
    _refuse_too_many(text)
    try:
        found = json.loads(text, parse_constant=no_constant, object_pairs_hook=no_double)
        if _SURROGATE.search(text):
            json.dumps(found, ensure_ascii=False).encode("utf-8")
        return found
    except InputError:
        raise
    except UnicodeEncodeError:
        raise InputError(
            "", "The file holds half of a surrogate pair (\\ud800 to \\udfff), no character"
        ) from None
    except json.JSONDecodeError as error:
        raise InputError(f"line {error.lineno}", f"is not JSON: {error.msg}") from None
    except RecursionError:
        raise InputError("", "The file is nested too deeply to be a station") from None
    except ValueError:
        raise InputError("", "The file holds a number with too many digits") from None


def load_body(raw: bytes) -> Any:
    """JSON of a request's body. Raises `InputError`."""
    try:
        return load_json(raw.decode("utf-8"))
    except UnicodeDecodeError:
        raise InputError("", "The request is not UTF-8 text") from None


def _refuse_too_many(text: str) -> None:
    """An error for a text of more values than a station can have; marks inside strings do not count."""
    if all(text.count(mark) <= most for mark, (most, _) in MOST_OF.items()):
        return
    found = dict.fromkeys(MOST_OF, 0)
    for token in _STRING_OR_MARK.finditer(text):
        mark = text[token.start()]
        if mark in found:
            found[mark] += 1
            if found[mark] > MOST_OF[mark][0]:
                most, what = MOST_OF[mark]
                raise InputError("", f"The file holds more than {most:,} {what}")


def read(text: str) -> m.StationFile:
    """The document of a file's text. Raises `StationError`."""
    try:
        return validate(load_json(text))
    except InputError as error:
        raise StationError([error]) from None


def validate(data: Any) -> m.StationFile:
    """The document of parsed JSON. Raises `StationError`."""
    try:
        return m.StationFile.model_validate(data)
    except ValidationError as error:
        raise StationError(input_errors(error.errors(), data)) from None


def write(document: m.StationFile) -> str:
    """The document as text; what is not set is left out."""
    return json.dumps(document.model_dump(exclude_none=True), ensure_ascii=False, indent=2) + "\n"


def to_station(document: m.StationFile) -> Station:
    """The core's station. Raises `StationError` with every place that is wrong."""
    errors: list[InputError] = []
    parts = _parts(document.chain, errors)
    try:
        antenna = _antenna(document.antenna)
    except InputError as error:
        errors.append(error.under("antenna"))
    try:
        transmitter = _transmitter(document.transmitter)
    except InputError as error:
        errors.append(error.under("transmitter"))
    if errors:
        raise StationError(errors)
    bands = tuple(Band(b.name, b.low_mhz * 1e6, b.high_mhz * 1e6, b.weight) for b in document.bands)
    return Station(
        transmitter, tuple(parts), antenna, document.name, document.notes, bands, document.comfort_swr
    )


def _parts(models: Sequence[p.PartModel], errors: list[InputError]) -> list[Part]:
    """The parts that can be built; what is wrong with the others is added to ``errors``."""
    parts: list[Part] = []
    for n, model in enumerate(models):
        try:
            parts.append(to_part(model))
        except InputError as error:
            errors.append(error.under(f"chain[{n}]"))
    return parts


def to_chain(models: Sequence[p.PartModel]) -> tuple[Part, ...]:
    """A run alone. Raises `StationError` with every place that is wrong."""
    errors: list[InputError] = []
    parts = _parts(models, errors)
    if errors:
        raise StationError(errors)
    return tuple(parts)


def to_arrangement(document: m.StationFile, number: int) -> Station:
    """A kept arrangement as a station with the document's bands. Raises `StationError`."""
    place = f"arrangements[{number}]"
    if not 0 <= number < len(document.arrangements):
        raise StationError([InputError(place, "is not there")])
    kept = document.arrangements[number]
    parts = {"transmitter": kept.transmitter, "chain": kept.chain, "antenna": kept.antenna}
    try:
        return to_station(document.model_copy(update={**parts, "arrangement": kept.name}))
    except StationError as error:
        raise StationError([e.under(place) for e in error.errors]) from None


def _transmitter(model: m.TransmitterModel) -> Transmitter:
    if isinstance(model.foldback, str):
        protection = PROTECTIONS[model.foldback]
    else:
        protection = Protection(tuple(model.foldback))
    return Transmitter(model.power_w, model.reference_ohm, protection, model.emission)


def _scaled(value: float | None, factor: float) -> float | None:
    return None if value is None else value * factor


def _ratings(model: p.RatedPart) -> Ratings:
    return Ratings(
        _scaled(model.f_min_mhz, 1e6),
        _scaled(model.f_max_mhz, 1e6),
        model.max_power_w,
        model.max_volts_rms,
        model.passes_dc,
    )


def _limited(line: AttenuatedLine | TwoWireLine, model: p.LineLimits) -> AttenuatedLine | TwoWireLine:
    """A line type with the limits that are stated beside it."""
    given = model.model_dump(include=set(p.LineLimits.model_fields), exclude_none=True)
    return replace(line, **given) if given else line


def line_type_of(
    choice: str | p.LineFigures | p.TwoWireFigures | p.LineReadings,
) -> AttenuatedLine | TwoWireLine:
    """The core's line type of a slug or of figures. Raises `InputError`."""
    if isinstance(choice, str):
        if choice not in shelf.lines():
            raise InputError(
                "line", f"{choice!r} is not on the shelf; there are {', '.join(shelf.lines())}", choice
            )
        return shelf.line_type(choice)
    if isinstance(choice, p.LineFigures):
        line = AttenuatedLine(
            choice.r0_ohm, choice.velocity_factor, choice.k1, choice.k2, choice.max_volts_rms
        )
        return _limited(line, choice)
    if isinstance(choice, p.LineReadings):
        readings = tuple((mhz * 1e6, db) for mhz, db in choice.readings)
        try:
            fitted = fitted_line(readings, choice.r0_ohm, choice.velocity_factor, choice.max_volts_rms)
            return _limited(fitted, choice)
        except InputError as error:
            raise error.under("line") from None
    two_wire = TwoWireLine(
        choice.wire_mm / 1000,
        choice.spacing_mm / 1000,
        choice.velocity_factor,
        choice.resistivity_ohm_m,
        choice.max_volts_rms,
    )
    return _limited(two_wire, choice)


def to_part(model: p.PartModel) -> Part:
    """One part of the chain. Raises `InputError` with a place below the part."""
    label = model.label or model.kind
    match model:
        case p.LineModel():
            return Line(_limited(line_type_of(model.line), model), model.length_m, label, model.bypassed)
        case p.MeterModel():
            return Meter(
                label, model.full_scale_w, model.accuracy_pct, model.directivity_db, model.mode,
                loss_db=model.loss_db, series_share=model.series_share, ratings=_ratings(model),
                bypassed=model.bypassed,
            )  # fmt: skip
        case p.InlineModel():
            return Inline(
                model.loss_db, model.z_ohm, model.series_share, model.is_choke, label, _ratings(model),
                model.bypassed,
            )  # fmt: skip
        case p.TransformerModel():
            return Transformer(
                model.ratio, model.loss_db, model.z_ohm, _scaled(model.magnetizing_uh, 1e-6),
                model.core_loss_ohm, _scaled(model.leakage_uh, 1e-6), model.series_share, model.is_choke,
                label, _ratings(model), model.bypassed,
            )  # fmt: skip
        case p.TunerModel():
            return _tuner(model, label)
        case p.SteppedTunerModel():
            return _stepped_tuner(model, label)
        case p.RatedTunerModel():
            return RatedTuner(
                model.reach_swr, model.loss_db_at_1, model.loss_db_at_reach,
                "bypass" if model.bypassed else model.setting, model.dc_on_coax, label, _ratings(model),
            )  # fmt: skip


def _quality(q: p.QualityModel) -> Quality:
    return tuple((mhz * 1e6, value) for mhz, value in q) if isinstance(q, list) else q


def _strays(model: p.BankModel) -> Strays:
    return Strays(model.lead_nh * 1e-9, model.stray_pf * 1e-12)


_SCALE = {"pf": 1e-12, "uh": 1e-6}


def _knobs(given: dict[str, Any]) -> dict[str, Any]:
    """``c1_pf`` and the like in F and H; what has no unit as it is."""
    return {
        key[:-3] if key[-2:] in _SCALE else key: value * _SCALE[key[-2:]] if key[-2:] in _SCALE else value
        for key, value in given.items()
    }


def _tuner(model: p.TunerModel, label: str) -> Tuner:
    setting: Any = "bypass" if model.bypassed else model.setting
    if isinstance(setting, p.Knobs):
        setting = _knobs(setting.model_dump(exclude_none=True))
    try:
        return Tuner(
            model.network, setting, model.goal, _quality(model.coil_q), model.capacitor_q, model.c_min_pf *
            1e-12, model.capacitors_to_pf * 1e-12, model.l_min_uh * 1e-6, model.l_max_uh * 1e-6,
            model.capacitor_volts, model.coil_amps, model.dc_on_coax, label, _ratings(model),
            _strays(model), _scaled(model.set_mhz, 1e6),
        )  # fmt: skip
    except InputError as error:
        ranges = {"l": (model.l_min_uh, model.l_max_uh), "c": (model.c_min_pf, model.capacitors_to_pf)}
        raise _in_file_units(error, ranges) from None


def _stepped_tuner(model: p.SteppedTunerModel, label: str) -> SteppedTuner:
    setting: Any = "bypass" if model.bypassed else model.setting
    if isinstance(setting, p.SteppedKnobs):
        setting = _knobs(setting.model_dump())
    try:
        return SteppedTuner(
            model.c_step_pf * 1e-12, model.c_bits, model.l_step_uh * 1e-6, model.l_bits,
            _quality(model.coil_q),
            model.capacitor_q, model.capacitor_volts, model.coil_amps, model.done_swr, setting,
            model.dc_on_coax, label, _ratings(model), _strays(model), _scaled(model.set_mhz, 1e6),
        )  # fmt: skip
    except InputError as error:
        most_l, most_c = (2**model.l_bits - 1) * model.l_step_uh, (2**model.c_bits - 1) * model.c_step_pf
        raise _in_file_units(error, {"l": (0.0, most_l), "c": (0.0, most_c)}) from None


def _in_file_units(error: InputError, ranges: dict[str, tuple[float, float]]) -> InputError:
    """A complaint about a knob, in the file's names and units."""
    knob = error.place.removeprefix("setting.")
    if knob == error.place or knob[0] not in ranges:
        return error
    low, high = ranges[knob[0]]
    rule = f"must lie in the range {low:g} to {high:g}" if "range" in error.rule else error.rule
    return InputError(f"setting.{knob}_{'uh' if knob[0] == 'l' else 'pf'}", rule, error.value)


@lru_cache(maxsize=32)
def _swept(content: str, label: str, loss: LossResistance | None) -> SampledAntenna:
    """A sweep comes again with every change of the station it is in."""
    try:
        return SampledAntenna(touchstone.parse(content).points, label, loss)
    except InputError as error:
        raise error.under("content") from None


def _antenna(model: m.AntennaModel) -> SampledAntenna | Resonator | SwrAntenna | UnknownAntenna:
    label = model.label or "antenna"
    loss = _loss(model.loss_ohm)
    match model:
        case m.TableAntenna():
            return table(tuple((f * 1e6, r, x) for f, r, x in model.points), label, loss)
        case m.TouchstoneAntenna():
            return _swept(model.content, label, loss)
        case m.ResonatorAntenna():
            return Resonator(model.f0_mhz * 1e6, model.r_ohm, model.q, label, loss)
        case m.UnknownAntennaModel():
            return UnknownAntenna(label, loss)
        case m.SwrAntennaModel():
            return SwrAntenna(tuple((f * 1e6, ratio) for f, ratio in model.points), model.plane, label, loss)


def _loss(value: float | list[tuple[float, float]] | None) -> LossResistance | None:
    if value is None:
        return None
    try:
        if isinstance(value, list):
            return LossResistance(tuple((f * 1e6, ohm) for f, ohm in value))
        return LossResistance(((1e6, value),))
    except InputError as error:
        raise error.under("loss_ohm") from None
