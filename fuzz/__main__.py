"""`python -m fuzz [--requests N] [--seed S]`: a server of its own on a folder of its own, asked whatever its
schema allows and some that it does not. Ends with 1 where anything was answered with 500 or more (503 of a
busy server apart), took longer than it may each time, or left the memory fuller than it may be."""

from __future__ import annotations

import argparse
import http.client
import json
import os
import signal
import sys
import tempfile
import threading
import time
from collections import Counter
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

from fuzz.requests import Asked, requests

CLIENTS = 1
"""One after another: what is measured is how long each takes, not how long it waits for the others."""
MOST_S, MOST_MORE_MB = 20.0, 300.0
_TRIES_S = 60.0
KEYS = 6
KEPT, AGAIN = 12, 3
"""How many of the slowest are kept, and how often those that took too long are asked again: a machine that
others share stands still now and then."""
_TIDY_EVERY, _LEFT = 500, 20


@dataclass
class Tally:
    """What came back so far."""

    statuses: Counter[int] = field(default_factory=Counter)
    slowest: list[tuple[float, Asked]] = field(default_factory=list)
    broken: list[str] = field(default_factory=list)
    lock: threading.Lock = field(default_factory=threading.Lock)

    def note(self, request: Asked, status: int, took_s: float, said: bytes) -> None:
        """One answer."""
        with self.lock:
            self.statuses[status] += 1
            self.slowest = sorted([*self.slowest, (took_s, request)], key=lambda item: -item[0])[:KEPT]
            fault = b"in Tithe itself" in said  # a stream has begun with 200 when something goes wrong in it
            busy = status == 503 and b"Tithe is busy" in said
            if fault or (status >= 500 and not busy):
                sent = (request.body or b"")[:2000]
                self.broken.append(f"{status} {request.method} {request.path[:300]} {sent!r} {said[:300]!r}")
                print(self.broken[-1], flush=True)  # at once: a run takes an hour


def main() -> int:
    """Run it; the exit status."""
    parser = argparse.ArgumentParser(prog="fuzz", description=__doc__)
    parser.add_argument("--requests", type=int, default=100_000)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--keep", type=Path, help="where to write what broke it")
    args = parser.parse_args()
    from tests.web.test_server_process import Server

    signal.signal(signal.SIGTERM, lambda *_: sys.exit(1))  # its server ends with it

    with tempfile.TemporaryDirectory() as folder:
        server = Server(Path(folder) / "data")
        try:
            return _run(server, args)
        finally:
            server.kill()


def _run(server: Any, args: argparse.Namespace) -> int:
    schema = _schema()
    rows = server.call("GET", "/api/stations")
    documents = [server.call("GET", f"/api/stations/{row['id']}")["document"] for row in rows]
    for document in documents:  # what is only made at the first question is made
        server.call("POST", "/api/solve", {"document": document, "mhz": 7.1})
    before = _memory_mb(server.process.pid)
    tally, share, start = Tally(), args.requests // CLIENTS, time.perf_counter()
    clients = [
        threading.Thread(
            target=_client,
            args=(server.port, tally, requests(schema, documents, args.seed + n, KEYS), share),
        )
        for n in range(CLIENTS)
    ]
    for client in clients:
        client.start()
    while any(client.is_alive() for client in clients):
        time.sleep(10)
        most = _memory_mb(server.process.pid)
        print(
            f"{sum(tally.statuses.values())} in {time.perf_counter() - start:.0f} s, {most:.0f} MB, "
            f"slowest {tally.slowest[0][0]:.1f} s {tally.slowest[0][1].operation}, "
            f"broken: {len(tally.broken)}",
            flush=True,
        )
    time.sleep(3)
    after = _memory_mb(server.process.pid)
    print("statuses:", dict(sorted(tally.statuses.items())))
    print("slowest:", *(f"{took:.1f} s {item.operation};" for took, item in tally.slowest))
    late = [(item, _again(server.port, item)) for took, item in tally.slowest if took > MOST_S]
    for item, took in late:
        print(f"asked again alone, {item.operation} took {took:.1f} s")
    print(
        f"memory: {before:.0f} MB before, {after:.0f} MB after, {_peak_mb(server.process.pid):.0f} MB at most"
    )
    if args.keep:
        args.keep.write_text("\n".join(tally.broken), "utf-8")
    wrong = bool(tally.broken) or any(took > MOST_S for _, took in late) or after - before > MOST_MORE_MB
    return int(wrong)


def _client(port: int, tally: Tally, drawn: Any, count: int) -> None:
    connection = http.client.HTTPConnection("127.0.0.1", port, timeout=_TRIES_S)
    for n in range(count):
        request = next(drawn)
        start = time.perf_counter()
        try:
            connection.request(
                request.method, request.path, request.body, {"Content-Type": "application/json"}
            )
            response = connection.getresponse()
            status, said = response.status, response.read()
        except (OSError, http.client.HTTPException) as error:
            status, said = 599, repr(error).encode()
            connection.close()
        tally.note(request, status, time.perf_counter() - start, said)
        if n % _TIDY_EVERY == _TIDY_EVERY - 1:
            _tidy(connection)


def _again(port: int, request: Asked) -> float:
    """How long it takes at the best when it is asked again."""
    connection = http.client.HTTPConnection("127.0.0.1", port, timeout=_TRIES_S)
    times = []
    for _ in range(AGAIN):
        start = time.perf_counter()
        connection.request(request.method, request.path, request.body, {"Content-Type": "application/json"})
        connection.getresponse().read()
        times.append(time.perf_counter() - start)
    return min(times)


def _tidy(connection: http.client.HTTPConnection) -> None:
    """Clear out, as a user would: with thousands of lines of one's own and of stations each question about
    them takes longer, and the run would be of little else."""
    for path, among in (("/api/shelf", "own"), ("/api/stations", "")):
        connection.request("GET", path)
        answer = json.loads(connection.getresponse().read())
        address = "/api/shelf/own/{}" if among else "/api/stations/{}"
        for row in (answer[among] if among else answer)[_LEFT:]:
            connection.request("DELETE", address.format(row["id"]))
            connection.getresponse().read()


def _schema() -> dict[str, Any]:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "tithe.site.settings")
    import django

    django.setup()
    from tithe.site.generate import openapi_text

    return dict(json.loads(openapi_text()))


def _memory_mb(pid: int) -> float:
    return _field_mb(pid, "VmRSS")


def _peak_mb(pid: int) -> float:
    return _field_mb(pid, "VmHWM")


def _field_mb(pid: int, name: str) -> float:
    lines = Path(f"/proc/{pid}/status").read_text("ascii").splitlines()
    return next(float(line.split()[1]) / 1000 for line in lines if line.startswith(name))


if __name__ == "__main__":
    sys.exit(main())
