"""A tuner's own view: tuned on three bands and printed, its dials found, the antenna known without an
analyzer."""

import re

from playwright.sync_api import Page, expect

from tests import full
from tests.browser.looking import accessible


def tuner(page: Page, pane: str) -> None:
    """By the way a user goes: the tuner on the strip, then its view."""
    page.get_by_role("button", name="room tuner", exact=True).first.click()
    page.get_by_role("link", name="Tuner", exact=True).click()
    page.get_by_role("radiogroup", name="What to see of it").get_by_text(pane, exact=True).click()


def band(page: Page, name: str) -> None:
    page.get_by_role("navigation", name="Bands").get_by_role("button", name=name).click()


def test_the_mill_is_tuned_on_three_bands_and_its_chart_printed_on_one_page(mill_page):
    page = mill_page
    tuner(page, "Turn it")
    meters = page.get_by_test_id("meters")
    leave = page.get_by_role("navigation", name="Bands").get_by_role("button", name="40 m")
    untuned = leave.inner_text()
    for name, mhz in (("40 m", "7.1"), ("20 m", "14.175"), ("15 m", "21.225")):
        band(page, name)
        expect(page.get_by_role("heading", name=f"How to tune it at {mhz} MHz")).to_be_visible()
        with page.expect_response(re.compile("/api/tuner/hands")):
            page.get_by_role("button", name="The order from where the dials stand now").click()
        moves = page.get_by_role("list").filter(has=page.get_by_text("From SWR")).last
        expect(moves.get_by_role("button").last).to_be_visible()
        for n in range(moves.get_by_role("button").count()):
            moves.get_by_role("button").nth(n).click()
        expect(meters.get_by_text(re.compile(r"SWR 1\.[0-2]")).first).to_be_visible()
        page.get_by_role("button", name="Keep as a preset").click()
        expect(page.get_by_role("status").filter(has_text="Kept:")).to_contain_text("It stands in the chart.")
    assert leave.inner_text() != untuned
    accessible(page)
    page.get_by_role("radiogroup", name="What to see of it").get_by_text("Chart of presets").click()
    chart = page.get_by_role("region", name="Chart of presets")
    expect(chart.get_by_role("row", name=re.compile("practice"))).to_have_count(3)
    expect(chart.get_by_text(re.compile("since then"))).to_have_count(4)
    accessible(page, contrast=full.ALL)
    printed = page.pdf(prefer_css_page_size=True)
    assert len(re.findall(rb"/Type\s*/Page\b", printed)) == 1
    page.emulate_media(media="print")
    expect(chart.get_by_role("row", name=re.compile("practice"))).to_have_count(3)
    expect(page.get_by_role("button", name="Keep this row")).to_be_hidden()
    expect(chart.get_by_text(re.compile("since then")).first).to_be_hidden()


@full.thorough
def test_dials_are_found_and_the_antenna_is_known_without_an_analyzer(mill_page):
    page = mill_page
    tuner(page, "Dials")
    expect(page.get_by_test_id("dials-verdict")).to_contain_text("C1, the coil and C2")
    page.get_by_role("button", name="Take these dials").click()
    expect(page.get_by_text("The matches tell the antenna at 5 frequencies")).to_be_visible()
    accessible(page)
    at_40 = page.get_by_role("row", name=re.compile(r"^7\.1 "))
    r, spread = (at_40.get_by_role("cell").nth(n).inner_text() for n in (0, 1))
    low, high = (float(word) for word in spread.split(" to "))
    assert low <= float(r) <= high
    assert low < 67 < high  # what the station's own antenna has there
    page.get_by_role("radiogroup", name="What to see of it").get_by_text("Chart of presets").click()
    page.get_by_role("region", name="Chart of presets").get_by_role(
        "row", name=re.compile("predicted")
    ).first.wait_for()
    page.get_by_role("radiogroup", name="What to see of it").get_by_text("Dials", exact=True).click()
    page.get_by_role("button", name="Make this the station’s antenna").click()
    page.get_by_role("link", name="Ledger", exact=True).click()
    band(page, "40 m")
    expect(page.get_by_test_id("verdict")).to_contain_text(re.compile(r"On 40 m, (7\d|8\d) of 100 W"))
    page.get_by_role("button", name="inverted vee", exact=True).first.click()
    expect(page.get_by_label("Known by")).to_have_value("table")
    page.reload()
    expect(page.get_by_label("Known by")).to_have_value("table")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label("Known by")).to_have_value("touchstone")


def test_the_reach_follows_the_length_of_the_run_and_a_cure_is_taken(mill_page):
    page = mill_page
    page.get_by_role("button", name="room tuner", exact=True).first.click()
    page.get_by_label("Inspector").get_by_role("textbox", name="Coil to").fill("4")
    page.get_by_role("link", name="Its reach, presets and dials").click()
    length = page.get_by_role("textbox", name="Length of run to the mast")
    verdict = page.get_by_test_id("tuner-verdict")
    expect(verdict).to_be_visible()
    before = verdict.inner_text()
    length.fill("26")
    expect(verdict).not_to_have_text(before)
    expect(page.get_by_role("heading", name="What would bring 80 m inside")).to_be_visible()
    expect(page.get_by_text("it needs 6.13 µH, the coil ends at 4")).to_be_visible()
    accessible(page, contrast=full.ALL)
    page.get_by_role("button", name=re.compile("^take a run of")).first.click()
    expect(page.get_by_role("heading", name="What would bring 80 m inside")).to_have_count(0)
    expect(length).not_to_have_value("26")
    page.get_by_role("button", name="Undo").click()
    expect(length).to_have_value("26")
    page.go_back()
    expect(page.get_by_test_id("verdict")).to_be_visible()
    page.go_forward()
    expect(verdict).to_be_visible()
    assert re.search(r"/tuner/2/reach", page.url)


def test_a_chart_comes_in_as_csv_and_goes_out_again(mill_page):
    page, text = mill_page, "MHz,c1,l,c2,SWR,date\n18.118,22,11.8,0,1.2,2026-07-01\n"
    tuner(page, "Chart of presets")
    page.get_by_label("A chart of presets as CSV").set_input_files(
        {"name": "chart.csv", "mimeType": "text/csv", "buffer": text.encode()}
    )
    chart = page.get_by_role("region", name="Chart of presets")
    expect(chart.get_by_role("row", name=re.compile("17 m.*2026-07-01"))).to_be_visible()
    with page.expect_download() as download:
        page.get_by_role("button", name="Chart as CSV").click()
    assert "18.118,22,11.8,0,1.2,2026-07-01," in download.value.path().read_text("utf-8")
    page.get_by_label("A chart of presets as CSV").set_input_files(
        {"name": "bad.csv", "mimeType": "text/csv", "buffer": b"MHz,c1,l\n7,1,2\n"}
    )
    expect(page.get_by_role("alert")).to_contain_text("bad.csv: Line 1 has no column 'c2'")
