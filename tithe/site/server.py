"""Serve the application: look after the data folder, migrate, load demo stations into a new one, listen."""

from __future__ import annotations

import errno
import logging
import signal
import sys
import threading
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from getpass import getpass
from pathlib import Path
from types import FrameType

import waitress
from django.apps import apps
from django.conf import settings
from django.core.management import call_command
from django.core.wsgi import get_wsgi_application
from django.db import connection
from django.db.migrations.executor import MigrationExecutor

from tithe.core.errors import require
from tithe.site import copies, folder, preparing
from tithe.site.folder import StartError
from tithe.site.gate import THREADS
from tithe.site.guard import MOST_FILE
from tithe.site.secret import secret_key
from tithe.site.sharing import Listening
from tithe.web import memory
from tithe.web.library import services as library
from tithe.web.people import records
from tithe.web.people import services as people
from tithe.web.stations import services as stations
from tithe.web.stations import texts

_TURN_S = 5e-4
"""How long one thread goes on before another gets its turn: what is light comes soon beside what is heavy."""
QUIET_S = 60.0
"""How often, between requests, the log is brought into the database and the day's copy looked after."""


def serve(port: int, *, demo: bool) -> None:
    """Serve one person on the loopback until interrupted or told to stop. Raises `StartError` with what to
    do."""
    with _looked_after(demo=demo):
        server = _listening(port)
        signal.signal(signal.SIGTERM, _stop)
        print(f"Tithe is served at http://127.0.0.1:{port}/", flush=True)
        server.run()


def serve_shared(at: Listening, names: Sequence[str]) -> None:
    """Serve several people, who log in, until told to stop. Raises `StartError` with what to do."""
    from tithe.site.many import serve_many

    with _looked_after(demo=False):
        require_somebody()
        scheme = "https" if at.encrypted else "http"
        where = ", ".join(f"{scheme}://{name}" for name in names)
        print(f"Tithe is served for {where} on {at.address}, port {at.port}", flush=True)
        signal.signal(signal.SIGTERM, _stop)
        serve_many(at)


@contextmanager
def _looked_after(*, demo: bool) -> Iterator[None]:
    built = (settings.DIST / "manifest.json").exists()
    require(built, "", "not-built")
    data: Path = settings.DATA
    memory.few_pools()
    sys.setswitchinterval(_TURN_S)
    look_after(data, demo=demo)
    stopped = threading.Event()
    keeper = threading.Thread(target=_keep, args=(data, stopped), daemon=True)
    keeper.start()
    preparing.in_background()
    try:
        yield
    finally:
        stopped.set()
        copies.checkpoint(data)


def require_somebody() -> None:
    """Ask for the first account where there is none. Raises `StartError` where nobody can be asked."""
    if people.people():
        return
    if not sys.stdin.isatty():
        raise StartError("Nobody can log in yet: make the first account with `tithe user add NAME`.")
    print("Nobody can log in yet. The first account looks after this server, and owns what is kept here.")
    ask_for_account(input("Name: "))


def ask_for_account(name: str) -> None:
    """A new account by its password, asked for twice. Raises `InputError`."""
    people.add(name, ask_for_password())


def ask_for_password() -> str:
    """Asked for twice; from standard input where that is no terminal. Raises `InputError`."""
    if not sys.stdin.isatty():
        return sys.stdin.readline().rstrip("\n")
    first, again = getpass("Password: "), getpass("Once more: ")
    require(first == again, "password", "not-the-same")
    return first


def look_after(data: Path, *, demo: bool) -> None:
    """The database in order, of this version, and with demos only where nothing ever stood.

    Raises `StartError` with what to do.
    """
    with folder.with_clear_errors(data), folder.alone(data):
        _look_after(data, demo=demo)


def _look_after(data: Path, *, demo: bool) -> None:
    secret_key(data)
    database = data / folder.DATABASE
    held = copies.held_stations(data)
    if held and not database.exists():
        kept = data / folder.COPIES
        raise StartError(
            f"{data} held stations, but its database is gone. Put a copy back with `tithe restore "
            f"{kept}/…`, or move {kept} away to start anew."
        )
    if database.exists() and (wrong := folder.check(database, whole=False)):
        raise StartError(
            f"{database} is damaged ({wrong}). Put a copy back with `tithe restore {data / folder.COPIES}/…`."
        )
    _migrate(data, existing=database.exists())
    if demo and not held:
        library.load_demos()
    copies.daily(data)


_OWN_APPS = {app.label for app in apps.get_app_configs() if app.name.startswith("tithe.")}


def _migrate(data: Path, *, existing: bool) -> None:
    executor = MigrationExecutor(connection)
    unknown = sorted(set(executor.loader.applied_migrations) - set(executor.loader.disk_migrations))
    own = [name for app, name in unknown if app in _OWN_APPS]
    if own:
        raise StartError(
            f"{data / folder.DATABASE} was written by a newer Tithe ({own[0]}): start that one, or put "
            "back a copy made by this one."
        )
    plan = executor.migration_plan(executor.loader.graph.leaf_nodes())
    if plan and existing and executor.loader.applied_migrations:
        copies.before_migration(data, plan[0][0].name)
    if plan:
        call_command("migrate", verbosity=0)
        with connection.cursor() as cursor:
            cursor.execute("VACUUM")


def _listening(port: int) -> waitress.server.BaseWSGIServer:
    logging.getLogger("waitress.queue").setLevel(logging.ERROR)
    try:
        return waitress.create_server(
            get_wsgi_application(), host="127.0.0.1", port=port, threads=THREADS,
            max_request_body_size=MOST_FILE, recv_bytes=65_536,  # a station in one piece
            channel_request_lookahead=1,  # so that it is known who has gone: tithe.web.slot
        )  # fmt: skip
    except OSError as error:
        if error.errno == errno.EADDRINUSE:
            raise StartError(f"Port {port} is in use: stop what uses it, or give another --port.") from None
        raise StartError(f"Port {port} cannot be listened on: {error.strerror}.") from None


def _stop(number: int, frame: FrameType | None) -> None:
    raise SystemExit(0)


def _keep(data: Path, stopped: threading.Event) -> None:
    while not stopped.wait(QUIET_S):
        try:
            copies.checkpoint(data)
            if copies.daily(data):
                stations.another_day()
                texts.drop_unused()
                records.forget()
        except Exception:
            logging.getLogger("tithe").exception("looking after the data folder")
        finally:
            connection.close()
