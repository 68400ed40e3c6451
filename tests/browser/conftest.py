"""The real page in headless Chromium, against a live server with the demo station."""

import pytest
from playwright.sync_api import expect

from tithe.core.warm import warm
from tithe.web.library.services import load_demos
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
    return {"executable_path": "/usr/bin/chromium", "args": CHROMIUM}


@pytest.fixture(scope="session")
def browser_context_args():
    return {"viewport": {"width": 1280, "height": 800}, "reduced_motion": "reduce"}


@pytest.fixture(autouse=True)
def seen_round(request, context):
    """The look round has been seen, but for the test of it."""
    if "fresh" not in request.keywords:
        context.add_init_script("localStorage.setItem('tithe.look-round', 'seen')")


@pytest.fixture
def base_url(live_server):
    return live_server.url


def first_station():
    """The address of the demo station."""
    return f"/stations/{Station.objects.order_by('pk').first().pk}"


@pytest.fixture
def mill_page(transactional_db, page, base_url):
    """The page open on the demo station; any script error fails the test."""
    load_demos()
    errors = []
    page.set_default_timeout(PATIENCE_MS)
    page.on("pageerror", lambda error: errors.append(str(error)))
    page.goto(f"{base_url}{first_station()}")
    page.get_by_test_id("verdict").wait_for()
    yield page
    assert errors == []
