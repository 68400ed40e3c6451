"""The data folder: whole copies, starts that go wrong with a sentence, nothing quietly begun anew."""

import os
import shutil
import socket
import sqlite3
import stat
import subprocess
import sys
import time
from concurrent.futures import ThreadPoolExecutor
from contextlib import closing, suppress
from datetime import date, timedelta
from pathlib import Path
from threading import Barrier, Event, Thread

import pytest

from tests import forked
from tests.web.test_server_process import Server, begin, folder  # noqa: F401 - a fixture
from tithe.site import copies
from tithe.site.folder import StartError, data_folder, prepare
from tithe.site.soundness import wrong_in
from tithe.web.stations import demo


def tithe(data, *words, room=None):
    """A command on a data folder: exit status, what it said, what it complained; files of ``room`` bytes at
    most."""
    done = forked.run(words, data, room=room)
    return done.returncode, done.stdout, done.stderr


def rename(server, name, count=1):
    """So many saves; the version of the last one acknowledged."""
    kept = server.call("GET", "/api/stations/1")
    version, document = kept["version"], kept["document"]
    for n in range(count):
        body = {"version": version, "document": document | {"name": f"{name} {n}"}}
        version = server.call("PUT", "/api/stations/1", body)["version"]
    return version


def names(database):
    with closing(sqlite3.connect(database)) as connection:
        return [row[0] for row in connection.execute("SELECT name FROM stations_station ORDER BY id")]


def test_a_plain_copy_of_the_database_is_whole_after_any_end(folder, tmp_path):  # noqa: F811
    for end in ("kill", "terminate"):
        server = Server(folder)
        rename(server, end, 20)
        getattr(server.process, end)()
        server.process.wait()
        server.process.stdout.close()
        shutil.copy(folder / "tithe.sqlite3", tmp_path / f"{end}.sqlite3")  # without the log beside it
        assert names(tmp_path / f"{end}.sqlite3")[0] == f"{end} 19"
    assert server.process.returncode == 0
    assert stat.S_IMODE(folder.stat().st_mode) == 0o700
    assert {stat.S_IMODE(p.stat().st_mode) for p in folder.iterdir() if p.is_file()} == {0o600}


def test_a_backup_taken_while_saving_restores_an_acknowledged_state(folder, tmp_path):  # noqa: F811
    server = Server(folder)
    target = tmp_path / "copy.sqlite3"
    copied = Event()

    def work():
        while not copied.is_set():
            rename(server, "busy", 5)
        rename(server, "later", 5)

    worker = Thread(target=work)
    worker.start()
    assert tithe(folder, "backup", target)[0] == 0
    copied.set()
    worker.join()
    last = server.call("GET", "/api/stations/1")
    server.kill()
    (name, *_), version = names(target), last["version"]
    assert name != last["document"]["name"]
    status, said, complaint = tithe(folder, "restore", target)
    assert (status, complaint) == (0, "")
    assert "What stood there before is in" in said
    again = Server(folder)
    kept = again.call("GET", "/api/stations/1")
    assert kept["document"]["name"] == name
    assert kept["version"] < version
    revisions = again.call("GET", "/api/stations/1/revisions")
    assert len(revisions) == kept["version"] - 1
    again.kill()
    assert tithe(folder, "check")[:2] == (0, f"{folder / 'tithe.sqlite3'} is whole.\n")


def size_of(path):
    """0 where it is not there, or no longer."""
    with suppress(FileNotFoundError):
        return path.stat().st_size
    return 0


def test_a_restore_killed_in_the_middle_leaves_the_old_or_the_new_whole(folder, tmp_path):  # noqa: F811
    server = Server(folder)
    rename(server, "old")
    server.kill()
    target = tmp_path / "new.sqlite3"
    shutil.copy(folder / "tithe.sqlite3", target)
    with closing(sqlite3.connect(target)) as connection, connection:
        connection.execute("UPDATE stations_station SET name = 'new' WHERE id = 1")
        connection.execute("CREATE TABLE ballast AS SELECT randomblob(20000000) AS x")
    caught = 0
    for most in (1_000_000, 8_000_000, 15_000_000):
        process = forked.Forked(["restore", target], folder)
        # The pages go into the log beside the database first: so much of it, and no more, is there.
        while process.poll() is None and size_of(folder / "tithe.sqlite3-wal") <= most:
            pass
        caught += process.poll() is None
        process.kill()
        process.wait()
        process.stdout.close()
        assert tithe(folder, "check")[0] == 0
        assert names(folder / "tithe.sqlite3")[0] in ("old 0", "new")
    assert caught == 3


