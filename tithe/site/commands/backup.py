"""`tithe backup`: everything into one file, while serving or not."""

from __future__ import annotations

import argparse
from pathlib import Path

from tithe.site import copies
from tithe.site.folder import data_folder


def arguments(command: argparse.ArgumentParser) -> None:
    """What it takes."""
    command.add_argument("file", type=Path)


def run(args: argparse.Namespace) -> int:
    """Answers it."""
    copies.backup(data_folder(), args.file)
    print(f"Everything is in {args.file}.")
    return 0
