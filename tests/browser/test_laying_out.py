"""Laying out a station on the strip: building, moving, undoing, comparing, keeping, by mouse and keyboard."""

import json
import re

import pytest
from playwright.sync_api import expect

from tests import full
from tests.browser.looking import for_everybody
from tests.browser.test_first_slice import saved

pytestmark = pytest.mark.django_db(transaction=True)


def parts(page):
    """Labels of the run, transmitter and antenna left out."""
    group = page.get_by_role("group", name="Parts of the run")
    return [b.get_attribute("aria-label") for b in group.locator("button.part").all()][1:-1]


def test_from_an_empty_station_to_a_verdict_with_intervals(page, base_url, transactional_db):
    page.set_default_timeout(20_000)
    page.goto(base_url)
    page.get_by_role("button", name="An empty station").click()
    page.get_by_role("button", name="Insert a part", exact=True).click()
    page.get_by_label("Search the shelf").fill("RG-58")
    page.get_by_role("button", name=re.compile("^RG-58")).click()
    page.get_by_label("Length", exact=True).first.fill("65,6 ft")
    page.get_by_role("button", name="Describe the antenna").click()
    page.get_by_label("Known by").select_option("swr")
    page.get_by_label("SWR at each frequency").fill("3.5 3\n3.8 4\n7 1.5\n7.2 1.8\n28 2\n29.7")
    verdict = page.get_by_test_id("verdict")
    expect(verdict).to_contain_text(re.compile(r"On 40 m, between [\d.]+ and [\d.]+ of 100 W leave"))
    expect(page.get_by_text("1 line is not filled in yet.")).to_be_visible()
    expect(page.get_by_role("row", name=re.compile("RG-58")).first).to_contain_text(" to ")
    rail = page.get_by_role("navigation", name="Bands")
    expect(rail.get_by_role("button", name=re.compile("80 m"))).to_contain_text(" to ")
    expect(rail.get_by_role("button", name=re.compile("20 m"))).to_contain_text("the antenna is a guess here")
    saved(page)
    page.get_by_label("SWR at each frequency").fill("7 1.5\n7.2 0.5")
    expect(page.get_by_text(re.compile("point 2 must be 1 or more"))).to_be_visible()


def test_parts_are_walked_moved_copied_and_removed_by_keyboard(mill_page):
    before = parts(mill_page)
    mill_page.get_by_role("button", name="room tuner", exact=True).first.focus()
    mill_page.keyboard.press("Shift+ArrowRight")
    moved = parts(mill_page)
    assert moved.index("room tuner") == before.index("room tuner") + 1
    assert mill_page.evaluate("document.activeElement.getAttribute('aria-label')") == "room tuner"
    mill_page.keyboard.press("Shift+ArrowLeft")
    assert parts(mill_page) == before
    mill_page.keyboard.press("ArrowRight")
    assert mill_page.evaluate("document.activeElement.getAttribute('aria-label')") == "antenna side"
    mill_page.keyboard.press("Delete")
    assert parts(mill_page) == [name for name in before if name != "antenna side"]
    mill_page.get_by_role("button", name="Undo").click()
    assert parts(mill_page) == before
    mill_page.get_by_role("button", name="jumper", exact=True).first.press("Enter")
    mill_page.get_by_role("button", name="Duplicate").press("Enter")
    assert parts(mill_page)[:2] == ["jumper", "jumper"]
    saved(mill_page)


def test_a_part_is_dragged_along_the_strip(mill_page):
    before = parts(mill_page)
    start = mill_page.get_by_role("button", name="arrestor", exact=True).first.bounding_box()
    goal = mill_page.get_by_role("button", name="jumper", exact=True).first.bounding_box()
    mill_page.mouse.move(start["x"] + start["width"] / 2, start["y"] + 15)
    mill_page.mouse.down()
    mill_page.mouse.move(goal["x"] + 40, goal["y"] + 15, steps=8)
    mill_page.mouse.up()
    assert parts(mill_page) == ["arrestor", *(name for name in before if name != "arrestor")]


