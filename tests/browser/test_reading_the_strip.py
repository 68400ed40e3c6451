"""What the strip, the rail and the inspector show; by keyboard alone; narrow; in the dark."""

import re

import pytest
from playwright.sync_api import expect

from tests import full
from tests.browser.looking import for_everybody
from tests.browser.test_first_slice import saved
from tests.browser.test_laying_out import parts

pytestmark = pytest.mark.django_db(transaction=True)


def test_meters_fly_their_reading_with_its_interval(mill_page):
    strip = mill_page.get_by_test_id("strip")
    flags = [
        text for text in strip.locator("text").all_text_contents() if re.fullmatch(r"[\d.]+ to [\d.]+", text)
    ]
    assert len(flags) == 2
    for flag in flags:
        low, high = map(float, flag.split(" to "))
        assert 1 <= low < high
    texts = strip.locator("text").all_text_contents()
    assert next(text for text in texts if re.fullmatch(r"\d(\.\d+)?", text)) == "1"


def test_the_standing_wave_names_its_highest_point(mill_page):
    mill_page.get_by_role("navigation", name="Bands").get_by_role("button", name="30 m").click()
    run = mill_page.get_by_role("row", name=re.compile("run to the mast"))
    expect(run).to_contain_text(re.compile("SWR adds [1-9]"))  # the mill's mismatch on 30 m, not on 40 m
    strip = mill_page.get_by_test_id("strip")
    expect(strip).to_contain_text(re.compile(r"\d+ V peak at [\d.]+ m"))
    said = next(
        t for t in strip.locator("text").all_text_contents() if "V peak at" in t and not t.startswith("101")
    )
    volts = said.split(" V")[0]
    expect(run).to_contain_text(volts)


def test_a_caution_stands_at_its_part_and_says_what_to_do(mill_page):
    mill_page.get_by_role("navigation", name="Bands").get_by_role("button", name="80 m").click()
    tuner = mill_page.get_by_role("button", name="room tuner", exact=True).first
    expect(tuner).to_contain_text("has a caution")
    tuner.click()
    inspector = mill_page.get_by_role("complementary", name="Inspector")
    expect(inspector).to_contain_text("is above a rating at this power")
    expect(inspector).to_contain_text("Stay below that power")


def test_the_strip_is_described_in_words(mill_page):
    described = mill_page.get_by_test_id("strip").get_attribute("aria-label")
    assert described.startswith("The run, from the transmitter, 100 watts, to the antenna: jumper takes ")
    assert re.search(r"run to the mast takes [\d.]+ watts", described)
    assert described.endswith("The ledger has the figures.")


def test_a_station_is_built_by_keyboard_alone(page, base_url, transactional_db):
    page.set_default_timeout(20_000)
    page.goto(base_url)
    page.get_by_role("button", name="An empty station").press("Enter")
    page.get_by_role("button", name="Insert a part", exact=True).press("Enter")
    page.get_by_label("Search the shelf").wait_for()
    page.keyboard.type("hardline 1/2")
    page.keyboard.press("Enter")
    page.get_by_label("Length", exact=True).first.focus()
    page.keyboard.press("Control+A")
    page.keyboard.type("25")
    assert parts(page) == ["Foam hardline 1/2 in"]
    page.get_by_role("button", name="Describe the antenna").press("Enter")
    page.get_by_label("Known by").select_option("resonator")
    expect(page.get_by_test_id("verdict")).to_contain_text("of 100 W leave the antenna")
    page.get_by_role("group", name="Parts of the run").get_by_role(
        "button", name="transmitter", exact=True
    ).focus()
    for key, focused in (
        ("ArrowRight", "Foam hardline 1/2 in"),
        ("ArrowRight", "antenna"),
        ("ArrowLeft", None),
    ):
        page.keyboard.press(key)
        if focused:
            assert page.evaluate("document.activeElement.getAttribute('aria-label')") == focused
    page.keyboard.press("Delete")
    assert parts(page) == []
    saved(page)


def test_the_theme_is_remembered(mill_page):
    root = mill_page.locator("html")
    expect(root).to_have_attribute("data-mode", "light")
    mill_page.get_by_role("button", name="Dark theme").click()
    mill_page.reload()
    mill_page.get_by_test_id("verdict").wait_for()
    expect(root).to_have_attribute("data-mode", "dark")
    mill_page.get_by_role("button", name="Light theme").click()
    expect(root).to_have_attribute("data-mode", "light")


