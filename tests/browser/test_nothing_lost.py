"""A server that hangs, goes, or serves another folder; a browser that keeps nothing; equal names: nothing
typed is lost, and nothing of before is shown as of now."""

import json
import os
import re
import signal
from pathlib import Path

import pytest
from playwright.sync_api import expect

from tests import full
from tests.browser.conftest import PATIENCE_MS, SEEN_ROUND
from tests.web.test_server_process import Server

VIEWS = ("ledger", "antenna", "sweep", "tuner", "bench", "choose", "arrangements", "questions", "bands",
         "log", "history", "report")  # fmt: skip


@pytest.fixture
def server(tmp_path):
    server = Server(tmp_path / "data")
    yield server
    if server.process.poll() is None:
        server.kill()


@pytest.fixture
def base_url():
    """Each test has a server of its own."""
    return "about:blank"


@pytest.fixture
def context(new_context):
    """And a browser that has been nowhere else."""
    context = new_context()
    context.add_init_script(SEEN_ROUND)
    return context


def watched(page):
    errors = []
    page.set_default_timeout(PATIENCE_MS)
    page.on("pageerror", lambda error: errors.append(str(error)))
    return errors


def opened(page, server):
    page.goto(f"http://127.0.0.1:{server.port}/stations/1/ledger")
    page.get_by_test_id("verdict").wait_for()


def test_figures_of_before_say_so_while_the_server_hangs_and_when_it_has_gone(server, page):
    errors = watched(page)
    opened(page, server)
    os.kill(server.process.pid, signal.SIGSTOP)
    page.get_by_role("button", name="20 m").first.click()
    stale = page.get_by_test_id("stale")
    expect(stale).to_contain_text("Computing … The figures shown are from before, at 7.1 MHz.")
    stale.get_by_role("button", name="Give up").click()
    expect(stale).to_contain_text("This was stopped. The figures shown are from before, at 7.1 MHz.")
    os.kill(server.process.pid, signal.SIGCONT)
    stale.get_by_role("button", name="Compute now").click()
    expect(page.get_by_test_id("verdict")).to_contain_text("On 20 m")
    expect(stale).to_have_count(0)
    server.kill()
    page.get_by_role("button", name="40 m").first.click()
    expect(stale).to_contain_text(re.compile("does not answer.*from before, at 14.175 MHz"))
    expect(page.get_by_text("From before:")).to_be_visible()
    again = Server(server.data, server.port)
    expect(stale).to_have_count(0, timeout=15_000)  # it is asked again by itself
    expect(page.get_by_test_id("verdict")).to_contain_text("On 40 m")
    again.kill()
    assert errors == []


def test_what_was_typed_in_vain_is_offered_again_and_never_goes_to_another_folder(server, page, context):
    errors = watched(page)
    opened(page, server)
    server.kill()
    page.get_by_label("Name of the station").fill("Typed in vain")
    expect(page.get_by_test_id("save-state")).to_contain_text("Not saved")
    with page.expect_download() as download:
        page.get_by_role("button", name="Take its file with you").click()
    assert json.loads(Path(download.value.path()).read_text())["name"] == "Typed in vain"
    page.close()

    other = Server(server.data.parent / "other", server.port, fresh=True)
    page = context.new_page()
    errors += watched(page)
    opened(page, other)
    expect(page.get_by_label("Name of the station")).to_have_value("Brackenfell Mill")
    expect(page.get_by_role("region", name="Left unsaved")).to_have_count(0)
    other.kill()

    back = Server(server.data, server.port)
    page.get_by_label("Name of the station").fill("For the other folder")
    expect(page.get_by_test_id("save-state")).to_contain_text("another data folder")
    expect(page.get_by_role("button", name="load the page anew")).to_be_visible()
    opened(page, back)
    left = page.get_by_role("region", name="Left unsaved")
    expect(left).to_contain_text("Typed in vain")
    assert back.call("GET", "/api/stations/1")["name"] == "Brackenfell Mill"
    left.get_by_role("button", name="Take it over").click()
    expect(page.get_by_test_id("save-state")).to_have_text("Saved")
    expect(left).to_have_count(0)
    assert back.call("GET", "/api/stations/1")["name"] == "Typed in vain"
    opened(page, back)
    expect(left).to_have_count(0)
    back.kill()
    assert errors == []


def test_a_browser_that_keeps_nothing_shows_the_page_and_says_so(server, page):
    errors = watched(page)
    page.add_init_script(
        """const closed = { get() { throw new DOMException('no', 'SecurityError'); } };
           for (const name of ['localStorage', 'sessionStorage', 'indexedDB'])
             Object.defineProperty(window, name, closed);"""
    )
    opened(page, server)
    expect(page.get_by_text("This browser keeps nothing for this page.")).to_be_visible()
    page.get_by_label("Name of the station").fill("Kept all the same")
    expect(page.get_by_test_id("save-state")).to_have_text("Saved")
    page.goto(f"http://127.0.0.1:{server.port}/stations/1/bench")
    page.get_by_role("region", name="Readings", exact=True).wait_for()
    assert server.call("GET", "/api/stations/1")["name"] == "Kept all the same"
    assert errors == []


def test_equal_names_of_lines_and_bands_break_no_view(server, page, mill):
    errors = watched(page)
    page.on("console", lambda said: errors.append(said.text) if said.type == "error" else None)
    for part in mill["chain"]:
        if part["kind"] == "line":
            part["label"] = "RG-213"
    bands = server.call("GET", "/api/stations/1")["document"]["bands"]
    bands[1]["name"] = bands[0]["name"]
    key = server.call("POST", "/api/stations", mill | {"bands": bands})["id"]
    for day in ("2025-05-01", "2026-05-01"):
        read = {"mhz": 21.225, "at": "antenna side", "forward_w": 142.0, "reflected_w": 56.0, "date": day}
        server.call("POST", f"/api/stations/{key}/log", {"reading": read})
    for view in full.of(VIEWS[::3], VIEWS):
        page.goto(f"http://127.0.0.1:{server.port}/stations/{key}/{view}")
        page.get_by_role("navigation", name="Views").wait_for()
        page.wait_for_load_state("networkidle")
        expect(page.get_by_text("could not be shown")).to_have_count(0)
        assert errors == [], view
    page.goto(f"http://127.0.0.1:{server.port}/stations/{key}/log")
    expect(page.get_by_test_id("log-verdict")).to_be_visible()
    over_time = page.get_by_label("Over time").locator("option")
    expect(over_time.filter(has_text="RG-213 (part")).to_have_count(1)
