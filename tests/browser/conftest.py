"""The real page in headless Chromium, against a live server with the demo station."""

import contextlib

import pytest
from playwright.sync_api import Error, expect

from tests.next_steps import NothingToDo
from tithe.core.warm import warm
from tithe.web.library import api as library
from tithe.web.library.services import create
from tithe.web.stations import demo
from tithe.web.stations.models import Station

CHROMIUM = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
    "--disable-background-networking", "--disable-component-update", "--disable-sync",
]  # fmt: skip


PATIENCE_MS = 20_000
"""A wait ends with what is waited for; a busy machine is no fault of the page."""
expect.set_options(timeout=PATIENCE_MS)


@pytest.fixture(scope="session", autouse=True)
def kernels():
    """Loaded before a page waits for its first answer, as a server that has run for a while has them."""
    warm()


@pytest.fixture(scope="session")
def browser_type_launch_args():
    return {"executable_path": "/usr/bin/chromium-headless-shell", "args": CHROMIUM}


@pytest.fixture(scope="session")
def browser_context_args():
    return {"viewport": {"width": 1280, "height": 800}, "reduced_motion": "reduce"}


SEEN_ROUND = "localStorage.setItem('tithe.look-round', 'seen')"


@pytest.fixture(scope="session")
def visited(browser, browser_context_args):
    """A browser that has been here: the page's files are kept, and the look round has been seen."""
    context = browser.new_context(**browser_context_args)
    context.add_init_script(SEEN_ROUND)
    yield context
    context.close()


@pytest.fixture
def context(request, new_context, visited):
    """The one that has been here, left empty by each test but for the page's files; one of its own for a
    test marked ``fresh``, which begins with the look round, and for another kind of screen."""
    if request.node.get_closest_marker("fresh"):
        yield new_context()
        return
    if request.node.get_closest_marker("browser_context_args"):
        context = new_context()
        context.add_init_script(SEEN_ROUND)
        yield context
        return
    yield visited
    for page in visited.pages:
        # Of what is cleared the next page may hear when it has begun: the look round stays seen.
        with contextlib.suppress(Error):  # where a page shows no document of ours
            page.evaluate(f"localStorage.clear(); {SEEN_ROUND}")
        page.close()


@pytest.fixture
def base_url(live_server):
    return live_server.url


@pytest.fixture
def nothing_next():
    """What comes next is asked for real by the test that is about it. (A route in the browser would have it
    fetch every file of the page anew.)"""
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(library, "ToDo", NothingToDo)
        yield patch


def first_station():
    """The address of the demo station."""
    return f"/stations/{Station.objects.order_by('pk').first().pk}"


@pytest.fixture
def mill_page(transactional_db, page, base_url, nothing_next):
    """The page open on the demo station, to which nothing has happened yet; any script error fails the
    test."""
    for slug in demo.DEMOS:
        create(demo.start(slug))
    errors = []
    page.set_default_timeout(PATIENCE_MS)
    page.on("pageerror", lambda error: errors.append(str(error)))
    page.goto(f"{base_url}{first_station()}")
    page.get_by_test_id("verdict").wait_for()
    yield page
    assert errors == []
