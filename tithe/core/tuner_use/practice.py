"""A simulated tuner in place of the device: its dials are turned, and the station shows what comes of it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

import numpy as np

from tithe.core.errors import InputError, require, require_between
from tithe.core.parts.tuner.dial import Dial, straight
from tithe.core.parts.tuner.part import Tuner
from tithe.core.station import Station
from tithe.core.tuner_use.loads import tuner_of_knobs
from tithe.core.tuner_use.preset import KnobTuner, Preset, knobs_of, network_of, own_dials, require_dials

_HIDDEN = 0.1
"""By how much of its range each end of a dial may lie elsewhere than one thinks, at the most."""


def true_dials(tuner: KnobTuner, dials: Mapping[str, Dial], seed: int | None) -> dict[str, Dial]:
    """What the device's dials stand for: as they are known, else straight over the part's range. With a
    ``seed`` they are another device's, whatever is known: each end is off by up to a tenth of the range.
    Taps and relay steps are always as they are told."""
    known = own_dials(tuner, dials)
    rng = np.random.default_rng(seed)
    out = {}
    for name, part in zip(knobs_of(tuner), tuner.ladders[0].elements, strict=True):
        dial = known.get(name, Dial())
        if dial.taps:
            require(dial.known, f"dials.{name}", "dial-not-known")
        if dial.taps or (dial.known and seed is None):
            out[name] = dial
            continue
        off = rng.uniform(0, _HIDDEN, 2) * (part.high - part.low) * (seed is not None)
        ends = part.low + off[0], part.high - off[1]
        out[name] = straight(dial.scale, float(ends[0]), float(ends[1]), dial.unit, dial.division)
    return out


def turned(station: Station, at: int, dials: Mapping[str, Dial], preset: Preset) -> Station:
    """The station with its tuner's knobs where the dials stand. Raises `InputError` off a dial's scale."""
    _, tuner = tuner_of_knobs(station, at)
    require_dials(tuner, preset, "")
    network, _ = network_of(tuner, preset)
    values: dict[str, float] = {}
    for name in network.knobs:
        dial, number = dials[name], preset.dials[name]
        require_between(f"dials.{name}", number, *dial.scale)
        try:
            value = float(dial.value(number))
        except InputError as error:
            raise error.under(f"dials.{name}") from None
        values[name] = value
    setting: dict[str, float | str] = {**values}
    if not isinstance(tuner, Tuner):
        setting["form"] = preset.form
    chain = list(station.chain)
    chain[at] = replace(_with_room(tuner, values), setting=setting, set_hz=None)  # type: ignore[arg-type]  # as its network has it
    return replace(station, chain=tuple(chain))


def _with_room(tuner: KnobTuner, values: Mapping[str, float]) -> KnobTuner:
    """The tuner with its ranges wide enough for these values: a dial knows better than a sheet."""
    if not isinstance(tuner, Tuner):
        return tuner
    coils = [value for name, value in values.items() if name.startswith("l")]
    capacitors = [value for name, value in values.items() if name.startswith("c")]
    return replace(
        tuner,
        l_min_h=min([tuner.l_min_h, *coils]), l_max_h=max([tuner.l_max_h, *coils]),
        c_min_f=min([tuner.c_min_f, *capacitors]), c_max_f=max([tuner.c_max_f, *capacitors]),
    )  # fmt: skip
