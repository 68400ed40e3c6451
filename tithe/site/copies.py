"""Copies of the database: by hand, one a day by itself, one before each migration; and back again.

All through SQLite's own backup, so they are whole whatever is being saved meanwhile, and without the write-
ahead log beside them. A restore writes the database in one transaction: killed in the middle, nothing has
changed.
"""

from __future__ import annotations

import os
import sqlite3
import sys
import time
from contextlib import closing
from datetime import date, datetime
from pathlib import Path

from tithe.site.folder import COPIES, DATABASE, StartError, check, with_clear_errors

KEPT_DAYS = 7
PATIENCE_S = 20.0
"""How long another program may hold the database before it is given up."""
_TABLES = {"stations_station", "django_migrations"}


def backup(folder: Path, target: Path) -> None:
    """The whole state into one file, which takes the name only when it is complete."""
    database = folder / DATABASE
    if not database.exists():
        raise StartError(f"There is nothing to copy yet: {database} is not there.")
    if not target.parent.is_dir():
        raise StartError(f"The folder {target.parent} is not there.")
    partial = target.with_name(f"{target.name}.partial-{os.getpid()}")
    try:
        with with_clear_errors(folder, writing=target):
            _copy(database, partial)
            partial.chmod(0o600)
            partial.replace(target)
    finally:
        partial.unlink(missing_ok=True)


def _copy(source: Path, target: Path) -> None:
    """All pages in one step: one transaction. Where another program holds one of the two, it is waited for, a
    while."""
    start, said = time.monotonic(), False

    def waiting(status: int, left: int, pages: int) -> None:
        nonlocal said
        if status not in (sqlite3.SQLITE_BUSY, sqlite3.SQLITE_LOCKED):
            return
        if time.monotonic() - start > PATIENCE_S:
            raise StartError(f"{target} is held by another program: close it and try again.")
        if not said:
            said = True
            print(f"Another program holds {target}: waiting for it …", file=sys.stderr, flush=True)

    with (
        closing(sqlite3.connect(source, timeout=PATIENCE_S)) as origin,
        closing(sqlite3.connect(target, timeout=1)) as copy,
    ):
        origin.backup(copy, progress=waiting)


def restore(folder: Path, source: Path) -> Path | None:
    """Put a copy back; what stood there is copied first, and that copy's path returned (None: nothing
    stood)."""
    if not source.is_file():
        raise StartError(f"{source} is not there.")
    _refuse_what_is_no_copy(source)
    before: Path | None = None
    if (folder / DATABASE).exists():
        copies = _folder_of_copies(folder)
        before = copies / f"before-restore-{datetime.now():%Y-%m-%d-%H%M%S}.sqlite3"
        if _damaged(folder / DATABASE):  # set aside as it is, its log with it
            for rest in ("", "-wal", "-shm"):
                part = folder / f"{DATABASE}{rest}"
                if part.exists():
                    part.replace(before.with_name(before.name + rest))
        else:
            backup(folder, before)
    with with_clear_errors(folder):
        _copy(source, folder / DATABASE)
        (folder / DATABASE).chmod(0o600)
    return before


def _damaged(database: Path) -> bool:
    try:
        return bool(check(database, whole=True))
    except sqlite3.DatabaseError as error:
        if isinstance(error, sqlite3.OperationalError):  # locked, or not to be opened: not a damage
            raise StartError(f"{database} cannot be read: {error}.") from None
        return True


def _refuse_what_is_no_copy(source: Path) -> None:
    try:
        wrong = check(source, whole=True)
        with closing(sqlite3.connect(f"file:{source}?mode=ro", uri=True)) as connection:
            tables = {str(row[0]) for row in connection.execute("SELECT name FROM sqlite_master")}
    except sqlite3.Error as error:
        raise StartError(f"{source} is no copy of Tithe’s: {error}.") from None
    if wrong:
        raise StartError(f"{source} is damaged: {wrong}.")
    if not tables >= _TABLES:
        raise StartError(f"{source} is a database, but none of Tithe’s.")


def _folder_of_copies(folder: Path) -> Path:
    copies = folder / COPIES
    copies.mkdir(mode=0o700, exist_ok=True)
    return copies


def daily(folder: Path, today: date | None = None) -> Path | None:
    """Today's copy, if there is none yet; the seven that were made last are kept, whatever day their names
    say: a clock may have been wrong. Of which was made when its own time of change tells, which is set later
    than the others'."""
    if not (folder / DATABASE).exists():
        return None
    copies = _folder_of_copies(folder)
    target = copies / f"day-{today or date.today():%Y-%m-%d}.sqlite3"
    made = None
    if not target.exists():
        latest = max((_changed(copy) for copy in copies.glob("day-*.sqlite3")), default=0.0)
        backup(folder, target)
        made, when = target, max(time.time(), latest + 1)
        os.utime(target, (when, when))
    for old in sorted(copies.glob("day-*.sqlite3"), key=_changed)[:-KEPT_DAYS]:
        old.unlink()
    return made


def _changed(path: Path) -> float:
    return path.stat().st_mtime


def before_migration(folder: Path, name: str) -> Path:
    """The state before a migration is applied."""
    target = _folder_of_copies(folder) / f"before-{name}-{datetime.now():%Y-%m-%d-%H%M%S}.sqlite3"
    backup(folder, target)
    return target


def checkpoint(folder: Path) -> None:
    """Bring everything from the write-ahead log into the database's own file, so that a plain copy of it is
    whole."""
    if (folder / DATABASE).exists():
        with closing(sqlite3.connect(folder / DATABASE, timeout=5)) as connection:
            connection.execute("PRAGMA wal_checkpoint(TRUNCATE)")


def held_stations(folder: Path) -> bool:
    """Whether the folder has ever held a station, or holds copies without a database."""
    database = folder / DATABASE
    if not database.exists():
        return any((folder / COPIES).glob("*.sqlite3"))
    with closing(sqlite3.connect(f"file:{database}?mode=ro", uri=True, timeout=20)) as connection:
        try:
            row = connection.execute(
                "SELECT seq FROM sqlite_sequence WHERE name = 'stations_station'"
            ).fetchone()
        except sqlite3.OperationalError:  # before the first migration there are no tables
            return False
    return bool(row and row[0])
