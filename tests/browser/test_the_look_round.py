"""The look round: by itself once, over the demo; it leaves the page in use, and comes again when asked."""

import pytest
from playwright.sync_api import expect

from tests import full
from tests.browser.looking import for_everybody

STEPS = 8
"""The run, the bands, the ledger, the part at hand, and each group of views."""


@pytest.mark.fresh
def test_step_by_step_once_by_keyboard_and_again_when_asked_for(mill_page, base_url):
    page = mill_page
    card = page.get_by_role("dialog", name="A look round")
    titles = []
    for n in range(STEPS):
        expect(card).to_contain_text(f"{n + 1} of {STEPS}")
        titles.append(card.get_by_role("heading").inner_text())
        expect(page.locator(".looked-at")).to_have_count(1)
        if n == 2:
            for_everybody(page, contrast=full.ALL)
        card.get_by_role("button").last.press("Enter")
    assert len(set(titles)) == STEPS
    expect(card).to_be_hidden()
    page.reload()
    page.get_by_test_id("verdict").wait_for()
    expect(card).to_be_hidden()
    page.get_by_role("link", name="All stations").click()
    page.get_by_role("button", name="A look round").click()
    expect(card).to_contain_text(f"1 of {STEPS}")
    page.get_by_role("navigation", name="Views").get_by_role(
        "link", name="Bands"
    ).click()  # the page is in use
    expect(page.get_by_role("heading", name="Bands").or_(page.get_by_text("Region")).first).to_be_visible()
    page.keyboard.press("Escape")
    expect(card).to_be_hidden()
    expect(page.locator(".looked-at")).to_have_count(0)
