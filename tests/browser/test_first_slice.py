"""Journeys through the real page with the demo station."""

import re
import statistics

import pytest
from playwright.sync_api import expect

from tests import full
from tests.browser.looking import for_everybody
from tests.web.test_server_process import Server

pytestmark = pytest.mark.django_db(transaction=True)


def watts_in(sentence):
    return float(re.search(r"([\d.]+) of \d+ W leave", sentence).group(1))


def saved(page):
    expect(page.get_by_test_id("save-state")).to_have_text("Saved", timeout=5000)


def test_a_longer_run_is_read_in_the_sentence_and_survives_a_reload(mill_page):
    verdict = mill_page.get_by_test_id("verdict")
    before = watts_in(verdict.inner_text())
    mill_page.get_by_role("button", name="run to the mast", exact=True).first.click()
    mill_page.get_by_label("Length", exact=True).first.fill("90")
    expect(verdict).not_to_have_text(re.compile(f"{before:g} of 100"))
    after = watts_in(verdict.inner_text())
    assert after < before - 5
    saved(mill_page)
    mill_page.reload()
    expect(verdict).to_contain_text(f"{after:g} of 100 W")
    mill_page.get_by_label("Type").select_option(label="Foam hardline 7/8 in")
    expect(verdict).not_to_contain_text(f"{after:g} of 100 W")
    assert watts_in(verdict.inner_text()) > after


def test_bypass_power_band_and_undo(mill_page):
    verdict = mill_page.get_by_test_id("verdict")
    rail = mill_page.get_by_role("navigation", name="Bands")
    rail.get_by_role("button", name="80 m").click()
    expect(verdict).to_contain_text("On 80 m")
    first = verdict.inner_text()
    mill_page.get_by_role("button", name="room tuner", exact=True).first.click()
    mill_page.get_by_text("Bypass", exact=True).click()
    expect(verdict).to_contain_text("protection")
    mill_page.get_by_role("button", name="Undo").click()
    expect(verdict).to_have_text(first)
    mill_page.get_by_role("button", name="transmitter", exact=True).click()
    mill_page.get_by_label("Rated power").first.fill("400")
    expect(verdict).to_contain_text("of 400 W")
    mill_page.get_by_label("Frequency", exact=True).fill("3.52")
    expect(mill_page.get_by_label("Frequency in the band")).to_have_attribute("aria-valuenow", "3.52")


WRONG = [
    ("-3", "Length must be 0 or more (it is -3)."),
    ("abc", "Length must be a number (it is 'abc')."),
]


@pytest.mark.parametrize(
    ("typed", "said"),
    full.of(WRONG[1:], WRONG),
)
def test_a_wrong_length_is_marked_in_place_and_nothing_is_lost(mill_page, typed, said):
    verdict = mill_page.get_by_test_id("verdict")
    before = verdict.inner_text()
    field = mill_page.get_by_label("Length", exact=True).first
    field.fill(typed)
    expect(mill_page.get_by_text(said)).to_be_visible()
    mill_page.emulate_media(forced_colors="active")  # its edge tells there, too
    expect(field).to_have_css("border-bottom-width", "3px")
    mill_page.emulate_media(forced_colors="none")
    mill_page.get_by_role("button", name="jumper", exact=True).first.click()
    mill_page.get_by_role("button", name="run to the mast", exact=True).first.click()
    expect(field).to_have_value(typed)
    expect(verdict).to_have_text(before)
    expect(mill_page.get_by_test_id("save-state")).to_contain_text("Not saved")
    field.fill("38")
    expect(mill_page.get_by_text(said)).to_be_hidden()
    saved(mill_page)


