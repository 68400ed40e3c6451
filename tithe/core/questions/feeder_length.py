"""Does feeder length matter? Every length within half of the present one, and what the tuner reaches
there."""

from __future__ import annotations

import numpy as np

from tithe.core.arrays import Mask
from tithe.core.bearable import BORNE
from tithe.core.budget import AUDIBLE_DB
from tithe.core.choose import question
from tithe.core.choose.lengths import safe_lengths
from tithe.core.message import Message, tell
from tithe.core.parts.part import Part
from tithe.core.questions.question import Column, Compared, SchoolQuestion, Worked
from tithe.core.working import Step, Working
from tithe.core.working import formulas as f
from tithe.core.working.single import single
from tithe.core.working.working import Values

TRIED = 100
EVERY_PHASE = 6
"""Of the phases that are open, which ones are tried."""


def feeder_length(school_question: SchoolQuestion) -> Compared:
    """Which lengths of the longest line behind the tuner put which band out of its reach, let its parts bear
    less than the radio's power, or cost what one hears."""
    line = max(
        (p.feedline.length_m for p in _behind(school_question) if p.feedline and not p.bypassed), default=0.0
    )
    if not line:
        return Compared((tell("schools.length-not-here"),))
    wanted = question(school_question.station, EVERY_PHASE)
    lengths = safe_lengths(wanted, line / 2, 1.5 * line, line / TRIED, school_question.pause)
    bands = [band.name for band in wanted.bands]
    power_w = school_question.station.transmitter.power_w
    reached: Mask = np.all(lengths.reached, axis=0)
    borne: Mask = np.all(lengths.bears_w >= BORNE * power_w, axis=0)
    alike: Mask = lengths.sky_w.min(axis=0) > 10 ** (-AUDIBLE_DB / 10) * lengths.sky_w.max(axis=0)

    def those(mask: Mask) -> list[str]:
        return [name for name, so in zip(bands, mask, strict=True) if so]

    critical, indifferent = those(~(reached & borne & alike)), those(reached & borne & alike)
    share = float((lengths.margin_m > 0).mean())
    if not critical:
        holds = tell("schools.first-holds")
    elif not indifferent:
        holds = tell("schools.second-holds")
    else:
        holds = tell("schools.both-hold", one=indifferent, other=critical)
    says = (
        ("schools.length-critical", those(~reached)),
        ("schools.length-overtaxed", those(reached & ~borne)),
        ("schools.length-costs", those(reached & ~alike)),
    )
    against = tuple(tell(code, bands=names) for code, names in says if names)
    return Compared(
        (holds, tell("schools.length-share", share=share, low_m=line / 2, high_m=1.5 * line)),
        (_named("schools.length-any", indifferent),),
        against or (tell("schools.nowhere"),),
        tuple(bands),
        (
            Column("schools.head.in-reach", "percent", tuple((_share(r), 0) for r in lengths.reached.T)),
            Column(
                "schools.head.nearest",
                "length",
                tuple(_nearest(lengths.length_m, reached, line) for reached in lengths.reached.T),
            ),
            Column("schools.head.worst-w", "watts", tuple((_worst(w), 0) for w in lengths.sky_w.T)),
            Column("schools.head.best-w", "watts", tuple((_best(w), 0) for w in lengths.sky_w.T)),
        ),
    )


def _worst(leaves: np.ndarray) -> Working:
    return single("worst-length", "p_worst", {"p_worst": float(leaves.min())})


def _best(leaves: np.ndarray) -> Working:
    return single("best-length", "p_most", {"p_most": float(leaves.max())})


def _behind(question: SchoolQuestion) -> tuple[Part, ...]:
    """What stands between the first tuner in line and the antenna."""
    at = question.tuner_at
    return question.station.chain[at + 1 :] if at is not None else ()


def _named(code: str, bands: list[str]) -> Message:
    return tell(code, bands=bands) if bands else tell("schools.nowhere")


def _share(reached: np.ndarray) -> Working:
    """Of the lengths tried, the share in reach."""
    values: Values = {
        "n_reached": float(reached.sum()), "n_tried": float(len(reached)), "u_reached": float(reached.mean()),
    }  # fmt: skip
    return single("in-reach", "u_reached", values, Step(f.share_reached, "u_reached"))


def _nearest(lengths: np.ndarray, reached: np.ndarray, present_m: float) -> Worked | None:
    """The length in reach that is nearest to the present one, m."""
    if not reached.any():
        return None
    nearest = float(min(lengths[reached], key=lambda length: abs(length - present_m)))
    return single("nearest-length", "l_near", {"l_near": nearest}), 0