def test_a_look_from_the_garden(mill_page):
    """At 390 px: nothing runs over the edge, parts can be taken in and out, axe finds nothing."""
    mill_page.set_viewport_size({"width": 390, "height": 844})
    views = mill_page.get_by_role("navigation", name="Views")
    # The views are in their groups; what is opened there leads to them.
    groups = {"Arrangements": "Plan", "Bands": "Set", "History": "Keep", "Report": "Keep", "Ledger": ""}
    for view, group in groups.items():
        if group and not views.get_by_role("link", name=view).is_visible():
            views.get_by_role("button", name=group).click()
        views.get_by_role("link", name=view).click()
        mill_page.wait_for_timeout(200)
        wide = mill_page.evaluate("document.documentElement.scrollWidth")
        assert wide <= 390, f"{view} is {wide} px wide"
        for_everybody(mill_page, view, contrast=full.ALL or view != "Ledger")
    rail = mill_page.get_by_role("navigation", name="Bands")
    expect(rail.get_by_role("button")).to_have_count(1)
    rail.get_by_role("button", name="Bands: 40 m").click()
    rail.get_by_role("button", name="15 m").click()
    rail.get_by_role("button", name="Bands: 15 m").wait_for()
    before = parts(mill_page)
    mill_page.get_by_role("button", name="arrestor", exact=True).first.click()
    mill_page.get_by_role("button", name="Remove", exact=True).click()
    assert len(parts(mill_page)) == len(before) - 1
    mill_page.get_by_role("button", name="Insert a part after this one").click()
    mill_page.get_by_role("button", name="Switch", exact=True).click()
    assert "switch" in parts(mill_page)


def test_another_frequency_in_the_band_moves_everything(mill_page):
    verdict = mill_page.get_by_test_id("verdict")
    before = mill_page.get_by_test_id("strip").get_attribute("aria-label")
    slider = mill_page.get_by_label("Frequency in the band")
    slider.focus()
    for _ in range(60):
        slider.press("ArrowRight")
    expect(mill_page.get_by_label("Frequency", exact=True)).to_have_value("7.160")
    expect(mill_page.get_by_test_id("strip")).not_to_have_attribute("aria-label", before)
    expect(verdict).to_contain_text("On 40 m, ")
    mill_page.get_by_label("Frequency", exact=True).fill("abc")
    expect(mill_page.get_by_text("The frequency must be a number above 0.")).to_be_visible()
    expect(verdict).to_contain_text("On 40 m, ")


def test_what_comes_next_leads_to_where_it_is_done(mill_page, nothing_next):
    nothing_next.undo()
    mill_page.reload()
    steps = mill_page.get_by_test_id("next").get_by_role("listitem")
    expect(steps).to_have_count(3)
    steps.last.get_by_role("button", name="It is done").click()
    expect(steps.last.get_by_role("status")).to_contain_text("in the log")
    steps.last.get_by_role("button", name="Do it in Choose").click()
    expect(mill_page).to_have_title(re.compile("^Choose"))


def test_beside_the_ledger_the_strip_is_slim_until_it_is_opened(mill_page):
    strip = mill_page.get_by_test_id("strip")
    run = mill_page.get_by_role("region", name="The run, transmitter to antenna")
    assert strip.bounding_box()["height"] > 180
    views = mill_page.get_by_role("navigation", name="Views")
    views.get_by_role("group", name="Keep").get_by_role("link", name="History").click()
    opens = mill_page.get_by_role("button", name="The strip in full")
    opens.wait_for()
    assert run.bounding_box()["height"] <= 84
    expect(strip).to_contain_text("81 W")
    assert mill_page.get_by_role("main").bounding_box()["y"] < 200
    opens.press("Enter")
    expect(opens).to_have_attribute("aria-expanded", "true")
    assert strip.bounding_box()["height"] > 180
    mill_page.reload()
    views.get_by_role("link", name="Bench").click()
    expect(opens).to_have_attribute("aria-expanded", "true")
    opens.click()
    assert run.bounding_box()["height"] <= 84
