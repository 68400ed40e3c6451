"""The rows of a chart of presets: which are of now and which were, and what SWR they would leave today."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from tithe.core.parts.tuner.dial import Dial
from tithe.core.reflection import swr
from tithe.core.station import Station
from tithe.core.tuner_use.loads import known_at, loads_at
from tithe.core.tuner_use.preset import KnobTuner, Preset, gamma_in, network_of, on_dials, own_dials

_SAME_SPOT = 0.0025
"""Presets nearer than that share of their frequency are of the same spot of a band."""


@dataclass(frozen=True)
class Row:
    """``band``: in which of the station's bands (None: in none); ``newer``: the row that took its place
    (None: it is of now); ``moved``: by how much that one's dials stand elsewhere; ``expected_swr``: as the
    station is now, with the dials there (None: not known)."""

    band: int | None
    newer: int | None
    moved: dict[str, float]
    expected_swr: float | None


def rows(
    station: Station, at: int, tuner: KnobTuner, dials: Mapping[str, Dial], presets: Sequence[Preset]
) -> tuple[Row, ...]:
    """A row a preset, in their order. A later date is newer; of one date, or of none, what stands later."""
    expected = _expected(station, at, tuner, own_dials(tuner, dials), presets)
    age = sorted(range(len(presets)), key=lambda n: (presets[n].date, n))
    out = []
    for n, preset in enumerate(presets):
        after = age[age.index(n) + 1 :]
        newer = next((k for k in after if _same_spot(presets[k], preset)), None)
        moved = {}
        if newer is not None:
            moved = {name: presets[newer].dials[name] - number for name, number in preset.dials.items()}
        out.append(Row(_band(station, preset.freq_hz), newer, moved, expected[n]))
    return tuple(out)


def _same_spot(preset: Preset, second: Preset) -> bool:
    return abs(preset.freq_hz - second.freq_hz) <= _SAME_SPOT * preset.freq_hz


def _band(station: Station, freq_hz: float) -> int | None:
    return next((n for n, b in enumerate(station.bands) if b.low_hz <= freq_hz <= b.high_hz), None)


def _expected(
    station: Station, at: int, tuner: KnobTuner, dials: Mapping[str, Dial], presets: Sequence[Preset]
) -> list[float | None]:
    out: list[float | None] = [None] * len(presets)
    freq = np.array([preset.freq_hz for preset in presets])
    seen = np.flatnonzero(known_at(station, freq)).tolist() if presets else []
    if not seen:
        return out
    r0 = station.transmitter.reference_ohm
    for n, load in zip(seen, loads_at(station, at, freq[seen]), strict=True):
        network, ladder = network_of(tuner, presets[n])
        if not on_dials(dials, presets[n]):
            continue
        stands = np.array([dials[name].value(presets[n].dials[name]) for name in network.knobs])
        gamma = gamma_in(ladder, freq[n : n + 1], stands[:, None], np.array([load]), r0)
        out[n] = float(swr(np.minimum(np.abs(gamma), 1.0))[0])
    return out
