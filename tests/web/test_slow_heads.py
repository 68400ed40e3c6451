"""A connection on which no request's head comes to an end is ended; one that is answered is not. Who does not
take an answer holds no thread for ever."""

import asyncio
import contextlib
import socket
import threading
import time

import pytest
import uvicorn

from tests.web.test_server_process import free_port
from tithe.site import many
from tithe.site.many import Impatient, Whole


async def slow_answer(scope, receive, send):
    await asyncio.sleep(1.0)
    await send({"type": "http.response.start", "status": 200, "headers": [(b"content-length", b"2")]})
    await send({"type": "http.response.body", "body": b"ok"})


@pytest.fixture
def port(monkeypatch):
    monkeypatch.setattr(Impatient, "head_s", 0.4)
    port = free_port()
    config = uvicorn.Config(
        Whole(slow_answer), port=port, http=Impatient, lifespan="off", log_level="critical"
    )
    server = uvicorn.Server(config)
    thread = threading.Thread(target=server.run)
    thread.start()
    while not server.started:
        time.sleep(0.02)
    yield port
    server.should_exit = True
    thread.join()


def test_who_takes_nothing_of_a_long_answer_is_given_up(monkeypatch):
    monkeypatch.setattr(many, "SLOWEST_S", 0.3)
    taken, ended = [], asyncio.Event()

    async def long_answer(scope, receive, send):
        for n in range(1000):
            await send({"type": "http.response.body", "body": b"x", "more_body": n < 999})
        ended.set()

    async def stuck(message):
        taken.append(message)
        await asyncio.sleep(3600)

    request = iter([{"type": "http.request", "body": b"", "more_body": False}])

    async def whole():
        for message in request:
            return message
        return await asyncio.sleep(3600, {"type": "http.disconnect"})  # stays connected first

    async def served():
        await asyncio.wait_for(Whole(long_answer)({"type": "http"}, whole, stuck), 20)

    asyncio.run(served())
    assert ended.is_set() and len(taken) == 1


HEAD = b"GET / HTTP/1.1\r\nHost: localhost\r\n\r\n"


def test_who_never_ends_a_head_is_let_go_and_who_waits_for_an_answer_gets_it(port):
    def connected():
        item = socket.create_connection(("127.0.0.1", port), 5)
        item.settimeout(5)
        return item

    with connected() as silent, connected() as dripping, connected() as asking:
        asking.sendall(HEAD)
        for n in range(6):
            try:
                dripping.sendall(HEAD[n : n + 1])  # never as much as a head
            except OSError:
                break
            time.sleep(0.15)
        assert silent.recv(10) == b""
        with contextlib.suppress(ConnectionResetError):
            assert dripping.recv(10) == b""
        said = b""
        while not said.endswith(b"ok"):
            said += asking.recv(1000)
        assert said.startswith(b"HTTP/1.1 200")
        # On the same connection a second half of a head does not wait for ever either.
        asking.sendall(HEAD[:10])
        assert asking.recv(10) == b""
