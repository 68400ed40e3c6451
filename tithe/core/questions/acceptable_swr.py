"""What SWR is acceptable? What each costs: at this radio's protection, and on this run."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from tithe.core.antenna.swr_range import swr_range
from tithe.core.arrays import Real
from tithe.core.budget import AUDIBLE_DB, loss_db, solve
from tithe.core.message import tell
from tithe.core.parts.part import Part
from tithe.core.questions.question import Column, Compared, SchoolQuestion
from tithe.core.reflection import rho_of_swr
from tithe.core.station import Station
from tithe.core.working import Step, Working, working_of
from tithe.core.working import formulas as f
from tithe.core.working.driven import working_of_drive
from tithe.core.working.working import Values

SCHOOLS = (1.5, 2.0, 3.0)


def _bare(station: Station) -> tuple[Part, ...]:
    """The run without what changes the impedance on purpose."""
    return tuple(part for part in station.chain if not part.tuner and not part.transforms)


def acceptable_swr(question: SchoolQuestion) -> Compared:
    """SWR 1.5, 2, 3 and the user's own at the radio, and at the far end of a run without tuner and
    transformer."""
    station = question.station
    ratios = tuple(sorted({1.0, *SCHOOLS, station.comfort_swr}))
    rho = np.asarray(rho_of_swr(np.array(ratios)))
    drive = station.transmitter.drive(rho)
    sent_w = drive.accepted_w
    held_db = loss_db(np.full(len(ratios), sent_w[0]), sent_w)
    bare = replace(station, chain=_bare(station), antenna=swr_range(question.freq_hz, ratios))
    leaves = solve(bare, np.full(len(ratios), question.freq_hz), pause=question.pause)
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
        tuple(tell("schools.swr-row", ratio=ratio) for ratio in ratios),
        tuple(
            Column(f"schools.head.{head}", quantity, tuple((derivation, k) for k in range(len(ratios))))
            for head, quantity, derivation in (
                ("sent", "watts", working_of_drive(station.transmitter, drive, rho, "accepted_w")),
                ("held", "db", _less_sent(sent_w, held_db)),
                ("leaves-bare", "watts", working_of(leaves, "total.radiated_w")),
            )
        ),
    )


def _less_sent(sent_w: Real, held_db: Real) -> Working:
    values: Values = {"p_flat": sent_w[0], "p_accepted": sent_w, "a_unsent": held_db}
    return Working("less-sent", "a_unsent", values, (Step(f.less_sent, "a_unsent"),))
