"""Is a tuner in the room good enough? The same tuner at the antenna, watts against watts."""

from __future__ import annotations

import numpy as np

from tithe.core.arrays import Mask
from tithe.core.budget import AUDIBLE_DB, loss_db, solve_alike
from tithe.core.message import tell
from tithe.core.schools.question import Asked, Compared, band_rows, on_bands, which_holds
from tithe.core.verdict import match_moved_to_antenna


def room_tuner(asked: Asked) -> Compared:
    """What moving the one tuner in line to the feedpoint would give back, band by band."""
    moved = match_moved_to_antenna(asked.station)
    if moved is None:
        return Compared((tell("schools.no-tuner-to-move"),))
    now, there = solve_alike(asked.station, moved, asked.freqs, asked.pause)
    gain_db = loss_db(there.radiated_w, now.radiated_w)
    small: Mask = np.all((gain_db < AUDIBLE_DB).reshape(-1, len(asked.places)), axis=0)
    extra_db = sum((s.loss_db - s.along.matched_db for s in now.stages if s.along), np.zeros(len(small)))
    return Compared(
        (which_holds(asked, small),),
        on_bands(asked, small, "room-tuner-small"),
        on_bands(asked, ~small, "room-tuner-large", most_db=float(gain_db.max())),
        (
            ("schools.head.leaves", "watts"), ("schools.head.extra", "db"),
            ("schools.head.at-feedpoint", "watts"), ("schools.head.gives-back", "db"),
        ),
        band_rows(asked, now.radiated_w, extra_db, there.radiated_w, gain_db),
    )  # fmt: skip
