"""Practice, as a person plays it: begun at the front door, read, answered; and in one’s own station."""

import re

from playwright.sync_api import expect

from tests import full
from tests.browser.looking import accessible


@full.thorough
def test_something_is_hidden_read_for_and_told(mill_page):
    page = mill_page
    page.get_by_role("link", name="All stations").click()
    page.get_by_role("button", name="Practice", exact=True).click()
    expect(page).to_have_url(re.compile("/practice"))
    page.get_by_role("button", name="Hide something in it").click()
    read = page.get_by_role("form", name="Read next")
    read.get_by_role("button").click()
    expect(page.get_by_role("row", name=re.compile("in the room|radio"))).to_have_count(1)
    read.get_by_role("combobox").first.select_option(index=2)
    read.get_by_role("button").click()
    expect(page.get_by_role("row", name=re.compile("Minutes so far"))).to_contain_text(re.compile(r"\d\d"))
    page.reload()
    expect(page.get_by_role("row", name=re.compile("Minutes so far"))).to_be_visible()
    page.get_by_label("What is wrong").select_option(index=1)
    page.get_by_role("button", name="That is it").click()
    verdict = page.get_by_test_id("practice-verdict")
    expect(verdict).to_contain_text("the best way takes")
    expect(page.get_by_test_id("score")).to_contain_text("Of the last 1")
    accessible(page)
    page.get_by_role("button", name="Another round").click()
    page.get_by_text("Two causes, in this station").click()
    page.get_by_role("button", name="Hide something in it").click()
    expect(page.get_by_text("“Brackenfell Mill”, with")).to_be_visible()