def test_a_restore_without_room_says_so_and_leaves_what_stood_there(folder, tmp_path):  # noqa: F811
    server = Server(folder)
    rename(server, "stood here")
    server.kill()
    target = tmp_path / "large.sqlite3"
    shutil.copy(folder / "tithe.sqlite3", target)
    with closing(sqlite3.connect(target)) as connection, connection:
        connection.execute("CREATE TABLE ballast AS SELECT randomblob(20000000) AS x")
    status, _, complaint = tithe(folder, "restore", target, room=4_000_000)
    assert status == 1
    assert "full" in complaint
    assert "Traceback" not in complaint
    assert names(folder / "tithe.sqlite3")[0] == "stood here 0"
    assert tithe(folder, "check")[0] == 0


def test_a_restore_waits_for_whoever_holds_the_database_and_says_so(folder, tmp_path, monkeypatch, capsys):  # noqa: F811
    begin(folder)
    (copy,) = (folder / "copies").glob("day-*")
    monkeypatch.setattr(copies, "PATIENCE_S", 1.5)
    with closing(sqlite3.connect(folder / "tithe.sqlite3")) as other:
        other.execute("BEGIN EXCLUSIVE")
        begun = time.monotonic()
        with pytest.raises(StartError, match="held by another program"):
            copies._copy(copy, folder / "tithe.sqlite3")
        assert 1 < time.monotonic() - begun < 10
    assert "waiting for it" in capsys.readouterr().err
    copies._copy(copy, folder / "tithe.sqlite3")


def test_a_clock_that_was_wrong_for_a_week_ends_no_copies(folder):  # noqa: F811
    begin(folder)
    today = date.today()
    for days in range(7):
        assert copies.daily(folder, today + timedelta(days=1000 + days))
    made = copies.daily(folder, today + timedelta(days=1))
    assert made is not None
    assert made.exists()
    assert copies.daily(folder, today + timedelta(days=1)) is None  # it is not made and dropped for ever
    assert len(list((folder / "copies").glob("day-*"))) == 7


DAMAGES = {
    "a text changed": "UPDATE stations_text SET body = body || ' '",
    "a text gone": "DELETE FROM stations_text",
    "a document cut off": "UPDATE stations_station SET document = substr(document, 1, 200) WHERE id = 2",
    "a document of nothing": "UPDATE stations_station SET document = '{}' WHERE id = 1",
    "a wrong figure": """UPDATE stations_station
        SET document = replace(document, '"power_w": 100', '"power_w": -1')""",
    "an earlier state cut off": "UPDATE stations_revision SET document = '{'",
    "a state from the future": "UPDATE stations_revision SET version = 99 WHERE version = 1",
    "a reading that is none": """INSERT INTO log_logentry (station_id, kind, taken, mhz, body, removed, key)
        VALUES (1, 'reading', '2026-01-01', 7, '[]', 0, '')""",
    "an entry of no station": """INSERT INTO log_logentry (station_id, kind, taken, body, removed, key)
        VALUES (77, 'note', '2026-01-01', '{"text": "x"}', 0, '')""",
    "a part that is none": """INSERT INTO stations_ownpart (title, part, uuid, club)
        VALUES ('x', '{"kind": "nothing"}', 'a', 0)""",
    "a table gone": "DROP TABLE sweeps_keptsweep",
}


@pytest.fixture(scope="module")
def sound(tmp_path_factory):
    data = tmp_path_factory.mktemp("sound") / "data"
    server = Server(data)
    rename(server, "x", 2)
    server.kill()
    assert wrong_in(data / "tithe.sqlite3") == ""
    return data / "tithe.sqlite3"


@pytest.mark.parametrize("damage", DAMAGES)
def test_a_database_that_says_what_is_not_so_is_not_whole(sound, tmp_path, damage):
    database = tmp_path / "tithe.sqlite3"
    shutil.copy(sound, database)
    with closing(sqlite3.connect(database)) as connection, connection:
        connection.execute("PRAGMA ignore_check_constraints = ON")
        assert connection.execute(DAMAGES[damage]) is not None
    assert wrong_in(database) != ""


