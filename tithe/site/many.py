"""Serve several people: TLS, slow and large requests kept from the threads, and word of who has gone."""

from __future__ import annotations

import asyncio
import threading
from collections.abc import Awaitable, Callable, MutableMapping
from typing import Any, cast

import uvicorn
from a2wsgi import WSGIMiddleware
from django.core.wsgi import get_wsgi_application
from uvicorn.protocols.http.h11_impl import H11Protocol

from tithe.site.folder import StartError
from tithe.site.gate import THREADS
from tithe.site.guard import MOST_FILE
from tithe.site.sharing import Listening

Message = MutableMapping[str, Any]
Receive = Callable[[], Awaitable[Message]]
Send = Callable[[Message], Awaitable[None]]
SLOWEST_S = 60.0
"""So long a request's body may take to arrive, and a piece of an answer to be taken."""
GONE = "tithe.gone"
_MOST_AT_ONCE, _IDLE_S, _STOP_S = 400, 20, 5


class Whole:
    """Hands a request on once it is there in one piece, and knows when its sender has gone."""

    def __init__(self, app: Any) -> None:
        self.app = app

    async def __call__(self, scope: Message, receive: Receive, send: Send) -> None:
        """Answer, refuse with 408 or 413, or forget a request whose sender has gone."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        try:
            body = await asyncio.wait_for(_body(receive), SLOWEST_S)
        except TimeoutError:
            await _refuse(send, 408, "The request took too long to arrive.")
            return
        except OverflowError:
            await _refuse(send, 413, f"The request is larger than {MOST_FILE // 1_000_000} MB.")
            return
        except asyncio.CancelledError:
            return  # the server stops, and what has not come will not be answered
        if body is None:
            return
        gone = threading.Event()
        watching = asyncio.create_task(_watch(receive, gone))
        handed = {**scope, GONE: gone.is_set}
        try:
            await self.app(handed, _once(body), _patient(send, gone))
        finally:
            watching.cancel()


async def _body(receive: Receive) -> bytes | None:
    pieces, size = [], 0
    while True:
        message = await receive()
        if message["type"] == "http.disconnect":
            return None
        piece = message.get("body", b"")
        size += len(piece)
        if size > MOST_FILE:
            raise OverflowError
        pieces.append(piece)
        if not message.get("more_body", False):
            return b"".join(pieces)


async def _watch(receive: Receive, gone: threading.Event) -> None:
    while (await receive())["type"] != "http.disconnect":
        pass
    gone.set()


def _patient(send: Send, gone: threading.Event) -> Send:
    """Gives up on whoever does not take a piece of an answer for long: nobody computes on for them."""

    async def patient(message: Message) -> None:
        if gone.is_set():
            return
        try:
            await asyncio.wait_for(send(message), SLOWEST_S)
        except TimeoutError:
            gone.set()

    return patient


def _once(body: bytes) -> Receive:
    async def receive() -> Message:
        return {"type": "http.request", "body": body, "more_body": False}

    return receive


async def _refuse(send: Send, status: int, said: str) -> None:
    headers = [(b"content-type", b"text/plain; charset=utf-8"), (b"connection", b"close")]
    await send({"type": "http.response.start", "status": status, "headers": headers})
    await send({"type": "http.response.body", "body": said.encode()})


class Impatient(H11Protocol):
    """Ends a connection on which no request's head comes to an end."""

    head_s = 20.0
    _ends: asyncio.TimerHandle | None = None

    def connection_made(self, transport: asyncio.Transport) -> None:  # type: ignore[override]
        """Somebody is there."""
        super().connection_made(transport)
        self._look()

    def data_received(self, data: bytes) -> None:
        """A piece of a request."""
        super().data_received(data)
        self._look()

    def connection_lost(self, exc: Exception | None) -> None:
        """They have gone."""
        self._calm()
        super().connection_lost(exc)

    def _look(self) -> None:
        cycle = self.cycle
        if cycle is not None and not cycle.response_complete:
            self._calm()
        elif self._ends is None:
            self._ends = self.loop.call_later(self.head_s, self._too_slow)

    def _calm(self) -> None:
        if self._ends is not None:
            self._ends.cancel()
            self._ends = None

    def _too_slow(self) -> None:
        self._ends = None
        if self.cycle is None or self.cycle.response_complete:
            self.transport.close()


def serve_many(at: Listening) -> None:
    """Listen until told to stop. Raises `StartError`."""
    config = uvicorn.Config(
        Whole(WSGIMiddleware(cast(Any, get_wsgi_application()), workers=THREADS)),
        host=at.address,
        port=at.port,
        http=Impatient,
        ssl_certfile=at.certificate,
        ssl_keyfile=at.key,
        proxy_headers=at.proxy,
        forwarded_allow_ips="127.0.0.1,::1" if at.proxy else "",
        server_header=False,
        log_level="critical",
        access_log=False,
        lifespan="off",
        limit_concurrency=_MOST_AT_ONCE,
        timeout_keep_alive=_IDLE_S,
        timeout_graceful_shutdown=_STOP_S,
        h11_max_incomplete_event_size=32_768,
    )
    try:
        config.load()
    except OSError as error:
        raise StartError(f"{at.certificate} and {at.key} cannot be used: {error}.") from None
    server = uvicorn.Server(config)
    try:
        server.run()
    except SystemExit as ended:
        if ended.code:
            raise StartError(f"{at.address}, port {at.port}, cannot be listened on: is it in use?") from None
