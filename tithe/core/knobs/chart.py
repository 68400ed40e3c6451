"""A tuner's chart of presets in its station: dials fitted to it, bands it predicts, and loads it tells."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.budget import solve
from tithe.core.errors import InputError, require
from tithe.core.knobs.dial import Dial
from tithe.core.knobs.fit import FEWEST, DialsFound, fit_dials
from tithe.core.knobs.load import LoadFound, load_of
from tithe.core.knobs.predict import Predicted, predict, predict_with
from tithe.core.knobs.preset import Preset, require_dials, single_network
from tithe.core.parts.part import Part
from tithe.core.parts.tuner.part import SetTuner, Tuner
from tithe.core.station import Station


@dataclass(frozen=True)
class Chart:
    """``fitted``: dials that were not known, by the presets (None: they all are, or nothing tells them);
    ``odd``: presets that disagree with the rest, by their place; ``predicted``: where the dials will stand in
    the middle of each band; ``loads``: what each preset says of the load at the tuner, where its dials are
    known."""

    fitted: DialsFound | None
    odd: tuple[int, ...]
    predicted: tuple[Predicted, ...]
    loads: tuple[LoadFound, ...]


def tuner_with_dials(station: Station) -> tuple[int, Tuner]:
    """The first tuner of knobs in the run, and where it is. Raises `InputError` where there is none."""
    for n, part in enumerate(station.chain):
        if isinstance(part, Tuner):
            return n, part
    raise InputError("chain", "no-tuner-of-knobs")


def chart(station: Station, at: int, dials: Mapping[str, Dial], presets: Sequence[Preset]) -> Chart:
    """The chart of the tuner that is the ``at``-th part. Raises `InputError` where a preset lacks a dial."""
    tuner = station.chain[at]
    require(isinstance(tuner, Tuner), f"chain[{at}]", "no-tuner-of-knobs")
    assert isinstance(tuner, Tuner)
    names = single_network(tuner)
    for n, preset in enumerate(presets):
        require_dials(tuner, preset, f"chain[{at}].presets[{n}]")
    r0 = station.transmitter.reference_ohm
    known = all(name in dials and dials[name].known for name in names)
    fitted = None
    seen = [n for n, preset in enumerate(presets) if _covered(station, preset.freq_hz)]
    if not known and len(seen) >= FEWEST:
        loads = loads_at(station, at, np.array([presets[n].freq_hz for n in seen]))
        fitted = fit_dials(tuner, dials, [presets[n] for n in seen], loads, r0)
    middles = [float(band.middle_hz) for band in station.bands if _covered(station, band.middle_hz)]
    predicted: list[Predicted] = []
    if middles and (known or fitted):
        for freq, load in zip(middles, loads_at(station, at, np.array(middles)).tolist(), strict=True):
            if fitted:
                predicted.append(predict_with(tuner, fitted, freq, load, r0))
            else:
                predicted.append(predict(tuner, dials, freq, load, r0))
    found = tuple(load_of(tuner, dials, preset, r0) for preset in presets) if known else ()
    odd = tuple(seen[n] for n in fitted.odd) if fitted else ()
    return Chart(fitted, odd, tuple(predicted), found)


def _covered(station: Station, freq_hz: float) -> bool:
    low, high = station.antenna.range_hz
    return station.antenna.phase_known and low <= freq_hz <= high


def loads_at(station: Station, at: int, freq_hz: Real) -> Complex:
    """What the tuner sees at each frequency, as the antenna is typed: Ω, (F,)."""
    order = np.argsort(freq_hz, kind="stable")
    there = replace(station, chain=tuple(_auto(part, n == at) for n, part in enumerate(station.chain)))
    details = solve(there, freq_hz[order]).stages[at].details
    tuned = getattr(details, "tuned", None)
    assert isinstance(tuned, SetTuner)
    rows = tuned.z_load_ohm.reshape(-1, len(freq_hz))
    out = np.empty(len(freq_hz), dtype=np.complex128)
    out[order] = rows[0]
    return out


def _auto(part: Part, asked: bool) -> Part:
    return replace(part, setting="auto") if asked and isinstance(part, Tuner) else part
