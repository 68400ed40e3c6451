"""How a figure of the first question's answer comes about, as plain objects."""

from __future__ import annotations

import re

from tithe.answers.working_json import working as told_working
from tithe.answers.working_shapes import WorkingOut
from tithe.core import line_loss
from tithe.core.bands import USUAL
from tithe.core.errors import InputError
from tithe.core.line_loss import RATIOS
from tithe.core.phases import middle
from tithe.core.working import working_of_line_loss
from tithe.document.loss_question import LossQuestion

_PATH = re.compile(r"lines\[(\d)\]\.(?:(over_swr|over_bands)\[(\d+)\]\.)?([a-z_]+)")


def working(question: LossQuestion, figure: str) -> WorkingOut:
    """How the figure at a path of the answer comes about: ``lines[1].over_swr[6].extra_db``.

    Raises `InputError` or `StationError`.
    """
    path = _PATH.fullmatch(figure)
    if path is None or int(path[1]) >= len(question.lines):
        raise InputError("figure", "no-such-figure", figure)
    line, curve, point, name = path.groups()
    station, freq_hz = question.station(int(line)).to_core(), question.mhz * 1e6
    result = line_loss.line_loss(station, freq_hz)
    k = int(point or 0)
    if curve:
        ratio = middle(result.swr_asked, 0)
        over_swr = curve == "over_swr"
        if k >= len(RATIOS if over_swr else USUAL):
            raise InputError("figure", "no-such-figure", figure)
        result = (
            line_loss.over_swr(station, freq_hz) if over_swr else line_loss.over_bands(station, ratio, USUAL)
        )
    return told_working(working_of_line_loss(result, name), k)
