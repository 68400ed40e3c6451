"""Whether a database is whole in all that it says: SQLite's pages and indexes, every text by its hash, every
document by its model. It is only read, and may be an earlier version's."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Callable, Iterator
from contextlib import closing
from functools import lru_cache, partial
from hashlib import sha256
from pathlib import Path
from typing import Any

from pydantic import TypeAdapter, ValidationError

from tithe import text
from tithe.core.errors import InputError
from tithe.document import station_file
from tithe.document.complaints import input_errors
from tithe.document.errors import StationError
from tithe.document.parts import PartModel
from tithe.document.readings import ReadingModel, RemarkModel
from tithe.document.station_file import to_chain
from tithe.document.work import SweepModel
from tithe.files import sweep_file

_TABLES = {
    "django_migrations", "stations_station", "stations_revision", "stations_ownpart", "stations_text",
    "sweeps_keptsweep",
}  # fmt: skip
_SWEEP = ("title", "joint", "baseline", "trim", "change_m", "radials", "radial_m")
MOST_TOLD = 3


def wrong_in(database: Path) -> str:
    """What is wrong with a database, the first few things; "" where nothing is. Raises `sqlite3.Error` for a
    file that is none."""
    with closing(sqlite3.connect(f"file:{database}?mode=ro", uri=True, timeout=20)) as connection:
        connection.row_factory = sqlite3.Row
        complaints = _Database(connection).wrong()
        first_few = [complaint for complaint, _ in zip(complaints, range(MOST_TOLD + 1), strict=False)]
    more = "; and more" if len(first_few) > MOST_TOLD else ""
    return "; ".join(first_few[:MOST_TOLD]) + more


class _Database:
    def __init__(self, connection: sqlite3.Connection) -> None:
        self.query = connection.execute
        self.body = lru_cache(maxsize=64)(self._body)

    def wrong(self) -> Iterator[str]:
        rows = [str(row[0]) for row in self.query("PRAGMA integrity_check")]
        if rows != ["ok"]:
            yield from rows
            return  # what it holds cannot be read for certain
        tables = {str(row[0]) for row in self.query("SELECT name FROM sqlite_master WHERE type = 'table'")}
        if missing := sorted(_TABLES - tables):
            yield f"the tables {', '.join(missing)} are missing"
            return
        for row in self.query("PRAGMA foreign_key_check"):
            yield f"row {row[1]} of {row[0]} belongs to something that is not there"
        yield from self._texts()
        yield from self._documents()
        for table, check in (
            ("stations_ownpart", self._own_part),
            ("sweeps_keptsweep", self._sweep),
            ("log_logentry", self._entry),
        ):
            if table in tables:
                yield from self._rows(table, check)

    def _texts(self) -> Iterator[str]:
        for row in self.query("SELECT digest, body, size FROM stations_text"):
            if not isinstance(row["body"], str) or sha256(row["body"].encode()).hexdigest() != row["digest"]:
                yield f"the text {row['digest'][:12]} is not the one that was kept"

    def _documents(self) -> Iterator[str]:
        for row in self.query("SELECT id, version, document FROM stations_station"):
            name = f"station {row['id']}"
            yield from _complaint(name, partial(self._document, row["document"]))
            for old in self.query(
                "SELECT version, document FROM stations_revision WHERE station_id = ?", (row["id"],)
            ):
                state = f"{name}, version {old['version']}"
                yield from _complaint(state, partial(self._document, old["document"]))
                if not 0 < old["version"] < row["version"]:
                    yield f"{state}, is none before version {row['version']}"

    def _rows(self, table: str, check: Callable[[sqlite3.Row], None]) -> Iterator[str]:
        for row in self.query(f"SELECT * FROM {table}"):
            yield from _complaint(f"row {row['id']} of {table}", partial(check, row))

    def _document(self, stored: str) -> None:
        station_file.validate(self._whole(json.loads(stored))).to_core()

    def _whole(self, value: Any) -> Any:
        """With the texts that it refers to."""
        if isinstance(value, list):
            return [self._whole(inner) for inner in value]
        if not isinstance(value, dict):
            return value
        out = {}
        for key, inner in value.items():
            if isinstance(inner, dict) and set(inner) == {"kept"}:
                body = self.body(inner["kept"])
                out[key] = body if key == "content" else json.loads(body)
            else:
                out[key] = self._whole(inner)
        return out

    def _body(self, digest: str) -> str:
        row = self.query("SELECT body FROM stations_text WHERE digest = ?", (digest,)).fetchone()
        if row is None:
            raise ValueError(f"refers to a text that is not there ({digest[:12]})")
        return str(row[0])

    def _own_part(self, row: sqlite3.Row) -> None:
        part: Any = TypeAdapter(PartModel).validate_python(json.loads(row["part"]))
        part.to_core()

    def _sweep(self, row: sqlite3.Row) -> None:
        fields = {key: row[key] for key in _SWEEP if row[key] is not None}
        fields |= {key: bool(fields[key]) for key in ("baseline", "trim")}
        content = self.body(row["text_id"])
        model = SweepModel.model_validate(fields | {"chain": json.loads(row["chain"]), "content": content})
        if model.joint > len(to_chain(model.chain)):
            raise ValueError("was taken at a place that its run has not")
        sweep_file.read_kept(content)

    def _entry(self, row: sqlite3.Row) -> None:
        if row["kind"] not in ("reading", "note"):
            raise ValueError(f"is of a kind that there is not: {row['kind']}")
        (ReadingModel if row["kind"] == "reading" else RemarkModel).model_validate(json.loads(row["body"]))


def _complaint(name: str, check: Callable[[], None]) -> Iterator[str]:
    """What ``check`` finds wrong with a thing of that name."""
    try:
        check()
    except ValidationError as error:
        yield f"{name}: {text.line(input_errors(error.errors(), {})[0])}"
    except StationError as error:
        yield f"{name}: {text.line(error.errors[0])}"
    except InputError as error:
        yield f"{name}: {text.line(error)}"
    except json.JSONDecodeError:
        yield f"{name} is cut off or damaged"
    except (ValueError, TypeError, AttributeError, KeyError) as error:
        yield f"{name} {error}" if isinstance(error, ValueError) else f"{name} is not what it should be"
