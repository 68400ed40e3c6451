"""`tithe restore`: such a copy put back; what stands there is copied first."""

from __future__ import annotations

import argparse
from pathlib import Path

from tithe.site import copies, folder
from tithe.site.folder import data_folder


def arguments(command: argparse.ArgumentParser) -> None:
    """What it takes."""
    command.add_argument("file", type=Path)


def run(args: argparse.Namespace) -> int:
    """Answers it."""
    data = data_folder()
    folder.prepare(data)
    before = copies.restore(data, args.file)
    said = f" What stood there before is in {before}." if before else ""
    print(f"{args.file} is put back.{said} Restart Tithe if it is being served.")
    return 0
