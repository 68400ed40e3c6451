"""Files given on the command line, read or refused in a sentence."""

from __future__ import annotations

from pathlib import Path

from tithe.core.errors import InputError
from tithe.core.sweep import Sweep
from tithe.document import station_file, strict_json
from tithe.document.station import StationFile
from tithe.files import sweep_file


def read_station_file(path: Path) -> StationFile:
    """The document in a file. Raises `InputError`, and `StationError` for what is wrong in it."""
    return station_file.read(text_of(path, strict_json.MAX_BYTES))


def read_sweep(path: Path) -> Sweep:
    """The sweep in a file. Raises `InputError` that names the file where it cannot be read."""
    return sweep_file.read(text_of(path, sweep_file.MAX_BYTES))


def text_of(path: Path, most: int) -> str:
    """A file's text, if it is not larger than ``most`` bytes. Raises `InputError`."""
    try:
        if path.stat().st_size > most:
            raise InputError(str(path), "file-too-large", most_mb=most // 1_000_000)
        return path.read_text("utf-8-sig")
    except OSError as error:
        raise InputError(str(path), "cannot-be-read", reason=error.strerror) from None
    except UnicodeDecodeError:
        raise InputError(str(path), "not-utf-8") from None
