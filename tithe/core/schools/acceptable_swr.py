"""What SWR is acceptable? What each costs: at this radio's protection, and on this run."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from tithe.core.antenna.swr_range import swr_range
from tithe.core.budget import AUDIBLE_DB, loss_db, solve
from tithe.core.message import tell
from tithe.core.parts.part import Part
from tithe.core.reflection import rho_of_swr
from tithe.core.schools.question import Asked, Compared, Row, span
from tithe.core.station import Station

SCHOOLS = (1.5, 2.0, 3.0)


def _bare(station: Station) -> tuple[Part, ...]:
    """The run without what changes the impedance on purpose."""
    return tuple(part for part in station.chain if not part.tuner and not part.transforms)


def acceptable_swr(asked: Asked) -> Compared:
    """SWR 1.5, 2, 3 and the user's own at the radio, and at the far end of a run without tuner and
    transformer."""
    station = asked.station
    ratios = tuple(sorted({1.0, *SCHOOLS, station.comfort_swr}))
    sent_w = station.transmitter.drive(np.asarray(rho_of_swr(np.array(ratios)))).accepted_w
    held_db = loss_db(np.full(len(ratios), sent_w[0]), sent_w)
    bare = replace(station, chain=_bare(station), antenna=swr_range(asked.freq_hz, ratios))
    leaves_w = solve(bare, np.full(len(ratios), asked.freq_hz), pause=asked.pause).radiated_w
    by_ratio = {ratio: (float(sent_w[k]), float(held_db[k])) for k, ratio in enumerate(ratios)}
    fine = [ratio for ratio in SCHOOLS if by_ratio[ratio][1] < AUDIBLE_DB]
    comfort = {"comfort": station.comfort_swr, "comfort_db": by_ratio[station.comfort_swr][1]}
    rated = {"rated_w": station.transmitter.power_w}
    return Compared(
        (
            tell("schools.swr-fine", most=max(fine)) if fine else tell("schools.swr-none-fine"),
            tell("schools.swr-comfort", **comfort),
        ),
        (tell("schools.swr-sent", ratio=1.5, sent_w=by_ratio[1.5][0], held_db=by_ratio[1.5][1], **rated),),
        tuple(
            tell(
                "schools.swr-sent",
                ratio=ratio,
                sent_w=by_ratio[ratio][0],
                held_db=by_ratio[ratio][1],
                **rated,
            )
            for ratio in (2.0, 3.0)
        ),
        (
            ("schools.head.sent", "watts"),
            ("schools.head.held", "db"),
            ("schools.head.leaves-bare", "watts"),
        ),
        tuple(
            Row(
                tell("schools.swr-row", ratio=ratio), (float(sent_w[k]), float(held_db[k]), span(leaves_w, k))
            )
            for k, ratio in enumerate(ratios)
        ),
    )
