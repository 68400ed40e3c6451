"""Where does the meter go? The same moment read on both sides of the tuner."""

from __future__ import annotations

from tithe.core.message import tell
from tithe.core.parts.meter import Meter, Reading
from tithe.core.schools.question import Asked, Compared, Row, span


def meter_place(asked: Asked) -> Compared:
    """What an ideal meter shows on the radio's and on the antenna's side of the tuner; without one, at the
    radio and at the feedpoint."""
    budget, at = asked.here, asked.tuner_at
    planes = (
        (budget.input, budget.antenna) if at is None else (budget.stages[at].source, budget.stages[at].load)
    )
    meter = Meter(reference_ohm=asked.station.transmitter.reference_ohm)
    near, far = (meter.read(plane) for plane in planes)
    sides = ("radio", "antenna") if at is not None else ("at-radio", "feedpoint")
    return Compared(
        (
            *((tell("schools.meter-no-tuner"),) if at is None else ()),
            tell("schools.meter-each", near=span(near.swr, 0), far=span(far.swr, 0)),
        ),
        (tell("schools.meter-radio", ratio=span(near.swr, 0)),),
        (tell("schools.meter-antenna", ratio=span(far.swr, 0), forward_w=span(far.forward_w, 0)),),
        (
            ("schools.head.forward", "watts"), ("schools.head.reflected", "watts"),
            ("schools.head.net", "watts"), ("schools.head.swr", "ratio"),
        ),
        tuple(_row(side, shown) for side, shown in zip(sides, (near, far), strict=True)),
    )  # fmt: skip


def _row(side: str, shown: Reading) -> Row:
    figures = (shown.forward_w, shown.reflected_w, shown.forward_w - shown.reflected_w, shown.swr)
    return Row(tell(f"schools.side-{side}"), tuple(span(one, 0) for one in figures))
