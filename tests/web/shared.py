"""Tithe as it is served for several people, in tests."""

import json
from typing import Any
from urllib.parse import urlsplit

import pytest
from django.contrib.auth.models import User
from django.test import Client

from tithe.site.sharing import Sharing, middleware
from tithe.web.people import services

BACKEND = "django.contrib.auth.backends.ModelBackend"
NAMES = ("ann", "bea", "carl", "dora", "emil")
PASSWORD = "a long walk by the mill"


@pytest.fixture
def shared(settings: Any, db: None) -> None:
    """The settings as `tithe serve --shared` has them."""
    settings.SHARING = Sharing(("testserver",), False)
    settings.ROOT_URLCONF = "tithe.site.urls_shared"
    settings.MIDDLEWARE = middleware(shared=True)
    settings.AXES_ENABLED = True
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]


@pytest.fixture
def people(shared: None) -> dict[str, User]:
    """Five people; ann came first."""
    return {name: services.add(name, PASSWORD) for name in NAMES}


def logged_in(user: User) -> Client:
    """A browser of somebody who has logged in."""
    client = Client()
    client.force_login(user, backend=BACKEND)
    return client


def phone_for(client: Client, station: int) -> Client:
    """A phone that somebody signs in for a station, by a code that their own browser shows."""
    made = ask(client, "POST", f"/api/stations/{station}/phone").json()
    phone = Client()
    assert phone.post(urlsplit(made["address"]).path)["Location"] == f"/garden/{station}"
    return phone


def ask(client: Client, method: str, path: str, body: Any = None) -> Any:
    """A request as the page makes it."""
    sent = "" if body is None else json.dumps(body)
    data = {} if method == "GET" else {"data": sent, "content_type": "application/json"}
    return getattr(client, method.lower())(path, **data)


def told(response: Any) -> str:
    """All that an answer says, streamed or not."""
    if response.streaming:
        return b"".join(response.streaming_content).decode()
    return response.content.decode()
