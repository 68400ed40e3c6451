"""The small page on a phone outside, with a connection that comes and goes."""

import re

import pytest
from playwright.sync_api import expect

from tests import full
from tests.browser.conftest import PATIENCE_MS
from tests.browser.looking import accessible, until
from tests.web.test_server_process import Server

SIZE = {"width": 390, "height": 844}
IN_POCKET = "caches.open('tithe-garden').then((kept) => kept.match('/garden')).then((page) => !!page)"


@pytest.fixture(scope="module")
def server(tmp_path_factory):
    server = Server(tmp_path_factory.mktemp("garden") / "data")
    yield server
    server.kill()


@pytest.fixture
def base_url():
    """The test's server is one of its own."""
    return "about:blank"


@pytest.fixture
def phone(browser, server):
    context = browser.new_context(viewport=SIZE, has_touch=True, is_mobile=True, reduced_motion="reduce")
    page, errors = context.new_page(), []
    page.set_default_timeout(PATIENCE_MS)
    page.on("pageerror", lambda error: errors.append(str(error)))
    page.goto(f"http://127.0.0.1:{server.port}/garden/1")
    page.get_by_test_id("trim-verdict").wait_for()
    expect(page.get_by_text(re.compile(r"Connected, as of [\d:]+$"))).to_be_visible()  # and all is computed
    yield page
    context.close()
    assert errors == []


def show(page, name):
    page.get_by_role("link", name=name, exact=True).click()


def test_what_is_typed_without_a_connection_is_kept_and_sent_once(phone, server):
    context = phone.context
    readings = len(server.call("GET", "/api/stations/1/log?kind=reading")["rows"])
    steps = [row for row in server.call("GET", "/api/stations/1/sweeps") if row["trim"]]
    until(phone, IN_POCKET)
    context.set_offline(True)
    show(phone, "Reading")
    phone.get_by_role("radio", name="antenna side").check()
    phone.get_by_label("Frequency, MHz").fill("7,1")
    phone.get_by_label("Forward, W").fill("80")
    phone.get_by_label("Reflected, W").fill("5")
    phone.get_by_role("button", name="Keep the reading").click()
    phone.get_by_label("Forward, W").fill("79")  # and another one, half typed
    show(phone, "Trim")
    phone.get_by_role("radio", name="Cut shorter").check()
    phone.get_by_label("Each side by, cm").fill("5")
    for n, (mhz, swr) in enumerate((("7.0", "2.1"), ("7.15", "1.4"), ("7.3", "2.2")), start=1):
        phone.get_by_label(f"MHz of point {n}").fill(mhz)
        phone.get_by_label(f"SWR of point {n}").fill(swr)
    phone.get_by_role("button", name="Keep these points as a step").click()
    waiting = phone.get_by_role("region", name="Not sent yet")
    expect(waiting).to_contain_text("2 not sent yet")
    expect(phone.get_by_text("A step waits")).to_be_visible()
    phone.close()

    # The phone has put the page away; it is opened again where there is no connection.
    phone = context.new_page()
    phone.set_default_timeout(PATIENCE_MS)
    phone.goto(f"http://127.0.0.1:{server.port}/garden")
    expect(phone.get_by_role("heading", level=1)).to_have_text("Brackenfell Mill")
    expect(phone.get_by_text("No connection. What is shown is of")).to_be_visible()
    waiting = phone.get_by_role("region", name="Not sent yet")
    expect(waiting).to_contain_text("antenna side, 7,1 MHz: 80 W forward, 5 W reflected")
    show(phone, "Reading")
    expect(phone.get_by_label("Forward, W")).to_have_value("79")
    show(phone, "Dials")
    expect(phone.get_by_text("room tuner")).to_be_visible()

    # It comes back, and the answer to what is sent first is lost on its way.
    lost: list[int] = []

    def lose_the_answer(route):
        if lost:
            return route.continue_()
        lost.append(route.fetch().status)
        return route.abort()

    phone.route(re.compile("/api/stations/1/log$"), lose_the_answer)
    context.set_offline(False)
    expect(waiting).to_have_count(0, timeout=30_000)
    assert lost == [201]
    now = server.call("GET", "/api/stations/1/log?kind=reading")["rows"]
    assert len(now) == readings + 1
    after = [row for row in server.call("GET", "/api/stations/1/sweeps") if row["trim"]]
    assert len(after) == len(steps) + 1 and after[-1]["change_m"] == -0.05
    show(phone, "Trim")
    expect(phone.get_by_text("5 cm a side shorter")).to_be_visible()
    phone.get_by_role("button", name="The last step does not count").click()
    expect(phone.get_by_text("5 cm a side shorter", exact=True)).to_have_count(0)


def test_what_is_refused_stays_with_the_reason_and_can_be_put_right(phone, server):
    show(phone, "Reading")
    phone.get_by_role("radio", name="radio side").check()
    phone.get_by_label("or SWR").fill("0.5")
    phone.get_by_role("button", name="Keep the reading").click()
    waiting = phone.get_by_role("region", name="Not sent yet")
    expect(waiting.get_by_role("alert")).to_contain_text("Not taken")
    waiting.get_by_role("button", name="Put it right").click()
    expect(phone.get_by_label("or SWR")).to_have_value("0.5")
    phone.get_by_label("or SWR").fill("1.5")
    phone.get_by_role("button", name="Keep the reading").click()
    expect(phone.get_by_text("✓ radio side")).to_be_visible()
    expect(waiting).to_have_count(0)


def test_every_side_of_it_is_for_everybody(phone):
    expect(phone.locator("body")).to_have_css("font-size", "18px")  # to be read at arm's length
    expect(phone.locator("html")).to_have_css("background-color", "oklch(1 0 0)")  # in sunlight
    expect(phone.get_by_role("radio").first).to_have_css("box-shadow", "none")  # a field's line is a field's
    expect(phone.get_by_label("MHz").first).to_have_css("font-size", "20px")  # larger than what stands around
    for other in ("Dark, for the night", "Light, for sunlight")[: full.of(1, 2)]:
        for name in ("Trim", "Reading", "Dials", "Sweep"):
            show(phone, name)
            accessible(phone)
            phone.set_viewport_size(SIZE)
        phone.get_by_role("button", name=other).click()
