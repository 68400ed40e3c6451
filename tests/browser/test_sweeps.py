"""Measuring and trimming on the real page: files, planes, the simulated analyzer, a trim, a diagnosis."""

import re

import pytest
from playwright.sync_api import expect

from tests import full
from tests.browser.looking import for_everybody, until
from tests.browser.test_first_slice import saved

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def sweep_page(mill_page):
    mill_page.get_by_role("navigation", name="Views").get_by_role("link", name="Sweep").click()
    mill_page.get_by_role("heading", name="Bring in a sweep").wait_for()
    return mill_page


def verdict(page):
    return page.get_by_test_id("sweep-verdict")


def measure(page, **instrument):
    if not page.get_by_role("heading", name="Bring in a sweep").is_visible():
        page.get_by_role("button", name="Bring in a sweep").click()
    for label, value in instrument.items():
        page.get_by_label(label.replace("_", " "), exact=True).fill(value)
    page.get_by_role("button", name="Measure").click()
    verdict(page).wait_for()


def test_import_a_file_and_move_the_plane(sweep_page, tmp_path):
    page = sweep_page
    measure(page)
    with page.expect_download() as download:
        page.get_by_role("link", name=".s1p").click()
    path = tmp_path / "room.s1p"
    download.value.save_as(path)
    page.get_by_role("button", name="Take out").click()
    page.get_by_label("A sweep file").set_input_files(path)
    expect(verdict(page)).to_contain_text("The SWR is lowest at 7.08")
    expect(page.get_by_text("flatters the antenna")).to_be_visible()
    page.get_by_role("button", name="Show the sweep at the feedpoint").click()
    expect(verdict(page)).to_contain_text("It is resonant (X is zero)")
    row = page.get_by_role("row", name=re.compile("Draw 40 m alone"))
    expect(row).to_contain_text("nothing")
    page.get_by_role("button", name="Draw 40 m alone").click()
    expect(page.get_by_role("button", name="The whole sweep")).to_be_visible()
    page.get_by_role("button", name="Make it the station’s antenna").click()
    expect(page.get_by_role("status").filter(has_text="the ledger follows")).to_be_visible()
    saved(page)
    page.get_by_role("navigation", name="Views").get_by_role("link", name="Ledger").click()
    expect(page.get_by_test_id("verdict")).to_contain_text("On 40 m, 81 of 100 W leave")
    rail = page.get_by_role("navigation", name="Bands")
    expect(rail.get_by_role("button", name=re.compile("20 m"))).to_contain_text("no data")


def test_csv_columns_are_confirmed_and_a_bad_line_is_named(sweep_page, tmp_path):
    page, path = sweep_page, tmp_path / "notebook.csv"
    path.write_text("7000;1.9\n7100;1.3\n7200;1.8\n", "utf-8")
    page.get_by_label("A sweep file").set_input_files(path)
    form = page.get_by_role("form", name="What the columns hold")
    expect(form).to_contain_text("The headings do not say all")
    form.get_by_label("Unit of the frequency").select_option("khz")
    form.get_by_role("button", name="Take it so").click()
    expect(verdict(page)).to_contain_text("Without the phase nobody can tell where it is resonant")
    page.get_by_role("button", name="Bring in a sweep").click()
    path.write_text("MHz;SWR\n7.0;1.9\n7.1;0.3\n", "utf-8")
    page.get_by_label("A sweep file").set_input_files(path)
    page.get_by_role("button", name="Take it so").click()
    expect(page.get_by_role("alert")).to_contain_text("Line 3 has an SWR of 0.3")
    page.get_by_label("MHz and SWR").fill("7.0 1.7\n7.1 1.2\n7.2 1.6")
    page.get_by_role("button", name="Take these readings").click()
    expect(verdict(page)).to_contain_text("The SWR is lowest at 7.1")


def trim_step(page, length, centimetres):
    """Change the wire, as a resonator of that length, and sweep again."""
    page.evaluate("scrollTo(0, 0)")
    page.get_by_role("button", name="inverted vee", exact=True).first.click()
    page.get_by_role("navigation", name="Views").get_by_role("link", name="Ledger").click()
    page.get_by_label("Known by").select_option("resonator")
    page.get_by_label("Resonant at").fill(str(length))
    saved(page)
    page.get_by_role("navigation", name="Views").get_by_role("link", name="Sweep").click()
    page.get_by_role("button", name="Bring in a sweep").click()
    page.get_by_label("It was taken").select_option("7")
    page.get_by_label("a step of trimming").check()
    if centimetres:
        page.get_by_label("done to each side before it, + longer").fill(centimetres)
    page.get_by_role("button", name="Measure").click()
    page.get_by_test_id("sweep-verdict").wait_for()


