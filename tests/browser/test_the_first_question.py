"""A question on the front door: answered while it is typed, sent on by its address, made into a station."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.looking import for_everybody


@pytest.fixture
def door(transactional_db, page, base_url):
    """The front door with nothing kept."""
    page.set_default_timeout(20_000)
    page.goto(base_url)
    page.get_by_test_id("loss-sentence").wait_for()
    return page


def test_by_keyboard_alone_from_the_door_to_the_loss_and_on_to_a_station(door):
    page = door
    page.get_by_label("Feedline", exact=True).focus()
    page.keyboard.type("RG-213")
    for text in ("100 ft", "7.1", "5", "400"):
        page.keyboard.press("Tab")
        if page.evaluate("document.activeElement.matches('button.term')"):  # a term stops on the way
            page.keyboard.press("Tab")
        page.keyboard.press("Control+A")
        page.keyboard.type(text)
    sentence = page.get_by_test_id("loss-sentence")
    expect(sentence).to_contain_text(re.compile(r"of 400 W arrive at the antenna\. 30 m of RG-213/U"))
    expect(page).to_have_url(re.compile(r"/loss\?line=rg-213&length=100\+ft&mhz=7\.1&swr=5&power=400"))
    said = sentence.text_content()
    page.reload()
    expect(sentence).to_have_text(said)
    page.get_by_role("button", name="Make it a station").press("Enter")
    expect(page.get_by_test_id("verdict")).to_contain_text("of 400 W leave the antenna")
    watts = re.search(r"etween ([\d.]+ and [\d.]+) of", said).group(1)
    expect(page.get_by_test_id("verdict")).to_contain_text(watts)
    page.go_back()
    expect(sentence).to_have_text(said)


def test_lines_side_by_side_a_mistake_keeps_the_last_answer(door):
    page = door
    page.get_by_text("Where it was read, a tuner, another line").click()
    page.get_by_label("A second line").select_option("rg-174")
    page.get_by_label("A third line").select_option("hard-12")
    expect(page.get_by_test_id("loss-sentence")).to_have_count(3)
    expect(page.get_by_role("columnheader", name="RG-174/U").first).to_be_visible()
    page.get_by_label("SWR", exact=True).fill("x")
    expect(page.get_by_role("alert")).to_have_text("The SWR must be a number (it is 'x').")
    expect(page.get_by_test_id("loss-sentence")).to_have_count(3)
    page.get_by_label("SWR", exact=True).fill("4")
    expect(page.get_by_role("alert")).to_have_count(0)


def test_its_figures_open_to_how_they_come_about(door):
    page = door
    page.get_by_role("button", name=re.compile("additional loss due to SWR, dB: show the working")).click()
    dialog = page.get_by_role("dialog", name="Additional loss due to SWR")
    expect(dialog.locator("math").first).to_be_visible()
    expect(dialog.get_by_text("Where it is least:").first).to_be_visible()
    page.keyboard.press("Escape")
    page.get_by_text("The picture as a table").first.click()
    page.get_by_role("button", name=re.compile("SWR at the antenna 3, W arrive: show the working")).click()
    expect(page.get_by_role("dialog", name="Radiated share of the power fed")).to_be_visible()


@pytest.mark.parametrize(("width", "mode"), [(1280, "light"), (390, "dark")])
def test_axe_finds_nothing_at_the_door(door, width, mode):
    door.set_viewport_size({"width": width, "height": 900})
    door.evaluate("mode => { document.documentElement.dataset.mode = mode }", mode)
    for table in door.get_by_text("The picture as a table").all():
        table.click()
    for_everybody(door)
