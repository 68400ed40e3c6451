"""The command line. A command's module, and what that needs, is loaded only when it is given."""

from __future__ import annotations

import argparse
import os
import sys
from importlib import import_module
from typing import Any

COMMANDS = {
    "solve": "the whole budget of a station file at each frequency",
    "sweep": "read a sweep: resonance, lowest SWR, widths, per band",
    "choose": "where the match belongs, and which feedline: candidates ranked",
    "antenna": "what an antenna will be that is planned by its wires",
    "lengths": "which lengths of a planned antenna suit all bands",
    "presets": "what a tuner's presets tell: its dials, other bands, loads",
    "next": "what to do next: three steps at the most",
    "reconcile": "what explains the readings of a station file, and which further one would tell more",
    "bench": "what was measured on the bench: a tuner, a line, a fault",
    "loss": "what a length of line loses at an SWR, without a station",
    "ask": "any question of the API, its request as JSON; without one: which there are",
    "backup": "copy everything into one file, while serving or not",
    "restore": "put such a copy back; what stands there is copied first",
    "export": "all stations with history and sweeps, and the shelf, as one file",
    "import": "add what such a file holds to what is kept",
    "check": "whether the database is whole",
    "serve": "the application",
    "user": "the people who may log in where it is served for several",
    "demo": "the application with demo stations",
}
_MODULES = {"import": "import_", "next": "next_", "demo": "serve"}
"""Of those whose module is called otherwise."""


def main(argv: list[str] | None = None) -> int:
    """Run a command; 0 on success, 2 with one line on standard error on bad input, 1 where it cannot
    start."""
    given = sys.argv[1:] if argv is None else argv
    parser = argparse.ArgumentParser(prog="tithe", description="Where the transmit power goes.")
    commands = parser.add_subparsers(required=True, metavar="COMMAND", dest="command")
    parsers = {name: commands.add_parser(name, help=about) for name, about in COMMANDS.items()}
    if not given or given[0] not in COMMANDS:
        parser.parse_args(given)  # it tells what there is, and ends
    name = given[0]
    os.environ.setdefault("PYDANTIC_DISABLE_PLUGINS", "__all__")  # there are none, and looking takes its time
    module = import_module(f"tithe.site.commands.{_MODULES.get(name, name)}")
    module.arguments(parsers[name])
    return _answered(module, parser.parse_args(given))


def _answered(module: Any, args: argparse.Namespace) -> int:
    from tithe import text
    from tithe.core.errors import InputError
    from tithe.document.errors import StationError
    from tithe.site.folder import StartError

    try:
        status = int(module.run(args))
        sys.stdout.flush()
        return status
    except BrokenPipeError:  # the reader has had enough, as `head` has: nothing more to say
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        return 0
    except KeyboardInterrupt:
        print("Stopped.", file=sys.stderr)
        return 130
    except StartError as error:
        print(str(error), file=sys.stderr)
        return 1
    except StationError as error:
        complaint = error.errors[0]
    except InputError as error:
        complaint = error
    print(text.line(complaint).replace("\n", " "), file=sys.stderr)
    return 2


if __name__ == "__main__":
    sys.exit(main())