def test_a_frequency_outside_the_data_and_a_bad_sweep_are_said(mill_page, tmp_path):
    mill_page.get_by_label("Frequency", exact=True).fill("50")
    expect(mill_page.get_by_role("alert").first).to_contain_text(
        "outside the antenna’s data (1.8 MHz to 30 MHz)"
    )
    mill_page.get_by_role("button", name="inverted vee", exact=True).first.click()
    bad, huge = tmp_path / "bad.s1p", tmp_path / "huge.s1p"
    bad.write_text("# MHz S RI R 50\n7 0.1 0.2\n7.1 oh no\n")
    huge.write_bytes(b"!" * 50_000_000)
    picker = mill_page.get_by_label("Bring in a sweep")
    picker.set_input_files(huge)
    expect(mill_page.get_by_text("must be a text file of 8 MB or less")).to_be_visible()
    expect(mill_page.get_by_test_id("save-state")).to_have_text("Saved")
    picker.set_input_files(bad)
    expect(mill_page.get_by_text(re.compile("Line 3 holds 'oh' where a number belongs"))).to_be_visible()
    expect(mill_page.get_by_test_id("save-state")).to_have_text("Saved")
    expect(mill_page.get_by_role("button", name="Undo")).to_be_disabled()


def test_two_tabs_do_not_overwrite_each_other(mill_page, context, base_url):
    other = context.new_page()
    other.goto(mill_page.url)
    other.get_by_test_id("verdict").wait_for()
    mill_page.get_by_label("Name of the station").fill("First tab")
    saved(mill_page)
    other.get_by_label("Name of the station").fill("Second tab")
    expect(other.get_by_test_id("save-state")).to_contain_text("Saved elsewhere")
    other.get_by_role("button", name="Take the other").click()
    expect(other.get_by_label("Name of the station")).to_have_value("First tab")
    other.get_by_label("Name of the station").fill("Third")
    saved(other)


@pytest.mark.parametrize(("width", "mode"), full.crossed([1280, 390], ["light", "dark"]))
def test_axe_finds_nothing(mill_page, mode, width):
    mill_page.set_viewport_size({"width": width, "height": 800})
    mill_page.evaluate("mode => { document.documentElement.dataset.mode = mode }", mode)
    for_everybody(mill_page)


@full.thorough
def test_dragging_a_length_redraws_at_once(page, tmp_path, record_property):
    """Against the server as it is run; what is asserted is only that every step is drawn."""
    server = Server(tmp_path)
    page.goto(f"http://127.0.0.1:{server.port}/stations/1")
    page.get_by_test_id("verdict").wait_for()
    thumb = page.get_by_label("Length").last
    page.evaluate("performance.clearMeasures()")
    thumb.focus()
    for _ in range(40):
        thumb.press("ArrowRight")
        page.wait_for_timeout(30)
    page.wait_for_timeout(300)
    times = page.evaluate("performance.getEntriesByName('tithe:redrawn').map(m => m.duration)")
    server.kill()
    assert len(times) >= 10
    expect(page.get_by_label("Length", exact=True).first).to_have_value("42")
    record_property("length dragged to strip redrawn, median ms", round(statistics.median(times)))
    record_property("length dragged to strip redrawn, p95 ms", round(statistics.quantiles(times, n=20)[-1]))


def test_two_tabs_are_laid_side_by_side_and_a_reload_drops_nothing(mill_page, context, base_url):
    """Each tab changes something, one of them twice the same: put together by hand, across a reload."""
    page, other = mill_page, context.new_page()
    other.goto(page.url)
    other.get_by_test_id("verdict").wait_for()
    other.route(
        "**/api/stations/*",
        lambda route: route.abort() if route.request.method == "PUT" else route.continue_(),
    )
    other.get_by_label("Length", exact=True).first.fill("20")
    other.get_by_label("Name", exact=True).first.fill("second run")
    page.get_by_label("Length", exact=True).first.fill("31")
    saved(page)
    other.unroute("**/api/stations/*")
    panel = other.get_by_role("region", name="Saved elsewhere meanwhile")
    panel.wait_for(timeout=15_000)
    other.reload()
    panel.wait_for()
    expect(other.get_by_label("Length", exact=True).first).to_have_value("20")
    row = panel.get_by_role("row", name=re.compile("second run"))
    expect(row).to_contain_text("31")
    row.get_by_role("radio").nth(1).check()
    panel.get_by_role("button", name="Save what is chosen").click()
    expect(panel).to_be_hidden()
    saved(other)
    expect(other.get_by_label("Length", exact=True).first).to_have_value("31")
    other.get_by_role("button", name="Undo").click()
    expect(other.get_by_label("Length", exact=True).first).to_have_value("20")
    saved(other)
