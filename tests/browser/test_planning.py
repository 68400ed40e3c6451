"""From an empty station and a garden to an antenna, a run and a verdict."""

import re

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import expect


def test_a_garden_leads_to_an_antenna_a_run_and_a_verdict(transactional_db, page, base_url):
    page.set_default_timeout(8000)
    page.goto(base_url)
    page.get_by_text("An empty station").click()
    page.get_by_text("What do you have room for?").click()
    page.get_by_label("Highest support, a tree or a mast").fill("8")
    page.get_by_role("button", name="A wire of").click()
    verdict = page.get_by_test_id("verdict")
    expect(verdict).to_contain_text("leave the antenna")
    inspector = page.get_by_label("Inspector")
    expect(inspector.get_by_role("img", name=re.compile("From the side: up to 8 m high"))).to_be_visible()
    table = inspector.get_by_role("region", name="What it will probably be, band by band")
    before = table.get_by_role("row", name="40 m").inner_text()
    page.get_by_role("button", name="Insert a part", exact=True).click()
    page.get_by_label("Search the shelf").fill("wide t tuner")
    page.get_by_role("button", name=re.compile("Wide T tuner")).click()
    expect(verdict).to_contain_text(re.compile(r"On 40 m, (between )?[\d.]+( and [\d.]+)? of 100 W"))
    page.get_by_role("button", name="antenna", exact=True).click()
    inspector.get_by_role("textbox", name="Wire", exact=True).fill("14")
    expect(table.get_by_role("row", name="40 m")).not_to_have_text(before)
    expect(inspector.get_by_text("This is an estimate")).to_be_visible()
    results = Axe().run(page)
    assert results.violations_count == 0, results.generate_report()
    page.set_viewport_size({"width": 390, "height": 800})
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    page.get_by_role("button", name="Undo").click()
    expect(table.get_by_role("row", name="40 m")).to_have_text(re.compile(".+"))
