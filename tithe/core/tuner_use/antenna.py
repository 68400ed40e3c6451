"""The antenna as a tuner's matches tell it: known on every band that was tuned, without an analyzer."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from tithe.core.errors import InputError
from tithe.core.parts.tuner.dial import Dial
from tithe.core.station import Station
from tithe.core.tuner_use.load import PresetLoad, load_of
from tithe.core.tuner_use.loads import tuner_of_knobs
from tithe.core.tuner_use.preset import Preset, on_dials, own_dials
from tithe.core.tuner_use.rows import Row


@dataclass(frozen=True)
class AntennaByPresets:
    """``points``: at the feedpoint, one a frequency, rising; ``active``: presets, by their place, behind
    which an antenna would have to give power back, so that one of dials, run or match is not as it is
    told."""

    points: tuple[PresetLoad, ...]
    active: tuple[int, ...]


def antenna_by_presets(
    station: Station, at: int, dials: Mapping[str, Dial], presets: Sequence[Preset], rows: Sequence[Row]
) -> AntennaByPresets:
    """From the presets of now, through all that stands behind the tuner. Raises `InputError` where another
    tuner stands there, or a dial is not known."""
    _, tuner = tuner_of_knobs(station, at)
    behind = station.chain[at + 1 :]
    if any(part.tuner and not part.bypassed for part in behind):
        raise InputError("chain", "two-tuners-in-line")
    r0 = station.transmitter.reference_ohm
    loads: dict[float, PresetLoad] = {}
    active = []
    for n, (preset, row) in enumerate(zip(presets, rows, strict=True)):
        if row.newer is not None or not on_dials(own_dials(tuner, dials), preset):
            continue
        load = load_of(tuner, dials, preset, r0, behind)
        if load.z_ohm.real > 0:
            loads[preset.freq_hz] = load
        else:
            active.append(n)
    return AntennaByPresets(tuple(loads[freq] for freq in sorted(loads)), tuple(active))
