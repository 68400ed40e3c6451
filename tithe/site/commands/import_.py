"""`tithe import`: what such a file holds is added to what is kept."""

from __future__ import annotations

import argparse
from pathlib import Path
from typing import IO, Any

from tithe import text
from tithe.core.errors import InputError
from tithe.document import strict_json
from tithe.document.errors import StationError
from tithe.site import folder
from tithe.site.commands.ready import ready
from tithe.site.folder import data_folder


def arguments(command: argparse.ArgumentParser) -> None:
    """What it takes."""
    command.add_argument("file", type=Path)


def run(args: argparse.Namespace) -> int:
    """Answers it."""
    ready()
    from django.db import transaction

    from tithe.web.library import everything

    taken = []
    try:
        with (
            folder.with_clear_errors(data_folder()),
            _opened(args.file) as lines,
            transaction.atomic(),  # all of it, or nothing
        ):
            everything.require_whole(lines)
            for n, line in enumerate(lines, start=1):
                if line.strip():
                    taken.append(_taken(args.file, n, line))
    except UnicodeDecodeError:
        raise InputError(str(args.file), "not-utf-8") from None
    print(everything.report(taken))
    return 0


def _opened(path: Path) -> IO[str]:
    try:
        return path.open(encoding="utf-8-sig")
    except OSError as error:
        raise InputError(str(path), "cannot-be-read", reason=error.strerror) from None


def _taken(path: Path, n: int, line: str) -> Any:
    """What a line held. Raises `InputError` that names file and line."""
    from tithe.web.actor import ALONE
    from tithe.web.library import everything

    try:
        return everything.take(strict_json.load_json(line), ALONE)
    except (InputError, StationError) as error:
        first = error.errors[0] if isinstance(error, StationError) else error
        raise InputError(f"{path}, line {n}", "in-line", message=text.line(first)) from None
