"""The registry of questions. A question is a function from its request to the work of answering it.

>>> [one.path for one in every() if one.path == "bench/meter"]
['bench/meter']
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cache
from importlib import import_module
from inspect import signature
from pkgutil import walk_packages
from typing import Any, Generic, TypeVar, get_args, get_type_hints

from pydantic import BaseModel

from tithe.core.cost import Pause

A = TypeVar("A")
F = TypeVar("F", bound=Callable[..., "Work[Any]"])


class Asked(BaseModel):
    """A request: what it does not know is left alone."""


@dataclass(frozen=True)
class Work(Generic[A]):
    """How an answer is come by: about how many seconds it takes, and what computes it; ``narrower``: the code
    of how to ask for less."""

    seconds: float
    answer: Callable[[Pause], A]
    narrower: str = "smaller-station"


def told(answer: A) -> Work[A]:
    """Work that takes no time."""
    return Work(0.0, lambda pause: answer)


@dataclass(frozen=True)
class Question:
    """``path``: below ``/api/``; ``places``: the names in it, all texts; ``asks``: the request's model (None:
    it is only read); ``tells``: the answer's shape."""

    path: str
    places: tuple[str, ...]
    asks: type[BaseModel] | None
    tells: Any
    about: str
    work: Callable[..., Work[Any]]


_QUESTIONS: dict[str, Question] = {}


def question(path: str) -> Callable[[F], F]:
    """Put a function among the questions. Its last parameter is the request, those before it stand in the
    path; it returns `Work` of the answer's shape, and its docstring tells what is answered."""

    def kept(function: F) -> F:
        hints = get_type_hints(function)
        *places, body = signature(function).parameters
        (tells,) = get_args(hints["return"])
        about = (function.__doc__ or "").strip()
        _QUESTIONS[path] = Question(path, tuple(places), hints[body], tells, about, function)
        return function

    return kept


def reading(path: str) -> Callable[[Callable[[], A]], Callable[[], A]]:
    """Put a function among the questions that asks nothing: its answer is always the same."""

    def kept(function: Callable[[], A]) -> Callable[[], A]:
        tells, about = get_type_hints(function)["return"], (function.__doc__ or "").strip()
        _QUESTIONS[path] = Question(path, (), None, tells, about, lambda: told(function()))
        return function

    return kept


@cache
def every() -> tuple[Question, ...]:
    """All there are, by their paths."""
    import tithe.answers

    for module in walk_packages(tithe.answers.__path__, "tithe.answers."):
        import_module(module.name)
    return tuple(_QUESTIONS[path] for path in sorted(_QUESTIONS))
