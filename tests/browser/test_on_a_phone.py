"""From the room's screen to a phone, and out again: three browsers at a shared server."""

import signal

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import PATIENCE_MS, SEEN_ROUND
from tests.browser.looking import until
from tests.browser.test_the_garden import IN_POCKET, SIZE, show
from tests.forked import Forked
from tests.web.test_server_process import begin, free_port
from tests.web.test_shared_process import PASSWORD, reach, tithe


@pytest.fixture
def base_url():
    """The test's server is one of its own."""
    return "about:blank"


@pytest.fixture
def shared(tmp_path):
    """The address of a shared server with the demo stations, which are ann's."""
    data, port = begin(tmp_path / "data"), free_port()
    assert tithe(data, "user", "add", "ann", said=f"{PASSWORD}\n").returncode == 0
    words = ["serve", "--shared", "--name", "garden.localhost", "--address", "127.0.0.1", "--port", port]
    process = Forked(words, data)
    process.stdout.readline()
    reach(port)
    yield f"http://garden.localhost:{port}"
    process.send_signal(signal.SIGTERM)
    assert process.wait(20) == 0
    process.stdout.close()


def log_in(page, address):
    page.set_default_timeout(PATIENCE_MS)
    page.goto(address)
    page.get_by_label("Name").fill("ann")
    page.get_by_label("Password").fill(PASSWORD)
    page.get_by_role("button", name="Log in").click()


def code(room):
    room.get_by_role("button", name="On a phone").click()
    expect(room.get_by_role("img", name="A code for your phone’s camera")).to_be_visible()
    room.get_by_text("Without a camera").click()
    address = room.get_by_role("dialog").get_by_role("status").inner_text()
    room.keyboard.press("Escape")
    return address


def test_a_phone_is_signed_in_by_a_picture_keeps_what_is_typed_and_is_signed_out(browser, shared):
    at_home = browser.new_context(viewport={"width": 1280, "height": 800})
    at_home.add_init_script(SEEN_ROUND)
    room = at_home.new_page()
    log_in(room, shared)
    room.goto(f"{shared}/stations/1")
    room.get_by_test_id("verdict").wait_for()
    first = code(room)
    pocket = browser.new_context(viewport=SIZE, has_touch=True, is_mobile=True)
    phone = pocket.new_page()
    phone.set_default_timeout(PATIENCE_MS)
    phone.goto(first)
    phone.get_by_role("button", name="Open it here").click()
    phone.get_by_test_id("trim-verdict").wait_for()
    until(phone, IN_POCKET)

    pocket.set_offline(True)
    show(phone, "Reading")
    phone.get_by_role("textbox", name="SWR", exact=True).fill("1.8")
    phone.get_by_role("button", name="Keep the reading").click()
    waiting = phone.get_by_role("region", name="Not sent yet")
    expect(waiting).to_contain_text("1 not sent yet")
    # In the room the phone is signed out: it keeps what was typed there, and shows nothing of the station.
    room.goto(f"{shared}/account")
    room.get_by_role("listitem").filter(has_text="for one station").get_by_role("button").click()
    pocket.set_offline(False)
    expect(phone.get_by_text("not signed in any more")).to_be_visible(timeout=30_000)
    expect(waiting).to_contain_text("SWR 1.8")
    expect(phone.get_by_role("heading", level=1)).to_have_text("Tithe")
    phone.reload()
    expect(phone.get_by_role("heading", level=1)).to_have_text("Log in to Tithe")
    until(phone, "caches.has('tithe-garden').then((there) => !there)")
    phone.goto(first)
    expect(phone.get_by_text("This code is not good any more")).to_be_visible()

    room.goto(f"{shared}/stations/1")
    room.get_by_test_id("verdict").wait_for()
    phone.goto(code(room))
    phone.get_by_role("button", name="Open it here").click()
    show(phone, "Reading")
    expect(phone.get_by_text("✓ The radio, 3.65 MHz: SWR 1.8")).to_be_visible()
    rows = room.evaluate("fetch('/api/stations/1/log?kind=reading').then((answer) => answer.json())")["rows"]
    assert [row["body"].get("swr") for row in rows].count(1.8) == 1
    pocket.close()
    at_home.close()
