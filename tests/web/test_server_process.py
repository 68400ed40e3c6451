"""The real server as a process: it keeps what it acknowledged, even when it is killed."""

import atexit
import json
import os
import shutil
import signal
import socket
import stat
import subprocess
import sys
import tempfile
import threading
import time
import urllib.error
import urllib.request
from functools import cache
from pathlib import Path

import pytest

from tests.forked import Forked


def free_port():
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return probe.getsockname()[1]


@cache
def _begun():
    """A data folder as the first start of the demos leaves it."""
    data = Path(tempfile.mkdtemp()) / "data"
    atexit.register(shutil.rmtree, data.parent)
    Server(data, fresh=True).kill()
    return data


def begin(data):
    """A data folder as it stands after a first start with the demos, that was killed."""
    shutil.copytree(_begun(), data, dirs_exist_ok=True)
    return data


def begun(words, data):
    """Tithe's own command as a process of its own from the beginning."""
    command = [sys.executable, "-m", "tithe.site.cli", *words]
    return subprocess.Popen(
        command, env=os.environ | {"TITHE_DATA": str(data)}, stdout=subprocess.PIPE, text=True
    )


class Server:
    """A server on a data folder of its own, which has been served before unless it is to be ``fresh``;
    without a ``fork`` it is begun as its users begin it."""

    def __init__(self, data, port=0, *, fresh=False, fork=True):
        self.port, self.data = port or free_port(), data
        if not fresh and not (data / "tithe.sqlite3").exists():
            begin(data)
        words = ["demo", "--port", str(self.port)]
        self.process = Forked(words, data) if fork else begun(words, data)
        self.greeting = self.process.stdout.readline()

    def call(self, method, path, body=None):
        data = None if body is None else json.dumps(body).encode()
        request = urllib.request.Request(f"http://127.0.0.1:{self.port}{path}", data, method=method)
        request.add_header("Content-Type", "application/json")
        with urllib.request.urlopen(request, timeout=20) as response:
            return json.loads(response.read())

    def kill(self):
        self.process.send_signal(signal.SIGKILL)
        self.process.wait()
        self.process.stdout.close()


@pytest.fixture
def folder(tmp_path):
    return tmp_path / "data"


def test_killed_in_a_burst_of_edits_the_last_acknowledged_save_is_there_whole(folder):
    server = Server(folder, fresh=True, fork=False)
    assert server.greeting == f"Tithe is served at http://127.0.0.1:{server.port}/\n"
    assert stat.S_IMODE((folder / "secret-key").stat().st_mode) == 0o600
    kept = server.call("GET", "/api/stations/1")
    acknowledged = []

    def burst():
        version = kept["version"]
        for number in range(10_000):
            document = kept["document"] | {"notes": f"edit {number} " + "x" * 5000}
            try:
                body = {"version": version, "document": document}
                version = server.call("PUT", "/api/stations/1", body)["version"]
            except (OSError, urllib.error.URLError, json.JSONDecodeError):
                return
            acknowledged.append((version, document["notes"]))

    thread = threading.Thread(target=burst)
    thread.start()
    while len(acknowledged) < 15:
        time.sleep(0.01)
    server.kill()
    thread.join()
    again = Server(folder)
    try:
        result = again.call("GET", "/api/stations/1")
        version, notes = acknowledged[-1]
        # One save more may have been committed without its acknowledgement arriving.
        assert result["version"] in (version, version + 1)
        if result["version"] == version:
            assert result["document"]["notes"] == notes
        assert result["document"]["notes"].endswith("x" * 5000)
        assert len(again.call("GET", "/api/stations/1/revisions")) == result["version"] - 1
    finally:
        again.kill()
