"""The radio's 1:1 beside the meter's 3:1, and a range misread by ten, explained."""

import re

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, expect


def reading(page: Page, meter: str, **typed: str) -> None:
    form = page.get_by_role("form", name="A reading")
    form.get_by_label("Meter", exact=True).select_option(meter)
    for label, text in typed.items():
        form.get_by_label({"swr": "or SWR"}.get(label, label.capitalize()), exact=True).fill(text)
    form.get_by_role("button", name="Keep the reading").click()
    expect(form.get_by_role("status")).to_contain_text(f"Kept: {meter} at")


def test_the_radio_s_one_to_one_beside_the_meter_s_three_to_one_and_a_range_misread(mill_page):
    page = mill_page
    page.get_by_role("navigation", name="Bands").get_by_role("button", name="15 m").click()
    page.get_by_role("link", name="Log", exact=True).click()
    expect(page.get_by_text("What do the meters show?")).to_be_visible()
    reading(page, "radio", swr="1.1")
    reading(page, "antenna side", forward="150", reflected="52")
    verdict = page.get_by_test_id("log-verdict")
    expect(verdict).to_contain_text("Both meters are right: the tuner shows the radio SWR 1.1")
    expect(verdict).to_contain_text("150 W forward behind the tuner are no fault")
    beside = page.get_by_role("region", name="Readings beside what was to be expected")
    expect(beside.get_by_text("● inside")).to_have_count(2)
    reading(page, "radio side", forward="9.8", reflected="0.1")
    expect(verdict).to_contain_text("The powers of radio side are a tenth of what they should be")
    expect(beside.get_by_text("✕ outside")).to_have_count(1)
    results = Axe().run(page)
    assert results.violations_count == 0, results.generate_report()
    page.set_viewport_size({"width": 390, "height": 800})
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    page.set_viewport_size({"width": 1280, "height": 800})
    page.get_by_role("button", name=re.compile("^take out: radio side")).click()
    expect(verdict).to_contain_text("The readings agree with the station")
    page.get_by_role("button", name="radio side", exact=True).first.click()
    page.get_by_role("link", name="Ledger", exact=True).click()
    inspector = page.get_by_label("Inspector")
    inspector.get_by_text("What it read").click()
    inspector.get_by_label("Forward", exact=True).fill("98")
    inspector.get_by_label("Reflected", exact=True).fill("1")
    inspector.get_by_role("button", name="Keep the reading").click()
    page.get_by_role("link", name="Log", exact=True).click()
    log = page.get_by_role("region", name="The log, newest first")
    expect(log.get_by_role("row", name=re.compile("reading"))).to_have_count(3)
    page.reload()
    expect(log.get_by_role("row", name=re.compile("reading"))).to_have_count(3)


def test_a_corroded_cable_is_found_over_a_year_of_readings(mill_page):
    page = mill_page
    page.get_by_role("navigation", name="Bands").get_by_role("button", name="15 m").click()
    page.get_by_role("link", name="Log", exact=True).click()
    form = page.get_by_role("form", name="A reading")
    form.get_by_text("When and how").click()
    log = page.get_by_role("region", name="The log, newest first")
    for date, forward, reflected in (("2025-05-03", "150", "52"), ("2026-05-02", "101", "2.5")):
        form.get_by_label("Date").fill(date)
        reading(page, "radio side", forward="98", reflected="0.5")
        reading(page, "antenna side", forward=forward, reflected=reflected)
    expect(log.get_by_role("row", name=re.compile("reading"))).to_have_count(4)
    note = page.get_by_role("form", name="A note")
    note.get_by_label("A note").fill("storm")
    note.get_by_role("button", name="Keep the note").click()
    trend = page.get_by_test_id("trend")
    expect(trend).to_contain_text("Run to the mast loses more than it did")
    expect(page.get_by_role("img", name=re.compile("Loss of run to the mast"))).to_be_visible()
    results = Axe().run(page)
    assert results.violations_count == 0, results.generate_report()
    page.get_by_role("button", name=re.compile("^take out: antenna side, 101 W")).click()
    expect(trend).to_contain_text("no loss has certainly grown")
    page.get_by_role("button", name="Bring it back").click()
    expect(trend).to_contain_text("loses more than it did")
