"""`tithe export`: all stations with history and sweeps, and the shelf, as one file."""

from __future__ import annotations

import argparse
import os
from pathlib import Path

from tithe.site import folder
from tithe.site.commands.ready import ready
from tithe.site.folder import data_folder


def arguments(command: argparse.ArgumentParser) -> None:
    """What it takes."""
    command.add_argument("file", type=Path)


def run(args: argparse.Namespace) -> int:
    """Answers it."""
    ready()
    from tithe.web.actor import ALONE
    from tithe.web.library import everything

    partial = args.file.with_name(f"{args.file.name}.partial-{os.getpid()}")
    try:
        with folder.with_clear_errors(data_folder(), writing=args.file):
            with partial.open("w", encoding="utf-8") as out:
                out.writelines(everything.lines(ALONE))
                out.flush()
                os.fsync(out.fileno())
            partial.replace(args.file)
    finally:
        partial.unlink(missing_ok=True)
    print(f"Everything is in {args.file}.")
    return 0
