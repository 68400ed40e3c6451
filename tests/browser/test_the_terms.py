"""Terms explain themselves where they stand: hovered, focused, tapped; and all of them in one list."""

import pytest
from playwright.sync_api import expect

from tests import full
from tests.browser.looking import for_everybody


def test_by_mouse_by_keyboard_and_in_the_list(mill_page):
    page = mill_page
    page.get_by_role("button", name="room tuner").first.click()
    inspector = page.get_by_label("Inspector")
    term = inspector.get_by_role("button", name="Capacitors", exact=True).first
    meaning = page.get_by_role("tooltip")
    term.hover()
    expect(meaning).to_contain_text("stores charge")
    page.mouse.move(0, 0)
    expect(meaning).to_be_hidden()
    inspector.get_by_label("Found for").focus()
    page.keyboard.press("Tab")
    expect(meaning).to_contain_text("stores charge")
    box, window = meaning.bounding_box(), page.viewport_size
    assert box["x"] >= 0 and box["x"] + box["width"] <= window["width"]
    page.keyboard.press("Escape")
    expect(meaning).to_be_hidden()
    expect(inspector.get_by_label("Capacitors from")).to_have_value("20")  # the label's name is as it was
    page.get_by_role("button", name="Terms").click()
    page.get_by_label("Search the terms").fill("leaks over")
    expect(page.get_by_role("dialog").get_by_role("term")).to_have_text(["directivity"])
    for_everybody(page, contrast=full.ALL)


@pytest.mark.browser_context_args(has_touch=True, viewport={"width": 390, "height": 800})
def test_by_tap_on_a_narrow_screen(mill_page):
    page = mill_page
    page.get_by_role("columnheader", name="dB").get_by_role("button").tap()
    meaning = page.get_by_role("tooltip")
    expect(meaning).to_contain_text("a ratio of powers")
    box = meaning.bounding_box()
    assert box["x"] >= 0 and box["x"] + box["width"] <= 390
    page.get_by_test_id("verdict").tap()
    expect(meaning).to_be_hidden()