def test_undo_and_redo_survive_a_reload(mill_page):
    name = mill_page.get_by_label("Name of the station")
    name.fill("Renamed")
    mill_page.get_by_role("button", name="arrestor", exact=True).first.press("Delete")
    saved(mill_page)
    mill_page.reload()
    expect(name).to_have_value("Renamed")
    undo = mill_page.get_by_role("button", name="Undo")
    undo.click()
    assert "arrestor" in parts(mill_page)
    undo.click()
    expect(name).to_have_value("Brackenfell Mill")
    mill_page.reload()
    mill_page.get_by_role("button", name="Redo").click()
    expect(name).to_have_value("Renamed")


def test_undo_outlives_a_reload_between_a_save_and_its_acknowledgement(mill_page):
    name = mill_page.get_by_label("Name of the station")
    name.fill("Renamed")
    saved(mill_page)
    arrived = []

    def swallow(route):
        """The save reaches the server; its answer never reaches the page."""
        if route.request.method != "PUT":
            route.continue_()
            return
        arrived.append(route.fetch().status)

    mill_page.route("**/api/stations/*", swallow)
    mill_page.get_by_role("button", name="Undo").click()
    for _ in range(100):
        if arrived:
            break
        mill_page.wait_for_timeout(50)
    assert arrived == [200]
    mill_page.unroute("**/api/stations/*")
    mill_page.reload()
    expect(name).to_have_value("Brackenfell Mill")
    mill_page.get_by_role("button", name="Redo").click()
    expect(name).to_have_value("Renamed")


def test_something_wrong_and_unsaved_is_still_there_after_a_reload(mill_page):
    field = mill_page.get_by_label("Length", exact=True).first
    field.fill("thirty")
    expect(mill_page.get_by_test_id("save-state")).to_contain_text("Not saved")
    mill_page.reload()
    mill_page.get_by_role("button", name="run to the mast", exact=True).first.click()
    expect(field).to_have_value("thirty")
    expect(mill_page.get_by_text("Length must be a number (it is 'thirty').")).to_be_visible()


def test_feet_and_tuners_by_hand(mill_page):
    mill_page.get_by_role("button", name="Lengths in feet").click()
    field = mill_page.get_by_label("Length", exact=True).first
    expect(field).to_have_value("124.672")
    field.fill("20 m")
    field.blur()
    expect(field).to_have_value("65.6168")
    mill_page.get_by_role("button", name="transmitter", exact=True).click()
    mill_page.get_by_label("Rated power", exact=True).first.fill("0,4 kW")
    expect(mill_page.get_by_test_id("verdict")).to_contain_text("of 400 W")
    mill_page.get_by_role("button", name="room tuner", exact=True).first.click()
    mill_page.get_by_label("Setting").select_option("hand")
    mill_page.get_by_label("Knob C1").fill("60 pF")
    expect(mill_page.get_by_test_id("verdict")).to_contain_text("No match is made here.")
    mill_page.get_by_label("Network").select_option("rated")
    expect(mill_page.get_by_label("Reaches SWR")).to_have_value("3")


def test_two_arrangements_are_laid_beside_each_other(mill_page):
    views = mill_page.get_by_role("navigation", name="Views")
    views.get_by_role("link", name="Arrangements").click()
    mill_page.get_by_label("Keep this one and start a variant called").fill("tuner at the mast")
    mill_page.get_by_role("button", name="Start the variant").click()
    tuner = mill_page.get_by_role("button", name="room tuner", exact=True).first
    tuner.focus()
    for _ in range(4):
        mill_page.keyboard.press("Shift+ArrowRight")
    comparison = mill_page.get_by_test_id("comparison")
    expect(comparison).to_contain_text("“as it is” would be heard to differ on")
    expect(mill_page.get_by_test_id("strip")).to_have_count(2)
    before = parts(mill_page)
    mill_page.get_by_role("button", name="Change over to it").click()
    assert parts(mill_page) != before
    expect(comparison).to_contain_text("“tuner at the mast” would be heard to differ on")


def test_bands_report_and_past(mill_page):
    views = mill_page.get_by_role("navigation", name="Views")
    views.get_by_role("link", name="Bands").click()
    mill_page.get_by_role("button", name=re.compile("Region 2")).click()
    rail = mill_page.get_by_role("navigation", name="Bands")
    expect(rail.get_by_role("button", name=re.compile("160 m"))).to_be_visible()
    expect(rail.get_by_role("button", name=re.compile("^6 m"))).to_have_attribute(
        "title", re.compile("do not reach")
    )
    saved(mill_page)
    views.get_by_role("link", name="Report").click()
    expect(mill_page.get_by_role("row", name=re.compile("^160 m"))).to_be_visible()
    with mill_page.expect_download() as download:
        mill_page.get_by_role("button", name="Ledger as CSV").click()
    assert download.value.suggested_filename == "Brackenfell Mill.csv"
    views.get_by_role("link", name="History").click()
    mill_page.get_by_role("button", name="Restore state 1").click()
    expect(rail.get_by_role("button", name=re.compile("160 m"))).to_have_count(0)


