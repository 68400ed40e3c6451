"""A tuner's chart of presets in its station: dials fitted to it, bands it predicts, and loads it tells."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from math import prod

import numpy as np

from tithe.core.errors import InputError
from tithe.core.parts.tuner.dial import Dial
from tithe.core.parts.tuner.part import Tuner
from tithe.core.station import Station
from tithe.core.tuner_use.fit import FEWEST, FittedDials, fit_dials
from tithe.core.tuner_use.load import PresetLoad, load_of
from tithe.core.tuner_use.loads import any_tuner, known_at, loads_at, tuner_of_knobs
from tithe.core.tuner_use.predict import SAMPLES, Predicted, predict_known, predict_with
from tithe.core.tuner_use.preset import Preset, knobs_of, on_dials, own_dials, require_dials
from tithe.core.tuner_use.rows import Row, rows


@dataclass(frozen=True)
class Chart:
    """``fitted``: dials that were not known, by the presets (None: they all are, or nothing tells them);
    ``odd``: presets that disagree with the rest, by their place; ``predicted``: where the dials will stand in
    the middle of each band; ``loads``: what each preset says of the load at the tuner, where its dials are
    known; ``beyond``: presets that stand where their dial has no number; ``rows``: one a preset."""

    fitted: FittedDials | None
    odd: tuple[int, ...]
    predicted: tuple[Predicted, ...]
    loads: tuple[PresetLoad, ...]
    beyond: tuple[int, ...]
    rows: tuple[Row, ...]


def cost_s(station: Station, at: int, dials: Mapping[str, Dial], presets: Sequence[Preset]) -> float:
    """Seconds that a chart may take."""
    tuner = any_tuner(station, at)
    taps = prod(len(dial.points) for dial in dials.values() if dial.taps and dial.points)
    return (
        _FIT_S + _A_PRESET_S * len(presets) + len(station.bands) * SAMPLES * taps * tuner.automatic().load_s
    )


_FIT_S, _A_PRESET_S = 0.4, 0.003
"""Seconds that a fit of all dials takes, and an interval of what a preset tells."""


def chart(station: Station, at: int, dials: Mapping[str, Dial], presets: Sequence[Preset]) -> Chart:
    """The chart of the tuner that is the ``at``-th part. Raises `InputError` where a preset lacks a dial."""
    _, tuner = tuner_of_knobs(station, at)
    for n, preset in enumerate(presets):
        require_dials(tuner, preset, f"chain[{at}].presets[{n}]")
    r0 = station.transmitter.reference_ohm
    own = own_dials(tuner, dials)
    known = all(name in own and own[name].known for name in knobs_of(tuner))
    fitted = None
    seen = [n for n, noted in enumerate(presets) if known_at(station, np.array(noted.freq_hz))]
    if isinstance(tuner, Tuner) and not known and len(seen) >= FEWEST:
        loads = loads_at(station, at, np.array([presets[n].freq_hz for n in seen]))
        try:
            fitted = fit_dials(tuner, dials, [presets[n] for n in seen], loads, r0)
        except InputError as error:
            raise error.under(f"chain[{at}]") from None
    middles = np.array([band.middle_hz for band in station.bands])
    middles = middles[known_at(station, middles)] if len(middles) else middles
    predicted: list[Predicted] = []
    if len(middles) and (known or fitted):
        for freq, load in zip(middles.tolist(), loads_at(station, at, middles).tolist(), strict=True):
            if fitted and isinstance(tuner, Tuner):
                predicted.append(predict_with(tuner, fitted, freq, load, r0))
            else:
                predicted.append(predict_known(tuner, own, freq, load, r0))
    beyond = tuple(n for n, noted in enumerate(presets) if known and not on_dials(own, noted))
    loads_found = [
        load_of(tuner, own, noted, r0) for n, noted in enumerate(presets) if known and n not in beyond
    ]
    odd = tuple(seen[n] for n in fitted.odd) if fitted else ()
    lines = rows(station, at, tuner, fitted.dials if fitted else own, presets)
    return Chart(fitted, odd, tuple(predicted), tuple(loads_found), beyond, lines)