def test_a_start_names_what_is_odd_in_a_line(folder, tmp_path, monkeypatch):  # noqa: F811
    for port in ("0", "65536", "8e3", "٨٠٠٠", "-1", "http"):
        status, _, complaint = tithe(folder, "serve", "--port", port)
        assert (status, "is no port" in complaint, "Traceback" in complaint) == (2, True, False)
    assert "is empty" in complaint_of("", "check")
    monkeypatch.setenv("HOME", str(tmp_path))
    monkeypatch.setenv("TITHE_DATA", "~/stations")
    assert data_folder() == tmp_path / "stations"
    # An older Tithe refuses a newer folder, whichever app moved.
    begin(folder)
    with closing(sqlite3.connect(folder / "tithe.sqlite3")) as connection, connection:
        row = ("log", "0099_later", "2030-01-01")
        connection.execute("INSERT INTO django_migrations (app, name, applied) VALUES (?, ?, ?)", row)
    assert "written by a newer Tithe (0099_later)" in complaint_of(folder, "serve")


def test_kernels_are_kept_where_there_is_a_place_for_them(tmp_path):
    script = (
        "from unittest.mock import patch; import tithe.core.compiled as c; c._folder.cache_clear();"
        "patch.object(c, '_writable', lambda home: str(home).startswith({!r})).start();"
        "print(c._folder(), c.kernels_stay(), c.kept_kernels())"
    )
    for place, result in ((str(tmp_path), f"{tmp_path}/kernels/kernels-"), ("/nowhere", " False False")):
        done = subprocess.run(
            [sys.executable, "-c", script.format(place)], capture_output=True, text=True, check=True,
            env={**os.environ, "TITHE_DATA": str(tmp_path), "NUMBA_CACHE_DIR": ""},
        )  # fmt: skip
        assert done.stdout.startswith(result)


def test_seven_daily_copies_are_kept(folder):  # noqa: F811
    begin(folder)
    today = date.today()
    for days in range(12):
        copies.daily(folder, today + timedelta(days=days))
    kept = sorted(path.name for path in (folder / "copies").glob("day-*"))
    assert kept == [f"day-{today + timedelta(days=n):%Y-%m-%d}.sqlite3" for n in range(5, 12)]
    assert copies.daily(folder, today + timedelta(days=11)) is None


def complaint_of(data, *words):
    status, said, complaint = tithe(data, *words)
    assert (status, said) == (1, "")
    assert complaint.count("\n") == 1
    assert "Traceback" not in complaint
    return complaint


def test_every_bad_start_says_what_to_do(folder, tmp_path):  # noqa: F811
    begin(folder)
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        assert "is in use" in complaint_of(folder, "serve", "--port", port)
    with closing(sqlite3.connect(folder / "tithe.sqlite3")) as connection, connection:
        row = ("stations", "0099_later", "2030-01-01")
        connection.execute("INSERT INTO django_migrations (app, name, applied) VALUES (?, ?, ?)", row)
    assert "written by a newer Tithe (0099_later)" in complaint_of(folder, "serve")
    database = folder / "tithe.sqlite3"
    database.write_bytes(b"no database at all" * 500)
    assert "is damaged or is no database" in complaint_of(folder, "serve")
    assert "is damaged" in complaint_of(folder, "check")
    database.unlink()
    assert "its database is gone" in complaint_of(folder, "demo")
    assert not database.exists()
    plain_file = tmp_path / "plain"
    plain_file.write_text("x" * 5000)
    assert str(plain_file) in complaint_of(plain_file, "serve")
    assert "is not there" in complaint_of(folder, "restore", tmp_path / "nothing")
    assert "is no copy of Tithe’s" in complaint_of(folder, "restore", plain_file)
    assert "nothing to copy" in complaint_of(folder, "backup", tmp_path / "x")


def test_a_damaged_database_is_set_aside_by_a_restore(folder, tmp_path):  # noqa: F811
    begin(folder)
    (copy,) = (folder / "copies").glob("day-*")
    (folder / "tithe.sqlite3").write_bytes(b"garbage" * 1000)
    (folder / "tithe.sqlite3-wal").write_bytes(b"what was not yet brought in")
    assert tithe(folder, "restore", copy)[0] == 0
    (aside,) = (folder / "copies").glob("before-restore-*.sqlite3")
    assert aside.read_bytes().startswith(b"garbage")
    assert aside.with_name(f"{aside.name}-wal").read_bytes() == b"what was not yet brought in"
    server = Server(folder)
    assert len(server.call("GET", "/api/stations")) == len(demo.DEMOS)
    server.kill()


