"""How to take a reading: what will arrive at a meter, how well it is told there, and for how long the key may
be down.

How long is a rule of caution, not a rating: half a minute into a match at rated power, less as more comes
back (|Γ|² at the radio's output is held against a tenth), and less in proportion where a part bears less than
is sent. A tenth of the power may stay ten times as long, a minute at the most.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from tithe.core.antenna.dummy_load import dummy_load
from tithe.core.budget import Budget, solve
from tithe.core.intervals import SIGMAS
from tithe.core.log.case import in_state
from tithe.core.log.instruments import Instrument, instrument, shown_share
from tithe.core.log.placing import RANGES_W
from tithe.core.log.taken import RADIO, Load, State, Taken
from tithe.core.message import Message, tell
from tithe.core.parts.meter import Meter
from tithe.core.planned_station import of_one_antenna
from tithe.core.reflection import swr
from tithe.core.station import Station
from tithe.core.twoport import Powered

_MATCHED_S, _LEAST_S, _MOST_S = 30.0, 3.0, 60.0
_SHARE = 0.1
_COARSE = 0.3
"""Of a scale, below which a smaller range is worth choosing."""


@dataclass(frozen=True)
class Card:
    """``forward_w``: about what the meter will show; ``error_w``: how far off it may be; ``scale_w``: its
    range as it is described; ``better_w``: a smaller usual range that would do (None: none would);
    ``swr_at_radio``: the highest that the open phases leave; ``key_down_s``: at the power that is set;
    ``weak``: a part that bears less than is sent, and its watts."""

    at: int
    tuner: State
    load: Load
    power_w: float
    forward_w: float
    error_w: float
    scale_w: float
    better_w: float | None
    swr_at_radio: float
    key_down_s: float
    weak: tuple[str, float] | None


def card(station: Station, freq_hz: float, at: int, tuner: State, load: Load = "antenna") -> Card:
    """Of a meter (`RADIO`: the radio's own). Raises `InputError` where the antenna is not known there."""
    if load == "dummy":
        station = replace(station, antenna=dummy_load())
    budget = solve(in_state(of_one_antenna(station), tuner), np.array([freq_hz]))
    meter = instrument(station, at)
    shown = shown_share(station, Taken(freq_hz, at, 1.0))
    radio = budget.stages[0].source if budget.stages else budget.antenna
    forward = shown * _forward_w(radio if at == RADIO else budget.stages[at].source, meter.reference_ohm)
    error = _error_w(meter, forward, meter.full_scale_w)
    better = next((range_w for range_w in RANGES_W if range_w >= forward), meter.full_scale_w)
    helps = forward < _COARSE * meter.full_scale_w and better < meter.full_scale_w and at != RADIO
    rho = float(np.max(np.abs(radio.gamma(station.transmitter.reference_ohm))))
    power, weak = station.transmitter.power_w, _weakest(budget)
    bears = 1.0 if weak is None else weak[1] / power
    return Card(
        at=at,
        tuner=tuner,
        load=load,
        power_w=power,
        forward_w=forward,
        error_w=error,
        scale_w=meter.full_scale_w,
        better_w=better if helps else None,
        swr_at_radio=float(swr(np.minimum(rho, 1.0))),
        key_down_s=key_down_s(rho, bears),
        weak=weak,
    )


def key_down_s(rho: float, bears: float = 1.0) -> float:
    """Whole seconds at rated power with |Γ| at the radio, where the weakest part ``bears`` a share of it.

    >>> key_down_s(0.0), key_down_s(0.5), key_down_s(1.0), key_down_s(0.0, bears=0.5)
    (30.0, 8.0, 3.0, 15.0)
    """
    seconds = _MATCHED_S * _SHARE / (_SHARE + min(rho, 1.0) ** 2) * min(bears, 1.0)
    return float(np.clip(np.floor(seconds), _LEAST_S, _MOST_S))


def _forward_w(port: Powered, reference_ohm: float) -> float:
    """The most that any open phase leaves."""
    return float(np.max(np.abs(port.v + reference_ohm * port.i) ** 2) / (4 * reference_ohm))


def _error_w(meter: Instrument, forward_w: float, full_scale_w: float) -> float:
    reads = meter.accuracy * full_scale_w / 4
    return float(SIGMAS * np.hypot(meter.gain_sd * forward_w, reads))


def _weakest(budget: Budget) -> tuple[str, float] | None:
    """The part that bears least, where that is less than is sent."""
    transmitter = budget.station.transmitter
    limits_w = []
    for stage in budget.stages:
        limits = [stage.setting.limit_w] if stage.setting else []
        limits += [stage.along.limit_w(transmitter.duty)] if stage.along else []
        limits_w += [(float(np.min(limit)), stage.part.label) for limit in limits]
    least, label = min(limits_w, default=(np.inf, ""))
    return (label, least) if least < transmitter.power_w else None


def instructions(card: Card, station: Station) -> list[Message]:
    """What stands on the card, in the order of the work."""
    chain = station.chain
    kind = "radio" if card.at == RADIO else "meter"
    said = [tell(f"card.{card.load}"), tell(f"card.{card.tuner}"), tell(f"card.{kind}")]
    meter = None if card.at == RADIO else chain[card.at]
    if isinstance(meter, Meter):
        numbers = {"forward_w": card.forward_w, "error_w": card.error_w, "scale_w": card.scale_w}
        said.append(tell("card.range", **numbers))
        if card.forward_w > card.scale_w:
            said.append(tell("card.beyond", scale_w=card.scale_w))
        if card.better_w is not None:
            said.append(tell("card.better", better_w=card.better_w))
    if card.weak is not None:
        said.append(tell("card.weak", part=card.weak[0], bears_w=card.weak[1]))
    low = min(10 * card.key_down_s, _MOST_S)
    numbers = {
        "low_s": low,
        "low_w": card.power_w / 10,
        "seconds": card.key_down_s,
        "power_w": card.power_w,
        "swr": card.swr_at_radio,
    }
    return [*said, tell("card.key-down", **numbers)]
