"""Every sentence that Tithe says: a code and its parameters in, English out.

`say` tells messages of the core, `rule` what an error breaks, `remedy` what to do about a caution. A second
language would be a second set of these templates.
"""

from __future__ import annotations

from collections.abc import Iterable

from tithe.core.cautions import Caution
from tithe.core.errors import InputError
from tithe.core.message import Message
from tithe.text import (
    antenna,
    bench,
    cautions,
    changes,
    choose,
    equivalents,
    log,
    log_cards,
    loss,
    next_steps,
    practice,
    questions,
    rules,
    sweep,
    tuner,
    tuner_presets,
    verdict,
    workings,
)
from tithe.text.places import named
from tithe.text.quantities import span
from tithe.text.template import QUANTITIES, Words, joined, merged

TEMPLATES = merged(
    antenna.ANTENNAS,
    tuner_presets.PRESETS,
    tuner.TUNERS,
    log.READINGS,
    bench.BENCH,
    changes.CHANGES,
    log_cards.CARDS,
    equivalents.EQUIVALENTS,
    rules.RULES,
    cautions.CAUTIONS,
    cautions.REMEDIES,
    verdict.VERDICTS,
    choose.CHOICES,
    sweep.SWEEPS,
    loss.LOSSES,
    next_steps.NEXT,
    practice.PRACTICE,
    workings.WORKINGS,
    questions.WORDS,
)
"""By code."""


def say(messages: Message | Iterable[Message]) -> str:
    """A message, or some of them one after the other, as a sentence."""
    if not isinstance(messages, Message):
        return joined(say(message) for message in messages)
    return Words(say).vformat(TEMPLATES[messages.code], (), messages.params)


def rule(error: InputError, subject: str = "") -> str:
    """The rule that an error breaks: it reads on from its place ("must be above 0"), or is a sentence.
    ``subject``: whose request it is, so that another field in it is called by its name."""
    params = {"value": error.value, **error.params}
    other_name = params.get("other")
    if isinstance(other_name, str) and (name := named(other_name, subject)) != other_name:
        params["other"] = f"the {name}"
    return say(Message(f"rule.{error.code}", params))


def line(error: InputError) -> str:
    """An error in one line: its place and its rule."""
    return f"{error.place}: {rule(error)}" if error.place else rule(error)


def standing_alone(error: InputError, subject: str = "") -> str:
    """The error read as a sentence of its own: a rule that reads on gets what it is about. ``subject``: whose
    request it is."""
    sentence = rule(error, subject)
    if sentence[0].islower():
        place = named(error.place.removeprefix("document.").removeprefix("own."), subject) or "request"
        about = f"L{place[1:]}" if place.startswith("line ") else f"The {place}"
        sentence = f"{about} {sentence}"
    return sentence if sentence.endswith(".") else f"{sentence}."


def placement_note(slug: str) -> str:
    """What the builder of a placement should know beforehand; "" where there is nothing."""
    return choose.NOTES.get(slug, "")


def in_words_of(quantity: str, value: float | tuple[float, float]) -> str:
    """A figure, or an interval, as its kind of quantity (`tithe.text.template.QUANTITIES`)."""
    how = QUANTITIES[quantity]
    text = span(how, *value) if isinstance(value, tuple) else how(value)
    return text.replace("-", "−")


def remedy(caution: Caution) -> str:
    """What to do about a caution."""
    return say(Message(f"remedy.{caution.id}"))
