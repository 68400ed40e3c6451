"""The radio's 1:1 beside the meter's 3:1, and a range misread by ten, explained."""

import re

from playwright.sync_api import Page, expect

from tests import full
from tests.browser.looking import accessible, for_everybody


def reading(page: Page, meter: str, **typed: str) -> None:
    form = page.get_by_role("form", name="A reading")
    form.get_by_label("Meter", exact=True).select_option(meter)
    for label, text in typed.items():
        name = re.compile("SWR$") if label == "swr" else label.capitalize()
        form.get_by_role("textbox", name=name).fill(text)
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
    expect(verdict).to_contain_text(re.compile("scale|off by a factor"))
    accessible(page)
    page.get_by_role("button", name=re.compile("^take out: radio side")).click()
    expect(verdict).to_contain_text("fit the station as it is described")
    page.get_by_role("button", name="radio side", exact=True).first.click()
    page.get_by_role("link", name="Ledger", exact=True).click()
    inspector = page.get_by_label("Inspector")
    inspector.get_by_text("What it read").click()
    inspector.get_by_role("textbox", name="Forward").fill("98")
    inspector.get_by_role("textbox", name="Reflected").fill("1")
    inspector.get_by_role("button", name="Keep the reading").click()
    page.get_by_role("link", name="Log", exact=True).click()
    log = page.get_by_role("region", name="The log, newest first")
    expect(log.get_by_role("row", name=re.compile("reading"))).to_have_count(3)
    page.reload()
    expect(log.get_by_role("row", name=re.compile("reading"))).to_have_count(3)


@full.thorough
def test_a_corroded_cable_is_found_over_a_year_of_readings(mill_page):
    page = mill_page
    page.get_by_role("navigation", name="Bands").get_by_role("button", name="15 m").click()
    page.get_by_role("link", name="Log", exact=True).click()
    form = page.get_by_role("form", name="A reading")
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
    expect(trend).to_contain_text("Run to the mast loses more since 2026-05-02")
    for_everybody(page)
    page.get_by_label("Over time").select_option("SWR at antenna side, 15 m")
    expect(page.get_by_role("img", name=re.compile("^SWR at antenna side, 15 m"))).to_be_visible()
    page.get_by_role("button", name=re.compile("^what changed before: antenna side, 101 W")).click()
    row = log.get_by_role("row", name=re.compile("antenna side, 101 W"))
    expect(row.get_by_role("status")).to_contain_text("Since 2025-05-03")
    page.get_by_role("button", name=re.compile("^take out: antenna side, 101 W")).click()
    expect(trend).to_contain_text("no loss that these meters tell has clearly grown")
    page.get_by_role("button", name="Bring it back").click()
    expect(trend).to_contain_text("loses more since")


def test_a_reading_is_typed_at_its_flag_and_a_list_over_the_band_in_the_log(mill_page):
    page = mill_page
    page.get_by_role("button", name="Enter what antenna side shows").click()
    panel = page.get_by_role("region", name="What antenna side shows")
    panel.get_by_role("textbox", name="Forward").fill("980")
    expect(panel).to_contain_text("✕ outside; to be expected:")
    panel.get_by_role("textbox", name="Forward").fill("98")
    panel.get_by_role("textbox", name="Reflected").fill("1.5")
    expect(panel).to_contain_text("● inside")
    panel.get_by_text("How to take it").click()
    expect(panel).to_contain_text("Key down for 29 s at the most at 100 W")
    for_everybody(page, contrast=full.ALL)
    panel.get_by_role("textbox", name="Reflected").press("Enter")
    expect(panel.get_by_role("status")).to_contain_text("Kept: antenna side at 7.1 MHz")
    panel.get_by_role("textbox", name="Forward").press("Escape")
    expect(panel).to_have_count(0)
    page.get_by_role("link", name="Log", exact=True).click()
    expect(page.get_by_test_id("log-verdict")).to_contain_text("station as it is described")
    form = page.get_by_role("form", name="A reading")
    form.get_by_text("Several frequencies").click()
    form.get_by_label("One a line").fill("7.0 1.9\n7.1\n7.2 18 dB RL")
    expect(form).to_contain_text("1 line is not filled in yet.")
    form.get_by_role("button", name="Keep 2 readings").click()
    log = page.get_by_role("region", name="The log, newest first")
    expect(log.get_by_role("row", name=re.compile("reading"))).to_have_count(3)
    expect(log.get_by_role("row", name=re.compile("SWR 1.29"))).to_have_count(1)
    with page.expect_download() as download:
        page.get_by_role("link", name="Log as CSV").click()
    assert "antenna side,98,1.5" in download.value.path().read_text("utf-8")


@full.thorough
def test_the_log_is_the_list_of_sweeps_and_leads_to_where_things_are_worked_with(mill_page):
    page = mill_page
    page.get_by_role("link", name="Sweep", exact=True).click()
    page.get_by_role("button", name="Measure").click()
    page.get_by_test_id("sweep-verdict").wait_for()
    page.get_by_role("link", name="Log", exact=True).click()
    note = page.get_by_role("form", name="A note")
    note.get_by_label("A note").fill("new connector")
    note.get_by_role("button", name="Keep the note").click()
    page.get_by_role("button", name=re.compile("^look at: room tuner, C1 23")).click()
    expect(page.get_by_test_id("chart-verdict")).to_be_visible()
    page.get_by_role("link", name="Log", exact=True).click()
    log = page.get_by_role("region", name="The log, newest first")
    log.get_by_role("button", name=re.compile("^take out: .*at the radio")).click()
    expect(log.get_by_role("row", name=re.compile("at the radio"))).to_have_count(0)
    page.get_by_label("Show", exact=True).select_option("removed")
    log.get_by_role("button", name=re.compile("^bring back: .*at the radio")).click()
    page.get_by_label("Show", exact=True).select_option("sweep")
    log.get_by_role("button", name=re.compile("^look at: .*at the radio")).click()
    expect(page.get_by_test_id("sweep-verdict")).to_be_visible()
    expect(page.get_by_text("new connector")).to_be_visible()
