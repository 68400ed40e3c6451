"""Parts that lose more, or less, than is written of them."""

from __future__ import annotations

from dataclasses import replace

from tithe.core.arrays import Real
from tithe.core.parts.line import Line
from tithe.core.parts.part import Part
from tithe.core.parts.transformer import Transformer
from tithe.core.parts.tuner.elements import Quality
from tithe.core.parts.tuner.part import Tuner
from tithe.core.parts.tuner.rated import RatedTuner
from tithe.core.parts.tuner.stepped import SteppedTuner
from tithe.core.parts.worse_line import WorseLine


def worse(part: Part, factor: float | Real) -> Part:
    """A line that loses so many times as much (K, 1), in as many worlds; another part as it is."""
    return replace(part, line=WorseLine(part.line, factor)) if isinstance(part, Line) else part


def more_lossy(part: Part, factor: float) -> Part:
    """A line or a tuner that loses so many times as much; another part as it is."""
    if isinstance(part, Line):
        return worse(part, factor)
    if isinstance(part, Tuner | SteppedTuner):
        return replace(part, coil_q=_over(part.coil_q, factor))
    if isinstance(part, RatedTuner):
        return replace(
            part, loss_db_at_1=part.loss_db_at_1 * factor, loss_db_at_reach=part.loss_db_at_reach * factor
        )
    return part


def _over(q: Quality, factor: float) -> Quality:
    return tuple((f, value / factor) for f, value in q) if isinstance(q, tuple) else q / factor


def core_more_lossy(part: Part, factor: float) -> Part:
    """A transformer whose core loses so many times as much; another part as it is."""
    if not isinstance(part, Transformer):
        return part
    ohm = part.core_loss_ohm
    return replace(part, loss_db=part.loss_db * factor, core_loss_ohm=None if ohm is None else ohm / factor)
