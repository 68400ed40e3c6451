"""What if it were higher, longer, fed elsewhere, over more radials: each change by itself, before and
after."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Any, TypeVar

import numpy as np

from tithe.core.arrays import Real
from tithe.core.at_once import each
from tithe.core.bearable import bearable_share
from tithe.core.budget import Budget, solve
from tithe.core.cost import Pause, go_on
from tithe.core.errors import InputError
from tithe.core.late import root
from tithe.core.message import Message, tell
from tithe.core.planned_station import planned_in, whole_bands
from tithe.core.station import Band, Station, counted_bands
from tithe.core.wires.estimate import AS_TYPED, Plan, fed, require_clear
from tithe.core.wires.moments import LIGHT_M_PER_S
from tithe.core.wires.shapes import (
    Dipole,
    EndFed,
    Fan,
    InvertedVee,
    Shape,
    ShapeCoil,
    Vertical,
    Whip,
)

HIGHER_M, LONGER_M, MORE_RADIALS, COIL_HIGHER, CHOKE_M = 2.0, 1.0, 16, 0.2, 2.0
_THIRD = 1 / 3
_HIGHEST_COIL, _SHORT = 0.9, 0.2
"""Of the height; and of a wave."""


@dataclass(frozen=True)
class Change:
    """``message``: what is done; ``fields``: what of the shape becomes what, a coil's by ``coil.``."""

    message: Message
    fields: dict[str, Any]
    shape: Shape


@dataclass(frozen=True)
class Outcome:
    """What a station does on each of B bands, at their middles: ``sky_w`` (at the power that is borne),
    ``bears_w`` (the power of the radio at which its tuner's first part gives up; infinite without a tuner
    that has a limit), (B,)."""

    sky_w: Real
    bears_w: Real


@dataclass(frozen=True)
class WhatIf:
    """The bands, what is now, and every change with what comes of it, the best first."""

    bands: tuple[Band, ...]
    now: Outcome
    changes: tuple[tuple[Change, Outcome], ...]


def what_if(station: Station, pause: Pause = go_on) -> WhatIf:
    """Each change in the station as it is, soil, height and length as typed.

    Raises `InputError` where the antenna is not planned or no band lies where it can be computed.
    """
    antenna = planned_in(station)
    bands = whole_bands(station)
    freqs = np.array([band.middle_hz for band in bands])

    def outcome(shape: Shape) -> Outcome:
        pause()
        changed = replace(antenna, plan=replace(antenna.plan, shape=shape), spread=False)
        return _outcome(solve(replace(station, antenna=changed), freqs))

    all_changes = changes(antenna.plan, freqs)
    now, *after = each(outcome, [antenna.plan.shape, *(change.shape for change in all_changes)])
    weights, counted = np.array([band.weight for band in bands]), counted_bands(bands)

    def gained(pair: tuple[Change, Outcome]) -> tuple[float, float]:
        """On the weakest band, then over all by their weights."""
        weakest = pair[1].sky_w[counted].min() - now.sky_w[counted].min()
        return round(float(weakest)), float((weights * (pair[1].sky_w - now.sky_w)).sum())

    return WhatIf(bands, now, tuple(sorted(zip(all_changes, after, strict=True), key=gained, reverse=True)))


def _outcome(budget: Budget) -> Outcome:
    bears = np.full(budget.sky_w.shape, np.inf)
    power_w = budget.station.transmitter.power_w
    for stage in budget.stages:
        if stage.setting is not None and not stage.part.bypassed:
            with np.errstate(divide="ignore"):
                bears = np.minimum(bears, power_w * stage.setting.limit_w / stage.in_w)
    return Outcome(budget.sky_w * bearable_share(budget), bears)


def changes(plan: Plan, freq_hz: Real) -> list[Change]:
    """Those that the shape allows."""
    return [change for change in _wished(plan, freq_hz) if change is not None and _clear(plan, change.shape)]


def _clear(plan: Plan, shape: Shape) -> bool:
    """Whether a shape runs above the ground."""
    try:
        require_clear(replace(plan, shape=shape))
    except InputError:
        return False
    return True


