"""Figures that open to how they come about, by mouse and by keyboard."""

import re

import pytest
from playwright.sync_api import expect

from tests import full
from tests.browser.looking import for_everybody, narrow

FIGURE = re.compile("show the working")


def figure(page, name):
    return page.get_by_role("button", name=f", {name}: show the working")


def test_how_the_loss_of_a_line_comes_about(mill_page):
    page = mill_page
    page.get_by_label("Frequency", exact=True).first.fill("14.2")
    opened = figure(page, "run to the mast, loss in dB")
    expect(opened).to_have_text("9.3")
    opened.click()
    dialog = page.get_by_role("dialog", name="Loss of a line from its real currents")
    expect(dialog.locator("math").first).to_be_visible()
    expect(dialog.get_by_role("row", name="loss of the part")).to_contain_text(re.compile(r"9\.30\d+ dB"))
    expect(dialog.get_by_text(re.compile("The handbook’s rule gives 9.3"))).to_be_visible()
    expect(dialog.get_by_text("Transmission-line theory")).to_be_visible()
    page.keyboard.press("Escape")
    expect(dialog).to_be_hidden()
    expect(opened).to_be_focused()


def test_how_what_a_tuner_takes_comes_about_by_keyboard_alone(mill_page):
    page = mill_page
    table = page.get_by_role("table").filter(has=page.get_by_role("columnheader", name="takes, W"))
    stops = table.get_by_role("button", name=FIGURE)
    expect(table.locator("button.fig[tabindex='0']")).to_have_count(1)
    stops.first.focus()
    for _ in range(stops.count()):
        name = page.evaluate("document.activeElement.ariaLabel")
        if "room tuner, watts taken" in name:
            break
        page.keyboard.press("ArrowRight")
    page.keyboard.press("Enter")
    dialog = page.get_by_role("dialog", name="Power in less power out")
    expect(dialog.get_by_role("row", name="power that becomes heat in the part")).to_contain_text(
        re.compile(rf"{name.split(',')[0][0]}\.0\d+ W")
    )
    page.keyboard.press("Escape")
    expect(page.locator("button.fig:focus")).to_have_attribute("aria-label", name)


@pytest.mark.parametrize(("width", "mode"), full.of([(390, "dark")], [(390, "dark"), (1280, "light")]))
def test_axe_finds_nothing_in_a_working_of_an_unknown_phase(mill_page, base_url, width, mode):
    page = mill_page
    page.set_viewport_size({"width": width, "height": 800})
    page.emulate_media(color_scheme=mode)
    page.goto(base_url)
    page.get_by_role("button", name="Make it a station").click()
    figure(page, "RG-58C/U, loss in dB").click()
    expect(page.get_by_text("Where it is most:").first).to_be_visible()
    for_everybody(page)
    narrow(page, width)


@full.thorough
def test_a_candidate_of_the_choice_shows_how_its_watts_come_about(mill_page):
    page = mill_page
    page.get_by_role("navigation", name="Views").get_by_role("link", name="Choose").click()
    page.get_by_role("region", name="Candidates by bands").locator("tbody th button").nth(1).click()
    figure(page, "dB behind the best").first.click()
    expect(page.get_by_role("dialog").locator("math").first).to_be_visible()
    expect(page.get_by_role("dialog").get_by_text("It holds")).to_be_visible()


@full.thorough
def test_the_map_beside_the_choice_and_the_next_cut_open_too(mill_page):
    page = mill_page
    page.get_by_role("navigation", name="Views").get_by_role("link", name="Choose").click()
    page.get_by_text("The picture as a table").first.click()
    figure(page, "40 m, extra loss").click()
    expect(page.get_by_role("dialog", name="Additional loss due to SWR")).to_be_visible()
    page.keyboard.press("Escape")
    page.get_by_role("navigation", name="Views").get_by_role("link", name="Sweep").click()
    page.get_by_role("button", name="Measure").click()
    page.get_by_test_id("sweep-verdict").wait_for()
    page.get_by_role("button", name="Trim step").or_(
        page.get_by_text("Count it as a trim step")
    ).first.click()
    page.get_by_text("Trim", exact=True).click()
    page.get_by_role("button", name="Start trimming").click()
    page.get_by_label("The dip should lie at").fill("7.0")
    page.get_by_label("Length of a side").fill("10")
    figure(page, "change by the rule").click()
    dialog = page.get_by_role("dialog", name="How much to cut or lengthen")
    expect(dialog.get_by_role("row", name="change of each side")).to_contain_text(re.compile(r"0\.1\d+ m"))
