"""A step as a plain object."""

from __future__ import annotations

from tithe.answers.station.budget_shapes import Span
from tithe.answers.to_do.shapes import Remembered, StepKind, StepToDo, StepView
from tithe.core.choose.find_out import Effort
from tithe.core.message import Message, Messages
from tithe.text import say


def step(
    id: str,
    kind: StepKind,
    messages: Message | Messages,
    brings: Message,
    view: StepView,
    *,
    effort: Effort = "indoors",
    minutes: float | None = None,
    gain_db: Span | None = None,
    cost: float | None = 0.0,
    mhz: float | None = None,
    part: int | None = None,
    remember: Remembered | None = None,
) -> StepToDo:
    """What is left out costs nothing and takes nobody out of doors."""
    return {
        "id": id,
        "kind": kind,
        "text": say(messages),
        "brings": say(brings),
        "gain_db": gain_db,
        "cost": cost,
        "effort": effort,
        "minutes": minutes,
        "view": view,
        "mhz": mhz,
        "part": part,
        "remember": remember,
    }
