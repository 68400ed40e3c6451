"""Lines compared where one is to stand, and the best of them taken."""

import re

from playwright.sync_api import expect


def test_another_line_is_found_by_its_loss_and_put_in(mill_page):
    page = mill_page
    page.get_by_label("Frequency", exact=True).first.fill("14.2")
    page.get_by_role("button", name="run to the mast", exact=False).first.click()
    page.get_by_role("button", name="Compare lines here").click()
    shelf = page.get_by_role("dialog", name="Another line")
    rows = shelf.get_by_role("region", name="Feedlines side by side").locator("tbody tr")
    expect(shelf.get_by_role("row", name="RG-213/U, as now")).to_contain_text("9.3")
    expect(rows.first).to_contain_text("RG-174/U")
    shelf.get_by_role("button", name="RG-213/U, loss here, dB: show the working").click()
    derivation = page.get_by_role("dialog", name="Loss of a line from its real currents")
    expect(derivation.get_by_role("row", name="loss of the part")).to_contain_text("9.30")
    page.keyboard.press("Escape")
    expect(derivation).to_be_hidden()
    expect(rows.first).to_be_visible()
    shelf.get_by_role("button", name="here, dB", exact=True).click()
    expect(rows.first).to_contain_text("Open-wire line")
    shelf.get_by_role("button", name="price").click()
    expect(rows.first).to_contain_text("RG-6 foam")
    shelf.get_by_label("Length").fill("20")
    shelf.get_by_role("button", name=re.compile("^450 Ω windowed line")).click()
    expect(shelf).to_be_hidden()
    inspector = page.get_by_label("Inspector")
    expect(inspector.get_by_label("Type")).to_have_value("window-450")
    expect(inspector.get_by_role("textbox", name="Length")).to_have_value("20")
    page.get_by_role("button", name="Undo").click()
    expect(inspector.get_by_label("Type")).to_have_value("rg-213")
    expect(inspector.get_by_role("textbox", name="Length")).to_have_value("38")


def test_a_length_that_is_none_is_said_and_the_last_figures_stay(mill_page):
    page = mill_page
    page.get_by_role("button", name="Insert", exact=False).first.click()
    shelf = page.get_by_role("dialog")
    row = shelf.get_by_role("row", name="RG-58C/U")
    expect(row.get_by_role("cell")).to_have_count(4)
    before = row.inner_text()
    shelf.get_by_label("Length").fill("far")
    expect(shelf.get_by_role("alert")).to_contain_text("length must be a number")
    assert row.inner_text() == before
