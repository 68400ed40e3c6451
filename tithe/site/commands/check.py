"""`tithe check`: whether the database is whole."""

from __future__ import annotations

import argparse

from tithe.site import folder, soundness
from tithe.site.folder import StartError, data_folder


def arguments(command: argparse.ArgumentParser) -> None:
    """It takes nothing."""


def run(args: argparse.Namespace) -> int:
    """Answers it."""
    data = data_folder()
    with folder.with_clear_errors(data):
        wrong = soundness.wrong_in(data / folder.DATABASE)
    if wrong:
        raise StartError(
            f"{data / folder.DATABASE} is damaged: {wrong}. Put a copy back with `tithe restore`."
        )
    print(f"{data / folder.DATABASE} is whole.")
    return 0