@full.thorough
def test_a_trim_in_three_steps_one_of_them_the_wrong_way(sweep_page):
    page = sweep_page
    trim_step(page, 7.20, "")
    page.get_by_text("Trim", exact=True).click()
    page.get_by_role("button", name=re.compile("Start trimming")).click()
    page.get_by_label("Length of a side").fill("10 m")
    expect(page.get_by_test_id("trim-verdict")).to_contain_text(
        "kHz too high. Lengthen each side by about 14 cm"
    )
    trim_step(page, 7.30, "-14")
    log = page.get_by_role("list", name="Trim log")
    expect(log).to_contain_text("That went the wrong way: it moved")
    trim_step(page, 7.12, "25")
    expect(log.get_by_role("listitem")).to_have_count(3)
    expect(log).to_contain_text("towards the goal")
    expect(page.get_by_text("kHz per centimetre")).to_be_visible()
    expect(page.get_by_test_id("trim-verdict")).to_contain_text("kHz too high")
    page.reload()
    page.get_by_role("navigation", name="Views").get_by_role("link", name="Sweep").click()
    page.get_by_text("Trim", exact=True).click()
    expect(log.get_by_role("listitem")).to_have_count(3)


@full.thorough
def test_a_storm_is_diagnosed_against_the_baseline(sweep_page):
    page = sweep_page
    measure(page)
    page.get_by_role("button", name="Make it the baseline").click()
    expect(page.get_by_role("button", name="No longer the baseline")).to_be_visible()
    page.get_by_role("navigation", name="Views").get_by_role("link", name="Ledger").click()
    page.get_by_role("button", name="run to the mast", exact=True).first.click()
    page.get_by_label("Type", exact=True).select_option("rg-174")
    saved(page)
    page.route("**/api/sweeps/*/look", lambda route: None)  # an answer that does not come
    page.get_by_role("navigation", name="Views").get_by_role("link", name="Sweep").click()
    page.get_by_text("Waiting for the server").wait_for()
    page.get_by_role("button", name="Bring in a sweep").click()
    expect(page.get_by_text("Waiting for the server")).to_have_count(0)  # it would move what is pressed next
    page.unroute("**/api/sweeps/*/look")
    measure(page, Seed_of_the_simulated_errors="7")
    page.get_by_text("Against the baseline", exact=True).click()
    expect(page.get_by_test_id("drift-verdict")).to_contain_text("Water in the cable")


@full.thorough
def test_radials_are_noted_and_weighed(sweep_page):
    page = sweep_page
    page.get_by_label("It was taken").select_option("7")
    measure(page)
    page.get_by_text("Radials", exact=True).first.click()
    page.get_by_role("textbox", name="Radials").fill("4")
    page.get_by_label("Length of each").fill("5")
    page.get_by_role("button", name="Note it").click()
    expect(page.get_by_text("Two different counts tell")).to_be_visible()
    expect(page.get_by_role("row", name=re.compile("^4 20 "))).to_be_visible()


def test_axe_finds_nothing_on_the_sweep_views(sweep_page):
    page, panes = sweep_page, ["bring", "Read it", "Trim", "Radials", "Against the baseline"]
    for pane, mode in full.crossed(panes, ["dark", "light"]):
        page.evaluate("mode => { document.documentElement.dataset.mode = mode }", mode)
        if pane == "Read it" and verdict(page).count() == 0:
            measure(page)
        if pane not in ("bring", "Read it"):
            page.get_by_text(pane, exact=True).first.click()
        page.wait_for_timeout(250)
        for_everybody(page, f"{pane} {mode}", contrast=full.ALL or pane in ("bring", "Read it"))


def test_ten_thousand_points_from_file_to_picture(sweep_page, tmp_path, record_property):
    rows = "".join(f"{1.8 + 0.00282 * k:.5f} {0.9 - 0.8 * (k % 5000 == 2500)} 0.01\n" for k in range(10_001))
    path = tmp_path / "large.s1p"
    path.write_text("# MHz S RI R 50\n" + rows, "utf-8")
    sweep_page.get_by_label("A sweep file").set_input_files(path)
    expect(verdict(sweep_page)).to_contain_text("The SWR is lowest")
    until(sweep_page, "performance.getEntriesByName('tithe:sweep-drawn').length > 0")
    took = sweep_page.evaluate("performance.getEntriesByName('tithe:sweep-drawn')[0].duration")
    record_property("10,001 points from upload to drawn, ms", round(took))
