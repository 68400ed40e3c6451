"""The workings of what the radio gives into a reflection."""

from __future__ import annotations

import numpy as np

from tithe.core.arrays import Real
from tithe.core.reflection import rho_of_swr, swr
from tithe.core.transmitter import Drive, Transmitter
from tithe.core.working import formulas as f
from tithe.core.working.working import Step, Values, Working

HELD, TURNED = Step(f.held_back, "p_held"), Step(f.turned_back, "p_turned")
ACCEPTED = Step(f.accepted, "p_accepted")
_STEPS = {
    "held_back_w": (HELD,),
    "turned_back_w": (TURNED,),
    "not_sent_w": (HELD, TURNED, Step(f.not_sent, "p_unsent")),
    "accepted_w": (ACCEPTED,),
}


def working_of_drive(radio: Transmitter, drive: Drive, rho: Real, figure: str) -> Working:
    """The working of ``held_back_w``, ``accepted_w`` and so on, for |Γ| at the radio."""
    steps = _STEPS[figure]
    return Working("foldback", steps[-1].gives, _values(radio, drive, np.minimum(rho, 1.0)), steps)


def _values(radio: Transmitter, drive: Drive, rho: Real) -> Values:
    reach, ratio = radio.protection.own_reach_swr, swr(rho)
    left = rho if reach == 1.0 else rho_of_swr(np.maximum(ratio / reach, 1.0))
    return {
        "p_rated": radio.power_w, "f_kept": radio.protection.share(ratio), "rho_left": left,
        "p_held": drive.held_back_w, "p_turned": drive.turned_back_w, "p_accepted": drive.accepted_w,
        "p_unsent": drive.held_back_w + drive.turned_back_w,
    }  # fmt: skip
