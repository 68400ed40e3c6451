"""`tithe serve` and `tithe demo`: the application, the latter with demo stations."""

from __future__ import annotations

import argparse
import re
from pathlib import Path

from tithe.site.commands.ready import set_up
from tithe.site.folder import StartError
from tithe.site.sharing import Listening, Sharing

_HOST = re.compile(r"[A-Za-z0-9]([A-Za-z0-9.-]*[A-Za-z0-9])?|\[[0-9A-Fa-f:]+\]")


def arguments(command: argparse.ArgumentParser) -> None:
    """What it takes."""
    command.add_argument("--port", type=_port, default=8000)
    if command.prog.endswith(" demo"):
        return
    shared = command.add_argument_group("for several people, who log in")
    shared.add_argument("--shared", action="store_true")
    shared.add_argument("--name", action="append", default=[], metavar="HOST", help="as people type it")
    shared.add_argument("--address", metavar="IP", help="where to listen; all of this machine's with TLS")
    shared.add_argument("--certificate", type=Path, metavar="FILE")
    shared.add_argument("--key", type=Path, metavar="FILE")
    shared.add_argument("--behind-proxy", action="store_true", help="one that speaks TLS stands in front")


def run(args: argparse.Namespace) -> int:
    """Answers it."""
    if args.command == "serve" and args.shared:
        return _shared(args)
    set_up()
    from tithe.site.server import serve

    serve(args.port, demo=args.command == "demo")
    return 0


def _shared(args: argparse.Namespace) -> int:
    if not args.name:
        raise StartError("--shared needs --name HOST: under which name people reach this machine.")
    wrong = next((name for name in args.name if not _HOST.fullmatch(name)), None)
    if wrong is not None:
        raise StartError(
            f"{wrong} is no name of a host: such as radio.example.org, without https:// or a port."
        )
    address = args.address or ("0.0.0.0" if args.certificate else "127.0.0.1")
    at = Listening(address, args.port, args.certificate, args.key, args.behind_proxy)
    Sharing(tuple(args.name), at.encrypted).to_environment()
    set_up()
    from tithe.site.server import serve_shared

    serve_shared(at, args.name)
    return 0


def _port(given: str) -> int:
    """A port to listen on: 1 to 65535."""
    if not given.isascii() or not given.isdigit() or not 1 <= int(given) <= 65_535:
        raise argparse.ArgumentTypeError(f"{given!r} is no port: give a whole number from 1 to 65535")
    return int(given)