def _wished(plan: Plan, freq_hz: Real) -> Iterator[Change | None]:
    shape = plan.shape
    match shape:
        case Dipole():
            yield _changed(tell("what-if.higher", by_m=HIGHER_M), shape, height_m=shape.height_m + HIGHER_M)
            yield _changed(tell("what-if.longer", by_m=LONGER_M), shape, length_m=shape.length_m + LONGER_M)
            middle = abs(shape.feed_share - 0.5) < 0.02
            message = tell("what-if.off-centre" if middle else "what-if.centre")
            yield _changed(message, shape, feed_share=_THIRD if middle else 0.5)
        case InvertedVee():
            yield _changed(tell("what-if.higher", by_m=HIGHER_M), shape, apex_m=shape.apex_m + HIGHER_M)
            yield _changed(tell("what-if.longer-legs", by_m=LONGER_M), shape, leg_m=shape.leg_m + LONGER_M)
        case EndFed():
            yield _changed(
                tell("what-if.end-higher", by_m=HIGHER_M), shape, far_height_m=shape.far_height_m + HIGHER_M
            )
            yield _changed(tell("what-if.longer", by_m=LONGER_M), shape, wire_m=shape.wire_m + LONGER_M)
            yield _changed(
                tell("what-if.choke-further", by_m=CHOKE_M),
                shape,
                counterpoise_m=shape.counterpoise_m + CHOKE_M,
            )
        case Fan():
            yield _changed(tell("what-if.higher", by_m=HIGHER_M), shape, height_m=shape.height_m + HIGHER_M)
            longer = tuple(length + LONGER_M for length in shape.lengths_m)
            yield _changed(tell("what-if.longer-dipoles", by_m=LONGER_M), shape, lengths_m=longer)
        case Vertical():
            yield _changed(tell("what-if.taller", by_m=LONGER_M), shape, height_m=shape.height_m + LONGER_M)
            if shape.radials is not None:
                yield _changed(
                    tell("what-if.more-radials", by=MORE_RADIALS),
                    shape,
                    radial_count=shape.radial_count + MORE_RADIALS,
                )
            yield _coil_higher(plan, shape, shape.coil, freq_hz)
        case Whip():
            yield _changed(tell("what-if.taller", by_m=LONGER_M), shape, height_m=shape.height_m + LONGER_M)
            yield _coil_higher(plan, shape, shape.coil, freq_hz)


S = TypeVar("S", Dipole, InvertedVee, EndFed, Fan, Vertical, Whip)


def _changed(message: Message, shape: S, **fields: Any) -> Change | None:
    """None where the shape cannot be so."""
    try:
        changed = replace(shape, **fields)
        changed.layout()
    except InputError:
        return None
    return Change(message, fields, changed)


def _coil_higher(plan: Plan, shape: Vertical | Whip, coil: ShapeCoil | None, freq_hz: Real) -> Change | None:
    """The coil further up, wound anew so that the feed's reactance stays what it is where the antenna is
    nearest to its first resonance: higher up it takes more of a coil to do the same."""
    if coil is None or coil.at_share + COIL_HIGHER > _HIGHEST_COIL:
        return None
    short = [f for f in freq_hz.tolist() if f * shape.height_m < _SHORT * LIGHT_M_PER_S]
    if not short:
        return None
    reactance = {f: fed(plan, f, AS_TYPED).imag for f in short}
    at_hz = min(short, key=lambda f: abs(reactance[f]))
    wanted = reactance[at_hz]

    def moved(factor: float) -> ShapeCoil:
        up = replace(coil, at_share=coil.at_share + COIL_HIGHER)
        if up.ohm is not None:
            return replace(up, ohm=up.ohm * factor)
        return replace(up, uh=(up.uh or 0.0) * factor)

    def off(factor: float) -> float:
        changed = replace(plan, shape=replace(shape, coil=moved(factor)))
        return fed(changed, at_hz, AS_TYPED).imag - wanted

    most = next((most for most in (2.0, 4.0, 8.0) if off(most) > 0), None)
    if most is None or off(0.5) >= 0:
        return None
    wound = moved(root(off, 0.5, most, 1e-3))
    fields: dict[str, float | None] = {"coil.at_share": wound.at_share}
    fields |= {"coil.ohm": wound.ohm} if wound.ohm is not None else {"coil.uh": wound.uh}
    return Change(tell("what-if.coil-higher", share=wound.at_share), fields, replace(shape, coil=wound))
