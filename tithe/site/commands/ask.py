"""`tithe ask`: any question of the API, its request as JSON, without a server."""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path

from pydantic import BaseModel, ValidationError

from tithe.answers.question import OWN, Question, Steps, Work, every
from tithe.core.cost import go_on, refuse_beyond
from tithe.core.errors import InputError, require
from tithe.document.complaints import input_errors
from tithe.document.errors import StationError
from tithe.document.strict_json import MAX_BYTES, load_json
from tithe.site.commands.given_files import text_of


def arguments(command: argparse.ArgumentParser) -> None:
    """What it takes."""
    command.add_argument("question", nargs="?", help="such as bench/meter; left out: which there are")
    command.add_argument("request", nargs="?", type=Path, help="a file of JSON; left out: standard input")


def run(args: argparse.Namespace) -> int:
    """Answers it, one object of JSON a line where the answer comes in steps. Lines of one's own on the shelf
    are the server's: here there are none."""
    if args.question is None:
        for question in every():
            print(f"{question.path}: {' '.join(question.about.split())}")
        return 0
    question, places = _found(args.question)
    given = [] if question.asks is None else [_request(question.asks, args.request)]
    _answer(question, question.work(*places, *given, **({OWN: ()} if question.own else {})))
    return 0


def _answer(question: Question, work: Work[object] | Steps[object]) -> None:
    refuse_beyond(work.seconds, work.narrower)
    if isinstance(work, Steps):
        for step in work.steps(go_on):
            print(_json(step), flush=True)
    elif question.form == "csv":
        print(work.answer(go_on), end="")
    else:
        print(_json(work.answer(go_on)))


def _json(answer: object) -> str:
    return json.dumps(answer, ensure_ascii=False, allow_nan=False, default=BaseModel.model_dump)


def _found(path: str) -> tuple[Question, list[str]]:
    """The question of a path, and what stands at the places in it."""
    steps = path.strip("/").split("/")
    for question in every():
        pattern = question.path.split("/")
        places = [step for step, name in zip(steps, pattern, strict=False) if name.startswith("{")]
        plain = [name if name.startswith("{") else step for step, name in zip(steps, pattern, strict=False)]
        if len(steps) == len(pattern) and plain == pattern:
            return question, places
    raise InputError("question", "one-of", path, allowed=[known.path for known in every()])


def _request(model: type[BaseModel], path: Path | None) -> BaseModel:
    """The request in a file. Raises `InputError` or `StationError` for what is wrong in it."""
    if path is None:
        text = sys.stdin.read(MAX_BYTES + 1)
        require(len(text) <= MAX_BYTES, "", "file-too-large", most_mb=MAX_BYTES // 1_000_000)
    else:
        text = text_of(path, MAX_BYTES)
    data = load_json(text)
    try:
        return model.model_validate(data)
    except ValidationError as error:
        raise StationError(input_errors(error.errors(), data)) from None