def test_three_first_starts_at_once_survive(tmp_path):
    data = tmp_path / "data"
    servers: list[Server] = [None] * 3  # type: ignore[list-item]  # filled by the threads

    def start(n):
        servers[n] = Server(data, fresh=True)

    threads = [Thread(target=start, args=(n,)) for n in range(3)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    lists = [server.call("GET", "/api/stations") for server in servers]
    assert [len(item) for item in lists] == [len(demo.DEMOS)] * 3
    for server in servers:
        server.kill()


def test_a_folder_whose_stations_were_all_removed_gets_no_demos(folder):  # noqa: F811
    begin(folder)
    with closing(sqlite3.connect(folder / "tithe.sqlite3")) as connection, connection:
        for table in ("sweeps_keptsweep", "stations_revision", "stations_station"):
            connection.execute(f"DELETE FROM {table}")
    server = Server(folder)
    assert server.call("GET", "/api/stations") == []
    server.kill()


def test_a_folder_that_several_starts_make_in_the_same_moment_is_made_once(tmp_path):
    for n in range(20):
        data = tmp_path / f"{n}" / "data"
        together = Barrier(6)

        def start(data=data, together=together):
            together.wait()
            prepare(data)

        with ThreadPoolExecutor(6) as pool:
            for started in [pool.submit(start) for _ in range(6)]:
                started.result()
        assert (stat.S_IMODE(data.stat().st_mode), list(data.iterdir())) == (0o700, [])


def test_only_its_own_files_are_made_private(tmp_path):
    script = tmp_path / "script.sh"
    script.write_text("#!/bin/sh")
    script.chmod(0o755)
    prepare(tmp_path)
    assert stat.S_IMODE(script.stat().st_mode) == 0o755


def test_a_folder_from_before_the_apps_moved_opens_unchanged(folder):  # noqa: F811
    """Made by the version of 2026-11-25, its tables as text; one station has a change and a sweep."""
    folder.mkdir(mode=0o700)
    with closing(sqlite3.connect(folder / "tithe.sqlite3")) as connection:
        connection.executescript((Path(__file__).parent / "library_before_the_house.sql").read_text("utf-8"))
        # Every saved choice said no, where nothing was said: two of the stations said yes.
        said = '{"no_climbing": true, "fed_against_ground": false}'
        connection.execute(
            "UPDATE stations_station SET document = json_set(document, '$.choice', json(?)) WHERE id = 1",
            [said],
        )
        connection.commit()
        rows = connection.execute("SELECT count(*) FROM django_migrations").fetchone()
    server = Server(folder)
    try:
        assert [row["name"] for row in server.call("GET", "/api/stations")] == [
            "Brackenfell Mill",
            "Hollin Lane School",
            "Quarry Hedge",
        ]
        mill = server.call("GET", "/api/stations/1")
        assert (mill["version"], mill["document"]["notes"]) == (2, "After the storm")
        kept = [server.call("GET", f"/api/stations/{n}")["document"]["choice"] for n in (1, 2)]
        assert [(item["no_climbing"], item.get("fed_against_ground")) for item in kept] == [
            (True, None),
            (False, True),
        ]
        assert len(server.call("GET", "/api/stations/1/revisions")) == 1
        (sweep,) = server.call("GET", "/api/stations/1/sweeps")
        assert server.call("POST", f"/api/sweeps/{sweep['id']}/look", {})["reading"]["points"] == 21
        body = {"document": mill["document"], "mhz": 7.1}
        assert "leave the antenna" in server.call("POST", "/api/solve", body)["here"]["sentence"]
        log = server.call("GET", "/api/stations/1/log?low_mhz=1&high_mhz=60")["rows"]
        assert [row["kind"] for row in log].count("sweep") == 1
    finally:
        server.kill()
    with closing(sqlite3.connect(folder / "tithe.sqlite3")) as connection:
        others = "('auth', 'axes', 'contenttypes', 'sessions')"
        request = f"SELECT count(*) FROM django_migrations WHERE app NOT IN {others}"
        # The log, its kinds, the ends of sweeps, identities, keys, what is said of open line, practice,
        # people and whose each thing is came later.
        assert connection.execute(request).fetchone() == (rows[0] + 13,)
