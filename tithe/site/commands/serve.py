"""`tithe serve` and `tithe demo`: the application, the latter with demo stations."""

from __future__ import annotations

import argparse

from tithe.site.commands.ready import set_up


def arguments(command: argparse.ArgumentParser) -> None:
    """What it takes."""
    command.add_argument("--port", type=_port, default=8000)


def run(args: argparse.Namespace) -> int:
    """Answers it."""
    set_up()
    from tithe.site.server import serve

    serve(args.port, demo=args.command == "demo")
    return 0


def _port(given: str) -> int:
    """A port to listen on: 1 to 65535."""
    if not given.isascii() or not given.isdigit() or not 1 <= int(given) <= 65_535:
        raise argparse.ArgumentTypeError(f"{given!r} is no port: give a whole number from 1 to 65535")
    return int(given)
