"""Where does the meter go? The same moment read on both sides of the tuner."""

from __future__ import annotations

from tithe.core.message import tell
from tithe.core.parts.meter import Meter, Reading
from tithe.core.questions.question import Column, Compared, SchoolQuestion, span
from tithe.core.twoport import Powered
from tithe.core.working import Step, Working
from tithe.core.working import formulas as f
from tithe.core.working.metered import working_of_reading
from tithe.core.working.working import Values


def meter_place(question: SchoolQuestion) -> Compared:
    """What an ideal meter shows on the radio's and on the antenna's side of the tuner; without one, at the
    radio and at the feedpoint."""
    budget, at = question.budget_at_freq, question.tuner_at
    planes = (
        (budget.input, budget.antenna) if at is None else (budget.stages[at].source, budget.stages[at].load)
    )
    meter = Meter(reference_ohm=question.station.transmitter.reference_ohm)
    near, far = (meter.read(plane) for plane in planes)
    sides = ("radio", "antenna") if at is not None else ("at-radio", "feedpoint")
    return Compared(
        (
            *((tell("schools.meter-no-tuner"),) if at is None else ()),
            tell("schools.meter-each", near=span(near.swr, 0), far=span(far.swr, 0)),
        ),
        (tell("schools.meter-radio", ratio=span(near.swr, 0)),),
        (tell("schools.meter-antenna", ratio=span(far.swr, 0), forward_w=span(far.forward_w, 0)),),
        tuple(tell(f"schools.side-{side}") for side in sides),
        tuple(
            Column(
                f"schools.head.{head}",
                quantity,
                tuple(
                    (_worked(shown, plane, figure), 0)
                    for shown, plane in zip((near, far), planes, strict=True)
                ),
            )
            for head, quantity, figure in (
                ("forward", "watts", "forward_w"),
                ("reflected", "watts", "reflected_w"),
                ("net", "watts", "net_w"),
                ("swr", "ratio", "swr"),
            )
        ),
    )


def _worked(shown: Reading, plane: Powered, figure: str) -> Working:
    if figure == "net_w":
        values: Values = {
            "p_forward": shown.forward_w, "p_reflected": shown.reflected_w,
            "p_net": shown.forward_w - shown.reflected_w,
        }  # fmt: skip
        return Working("net-power", "p_net", values, (Step(f.net_power, "p_net"),))
    derivation = working_of_reading(shown, plane, "carrier", figure)
    assert derivation is not None
    return derivation
