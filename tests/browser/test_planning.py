"""From an empty station and a garden to an antenna, a run and a verdict."""

import re

from playwright.sync_api import expect

from tests import full
from tests.browser.looking import accessible, for_everybody, narrow


def test_a_garden_leads_to_an_antenna_a_run_and_a_verdict(transactional_db, page, base_url):
    page.set_default_timeout(20_000)
    page.goto(base_url)
    page.get_by_text("An empty station").click()
    page.get_by_role("button", name="Describe the place").click()
    page.get_by_label("Height of support 1").fill("8")
    mast = page.get_by_role("button", name=re.compile("Raise support 1"))
    box = mast.bounding_box()
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] / 2 + 30, box["y"] + box["height"] / 2, steps=4)
    page.mouse.up()
    expect(mast).not_to_have_attribute("aria-label", re.compile("at 10 m along"))
    page.get_by_role("button", name="Which antenna, with which feed?").click()
    result = page.get_by_test_id("antennas")
    expect(result).to_contain_text("of 100 W would leave")
    expect(result).to_contain_text("from edge to edge on a fine one", timeout=60_000)
    page.get_by_role("button", name=re.compile("^a vertical of")).first.click()
    page.get_by_label("Show", exact=True).select_option("inverted vees")
    page.get_by_role("button", name=re.compile("^an inverted vee")).first.click()
    for_everybody(page)
    narrow(page)
    page.get_by_role("button", name="Make it the station").click()
    verdict = page.get_by_test_id("verdict")
    expect(verdict).to_contain_text(re.compile(r"On \d+ m, (between )?[\d.]+( and [\d.]+)? of 100 W"))
    page.get_by_role("button", name="inverted vee", exact=True).first.click()
    inspector = page.get_by_label("Inspector")
    expect(inspector.get_by_role("group", name=re.compile("From the side: up to 8 m high"))).to_be_visible()
    table = inspector.get_by_role("region", name="What it will probably be, band by band")
    before = table.get_by_role("row", name="40 m").inner_text()
    inspector.get_by_role("textbox", name="Each leg", exact=True).fill("8")
    expect(table.get_by_role("row", name="40 m")).not_to_have_text(before)
    expect(inspector.get_by_text("This is an estimate")).to_be_visible()
    for_everybody(page, contrast=full.ALL)
    for _ in range(2):
        page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("button", name="Describe the place")).to_have_count(0)
    expect(page.get_by_role("button", name="Which antenna, with which feed?")).to_be_visible()


def open_croft(page, base_url):
    page.set_default_timeout(20_000)
    page.goto(base_url)
    page.get_by_text("Sallow Croft").click()
    page.get_by_role("link", name="Antenna", exact=True).click()


def test_a_plan_is_dragged_changed_and_measured(transactional_db, page, base_url):
    open_croft(page, base_url)
    verdict = page.get_by_test_id("verdict")
    end = page.get_by_role("button", name=re.compile("Move its right end"))
    before = end.get_attribute("aria-label")
    leg = page.get_by_role("textbox", name="Each leg")
    length = leg.input_value()
    what_if = page.get_by_role("region", name="What if, watts to the sky by band")
    row = what_if.get_by_role("row", name=re.compile("each leg 1 m longer"))
    expect(row).to_be_visible()
    as_planned = what_if.text_content()
    box = end.bounding_box()
    page.mouse.move(box["x"] + 9, box["y"] + 9)
    page.mouse.down()
    page.mouse.move(box["x"] + 60, box["y"] + 9, steps=5)
    expect(leg).not_to_have_value(length)
    page.mouse.up()
    assert end.get_attribute("aria-label") != before
    expect(what_if).not_to_have_text(as_planned)
    page.get_by_role("button", name="Undo").click()
    expect(leg).to_have_value(length)
    expect(what_if).to_have_text(as_planned)
    end.focus()
    page.keyboard.press("Shift+ArrowRight")
    expect(leg).not_to_have_value(length)
    expect(what_if).not_to_have_text(as_planned)  # else this answer would come after the undoing
    page.get_by_role("button", name="Undo").click()
    expect(what_if).to_have_text(as_planned)
    eighty = row.get_by_role("cell").first.inner_text().split()[0]
    row.get_by_role("button", name="take").click()
    expect(leg).to_have_value(str(float(length) + 1))
    now = what_if.get_by_role("row", name=re.compile("as it is")).get_by_role("cell").first
    expect(now).to_contain_text(eighty)
    accessible(page)
    page.get_by_role("link", name="Ledger", exact=True).click()
    page.get_by_role("button", name="vee under the ash", exact=True).click()
    page.get_by_label("Known by").select_option("a table of R and X")
    page.get_by_label("R and X at each frequency").fill("7.0 55 -30\n7.1 60 5\n7.2 66 40")
    expect(verdict).to_contain_text("On 40 m")
    page.get_by_role("link", name="Antenna", exact=True).click()
    expect(page.get_by_test_id("fit")).to_contain_text("disc of reflection")
    page.get_by_role("button", name="Work with the estimate again").click()
    expect(page.get_by_role("heading", name="The estimate against what was measured")).to_have_count(0)


@full.thorough
def test_all_pairs_of_wire_and_line_are_tried_and_one_is_taken(transactional_db, page, base_url):
    open_croft(page, base_url)
    leg = page.get_by_role("textbox", name="Each leg")
    length = leg.input_value()
    page.get_by_role("button", name="Try all pairs").click()
    expect(page.get_by_test_id("pairs")).to_contain_text(
        "of feedline gives the weakest band most", timeout=20_000
    )
    page.get_by_role("button", name=re.compile("^Take .* of feedline")).click()
    expect(leg).not_to_have_value(length)


@full.thorough
def test_trying_lengths_tells_how_far_it_is_and_stops(transactional_db, page, base_url):
    open_croft(page, base_url)
    # What arrives above the button moves it away from who goes for it.
    page.get_by_role("region", name="What if, watts to the sky by band").wait_for()
    page.route("**/api/antenna/lengths", lambda route: None)  # an answer that does not come
    page.get_by_role("button", name="Try sixty lengths").click()
    expect(page.get_by_role("status").filter(has_text="Trying lengths")).to_be_visible()
    page.get_by_role("button", name="Stop").click()
    expect(page.get_by_role("status").filter(has_text="Trying lengths")).to_have_count(0)
    page.unroute("**/api/antenna/lengths")
    page.get_by_role("button", name="Try sixty lengths").click()
    expect(page.get_by_test_id("wire-lengths")).to_contain_text("in reach", timeout=20_000)
