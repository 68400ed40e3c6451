"""The registry of questions. A question is a function from its request to the work of answering it.

>>> [one.path for one in every() if one.path == "bench/meter"]
['bench/meter']
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from functools import cache
from importlib import import_module
from inspect import signature
from pkgutil import walk_packages
from typing import Any, Generic, Literal, NewType, TypeVar, get_args, get_origin, get_type_hints

from pydantic import BaseModel

from tithe.core.cost import Pause
from tithe.document.choice import OwnLine

A = TypeVar("A")
F = TypeVar("F", bound=Callable[..., "Work[Any] | Steps[Any]"])
Csv = NewType("Csv", str)
"""An answer that is a table as text."""
OwnLines = Sequence[OwnLine]
"""The lines on the shelf of whoever asks. A question that takes ``own`` is given them."""
OWN = "own"


class Request(BaseModel):
    """A request: what it does not know is left alone."""


@dataclass(frozen=True)
class Work(Generic[A]):
    """How an answer is come by: about how many seconds it takes, and what computes it; ``narrower``: the code
    of how to ask for less."""

    seconds: float
    answer: Callable[[Pause], A]
    narrower: str = "smaller-station"


@dataclass(frozen=True)
class Steps(Generic[A]):
    """The same where it takes long: how far it is in steps, the last of them with the answer."""

    seconds: float
    steps: Callable[[Pause], Iterator[A]]
    narrower: str = "smaller-station"


def at_once(answer: A) -> Work[A]:
    """Work that takes no time."""
    return Work(0.0, lambda pause: answer)


def _light(function: Callable[[], A]) -> Work[A]:
    return at_once(function())


Form = Literal["json", "steps", "csv"]
"""How an answer comes: as one object, an object a line, or as text."""


@dataclass(frozen=True)
class Question:
    """``path``: below ``/api/``; ``places``: the names in it, all texts; ``asks``: the request's model (None:
    it asks nothing); ``in_address``: the request is the address's query; ``tells``: the answer's shape, of
    steps that of one; ``own``: whether it takes the lines of one's own shelf."""

    path: str
    places: tuple[str, ...]
    asks: type[BaseModel] | None
    tells: Any
    about: str
    work: Callable[..., Work[Any] | Steps[Any]]
    form: Form = "json"
    in_address: bool = False
    own: bool = False


_QUESTIONS: dict[str, Question] = {}


def question(path: str, *, in_address: bool = False) -> Callable[[F], F]:
    """Put a function among the questions. Its parameters are those in the path, then the request, then
    ``own`` where it takes these lines. It returns `Work` or `Steps` of the answer's shape, and its docstring
    tells what is answered. ``in_address``: the request is small, and what the address itself asks."""

    def kept(function: F) -> F:
        hints = get_type_hints(function)
        names = list(signature(function).parameters)
        own = OWN in names
        *places, body = (name for name in names if name != OWN)
        (tells,) = get_args(hints["return"])
        form: Form = "steps" if get_origin(hints["return"]) is Steps else "csv" if tells is Csv else "json"
        about = (function.__doc__ or "").strip()
        _QUESTIONS[path] = Question(
            path, tuple(places), hints[body], tells, about, function, form, in_address, own
        )
        return function

    return kept


def reading(path: str) -> Callable[[Callable[[], A]], Callable[[], A]]:
    """Put a function among the questions that asks nothing: its answer is always the same."""

    def kept(function: Callable[[], A]) -> Callable[[], A]:
        tells, about = get_type_hints(function)["return"], (function.__doc__ or "").strip()
        _QUESTIONS[path] = Question(
            path, (), None, tells, about, lambda: at_once(function()), in_address=True
        )
        return function

    return kept


@cache
def every() -> tuple[Question, ...]:
    """All there are, by their paths."""
    import tithe.answers

    for module in walk_packages(tithe.answers.__path__, "tithe.answers."):
        import_module(module.name)
    return tuple(_QUESTIONS[path] for path in sorted(_QUESTIONS))
