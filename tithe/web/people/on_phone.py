"""How a phone finds this server: its address, and that as a square picture which a phone's camera reads."""

from __future__ import annotations

from collections.abc import Sequence
from urllib.parse import urlsplit

import segno
from django.conf import settings
from django.http import HttpRequest

from tithe.core.errors import require

_THIS_MACHINE = ("127.0.0.1", "localhost", "::1")


def address_for_phones(request: HttpRequest) -> str:
    """This server's address as asked for, or, where that is one of this machine alone, by the first of its
    names that is not. Raises `InputError` where there is none."""
    url = urlsplit(request.build_absolute_uri("/"))
    if url.hostname not in _THIS_MACHINE:
        return f"{url.scheme}://{url.netloc}"
    every: Sequence[str] = settings.SHARING.names if settings.SHARING else ()
    names = [name for name in every if name.strip("[]") not in _THIS_MACHINE]
    require(bool(names), "", "no-address-for-phones", names=list(every))
    return f"{url.scheme}://{names[0]}" + ("" if url.port is None else f":{url.port}")


def square(text: str) -> list[str]:
    """A text as a square picture, a row each, 1 where it is dark, without its margin."""
    return ["".join(str(int(dark)) for dark in row) for row in segno.make(text, micro=False).matrix]
