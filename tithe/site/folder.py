"""The data folder: made for its owner only, one start at a time, and sentences for what may be wrong with
it."""

from __future__ import annotations

import errno
import fcntl
import os
import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager, suppress
from pathlib import Path
from tempfile import TemporaryFile

from tithe.core.errors import TitheError

DATABASE = "tithe.sqlite3"
COPIES = "copies"
_OWN = {COPIES, "secret-key", "start.lock", "kernels"}
"""What Tithe itself makes in the folder, beside the database."""


class StartError(TitheError):
    """Why Tithe cannot start or copy, and what to do: one sentence or two, for standard error."""


def data_folder() -> Path:
    """Where the data are kept: `TITHE_DATA`, or ``var`` beside the program. Raises `StartError` for a name
    that is none."""
    given = os.environ.get("TITHE_DATA")
    if given is None:
        return Path(__file__).resolve().parents[2] / "var"
    if not given.strip():
        raise StartError("TITHE_DATA is empty: name a folder, or do not set it.")
    try:
        return Path(given).expanduser().absolute()
    except RuntimeError:
        raise StartError(f"TITHE_DATA names {given}, whose home folder is not known.") from None


@contextmanager
def with_clear_errors(folder: Path, writing: Path | None = None) -> Iterator[None]:
    """Errors of the system and of the database as `StartError`; ``writing``: what is written, if not the
    database."""
    target = writing or folder / DATABASE
    try:
        yield
    except PermissionError as error:
        where = error.filename or folder
        raise StartError(
            f"{where} cannot be written: give yourself the right to, or set TITHE_DATA."
        ) from None
    except OSError as error:
        if error.errno in (errno.ENOSPC, errno.EDQUOT):
            raise StartError(f"The disk of {target.parent} is full: make room and try again.") from None
        if error.errno == errno.EROFS:
            raise StartError(f"{folder} is on a read-only disk: set TITHE_DATA to another folder.") from None
        raise StartError(f"{error.filename or folder}: {error.strerror}.") from None
    except Exception as error:
        cause = error if isinstance(error, sqlite3.Error) else error.__cause__
        if isinstance(cause, sqlite3.Error):
            raise StartError(_database_sentence(folder, target, str(cause))) from None
        raise


def _database_sentence(folder: Path, target: Path, said: str) -> str:
    database = folder / DATABASE
    if "readonly" in said or "unable to open" in said:
        return f"{target} cannot be written or opened: give yourself the right to, or choose another place."
    if "disk is full" in said or "disk I/O" in said:
        return f"The disk of {target.parent} is full or failing: make room, and check the disk."
    if "locked" in said:
        return f"{database} is held by another program: close it and start again."
    return (
        f"{database} is damaged or is no database ({said}). Move it away and put back a copy with "
        f"`tithe restore {folder / COPIES}/…`."
    )


def prepare(folder: Path) -> None:
    """The folder and its own files with rights for their owner only, and files made from now on as well. A
    folder that holds other things, too, keeps the rights it has."""
    os.umask(0o077)
    with with_clear_errors(folder):
        try:
            folder.mkdir(parents=True, mode=0o700)
        except FileExistsError:  # by now, if not before: another start may make it in the same moment
            if all(path.name in _OWN or path.name.startswith(DATABASE) for path in folder.iterdir()):
                folder.chmod(0o700)
        for path in (*folder.glob(f"{DATABASE}*"), *folder.glob("secret-key")):  # its own files, no others
            with suppress(FileNotFoundError):  # a server that ends takes its journal away
                path.chmod(0o600)
        with TemporaryFile(dir=folder) as probe:
            probe.write(b"x")


@contextmanager
def alone(folder: Path) -> Iterator[None]:
    """One start at a time: others wait here."""
    with (folder / "start.lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        yield


def check(database: Path, *, whole: bool) -> str:
    """What is wrong with a database, "" where nothing is; quick, or every index and row."""
    with closing(sqlite3.connect(f"file:{database}?mode=ro", uri=True, timeout=20)) as connection:
        pragma = "integrity_check" if whole else "quick_check"
        rows = [str(row[0]) for row in connection.execute(f"PRAGMA {pragma}")]
    return "" if rows == ["ok"] else "; ".join(rows[:3])