def test_the_report_prints_on_one_page(mill_page):
    views = mill_page.get_by_role("navigation", name="Views")
    views.get_by_role("link", name="Report").click()
    expect(mill_page.get_by_role("row", name=re.compile("^10 m"))).to_be_visible()
    pdf = mill_page.pdf(prefer_css_page_size=True, print_background=True)
    assert len(re.findall(rb"/Type\s*/Page\b", pdf)) == 1


def test_export_and_import_in_the_page(mill_page, tmp_path, base_url):
    with mill_page.expect_download() as download:
        mill_page.get_by_role("link", name="Export the station file").click()
    path = tmp_path / "mill.json"
    download.value.save_as(path)
    text = path.read_text("utf-8")
    mill_page.get_by_role("link", name="All stations").click()
    mill_page.get_by_label("A station file").set_input_files(path)
    mill_page.get_by_test_id("verdict").wait_for()
    with mill_page.expect_download() as again:
        mill_page.get_by_role("link", name="Export the station file").click()
    again.value.save_as(tmp_path / "again.json")
    assert (tmp_path / "again.json").read_text("utf-8") == text
    assert json.loads(text)["name"] == "Brackenfell Mill"


def test_a_bad_file_dropped_on_the_page_leaves_the_station_alone(mill_page):
    before = mill_page.get_by_test_id("verdict").inner_text()
    mill_page.evaluate("""() => {
      const data = new DataTransfer();
      data.items.add(new File(['{"format": NaN}'], 'bad.json'));
      window.dispatchEvent(new DragEvent('drop', {dataTransfer: data, cancelable: true}));
    }""")
    expect(mill_page.get_by_role("alert")).to_contain_text("The file was not taken. The file holds NaN")
    expect(mill_page.get_by_test_id("verdict")).to_have_text(before)


def test_own_parts_are_kept_on_the_shelf(mill_page):
    mill_page.get_by_text("Keep on your shelf").click()
    mill_page.get_by_label("Price, if you like").fill("84,90")
    mill_page.get_by_role("button", name="Keep", exact=True).click()
    expect(mill_page.get_by_text("It is on the shelf now.")).to_be_visible()
    mill_page.get_by_role("button", name="Insert a part after the transmitter").click()
    mill_page.get_by_role("button", name=re.compile("run to the mast *your own line, cost 84.90")).click()
    assert parts(mill_page)[0] == "run to the mast"


@full.thorough
def test_axe_finds_nothing_on_any_view(mill_page):
    views, modes = ["Questions", "Bands", "History", "Report", "Arrangements"], ["light", "dark"]
    for view, mode in full.crossed(views, modes):
        mill_page.evaluate("mode => { document.documentElement.dataset.mode = mode }", mode)
        mill_page.get_by_role("navigation", name="Views").get_by_role("link", name=view).click()
        if view == "Arrangements" and mode == "light":
            mill_page.get_by_role("button", name="Start the variant").click()
            mill_page.get_by_test_id("comparison").wait_for()
        mill_page.wait_for_timeout(300)
        for_everybody(mill_page, f"{view} {mode}")


def test_axe_finds_nothing_on_the_welcome_the_shelf_and_the_antenna(page, base_url, transactional_db):
    page.set_default_timeout(20_000)
    page.goto(base_url)
    page.get_by_role("button", name="Brackenfell Mill").wait_for()
    for step in ("welcome", "shelf", "antenna"):
        if step == "shelf":
            page.get_by_role("button", name="An empty station").click()
            page.get_by_role("button", name="Insert a part", exact=True).click()
            page.get_by_label("Search the shelf").wait_for()
            page.wait_for_timeout(300)
        if step == "antenna":
            page.keyboard.press("Escape")
            page.get_by_label("Known by").select_option("swr")
            page.get_by_label("SWR at each frequency").wait_for()
        for_everybody(page, step)
