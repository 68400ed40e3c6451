"""Where a meter answers a question best, and what a reading there is to be, as plain objects."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from tithe.answers.log.shapes import AskedReading, PlacedOut
from tithe.core import Station
from tithe.core.log import card
from tithe.core.log.placing import Placed
from tithe.core.log.reconcile import expected
from tithe.core.log.taken import Taken
from tithe.core.message import tell
from tithe.core.reflection import swr
from tithe.text import say


def placed(station: Station, place: Placed) -> PlacedOut:
    """Where a meter answers a question best."""
    errors = [float(error) if np.isfinite(error) else None for error in place.errors]
    names = ["the radio", *(part.label for part in station.chain), "the feedpoint"]
    error = float(place.errors[place.joint])
    ratio = float(swr(np.array(min(error, 1.0))))
    message = tell(
        f"place.{place.question}", before=names[place.joint], behind=names[place.joint + 1],
        error=error, swr=ratio, full_scale_w=place.full_scale_w,
    )  # fmt: skip
    return {
        "question": place.question,
        "joint": place.joint,
        "full_scale_w": place.full_scale_w,
        "errors": errors,
        "text": say(message),
    }


def drawn(station: Station, taken: Taken, typed: bool) -> AskedReading:
    """What a reading is to be, and how to take it; of one that is not ``typed`` yet only where and when
    count. Raises `InputError` where the antenna is not known there."""
    usual = replace(taken, forward_w=1.0, reflected_w=0.5, swr=None, weather=None)
    case, ends = expected(station, [usual])
    power, rho = ends[case.rows.is_power][0], ends[~case.rows.is_power][0]
    ratios = [float(swr(np.array(end))) for end in rho]
    inside = (taken.forward_w is None or power[0] <= taken.forward_w <= power[1]) and (
        taken.rho is None or rho[0] <= taken.rho <= rho[1]
    )
    drawn_card = card.card(station, taken.freq_hz, taken.at, taken.tuner, taken.load)
    return {
        "forward_w": [float(end) for end in power],
        "swr": [end if np.isfinite(end) else None for end in ratios],
        "inside": bool(inside) if typed else None,
        "card": [say(step) for step in card.instructions(drawn_card, station)],
    }
