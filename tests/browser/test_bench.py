"""The bench: a tuner's day that changes the ledger, one's own coax adopted, water found where it stands."""

import re

import numpy as np
from playwright.sync_api import Page, expect

from tests import full
from tests.browser.looking import accessible
from tests.core.bench.test_fault import COAX, WET, swept
from tests.core.bench.test_line import swept as open_and_short
from tithe.core import AttenuatedLine


def job(page: Page, name: str) -> None:
    """By the way a user goes: the view, then the job."""
    page.get_by_role("navigation", name="Views").get_by_role("link", name="Bench").click()
    page.get_by_role("navigation", name="Jobs").get_by_role("link", name=name).click()
    expect(page.get_by_role("heading", name=name, level=2)).to_be_visible()


def way(page: Page, name: str) -> None:
    page.get_by_role("radiogroup", name="How the readings come in").get_by_text(name).click()


def test_a_day_of_short_and_open_becomes_a_q_and_the_ledger_changes(mill_page):
    page = mill_page
    page.get_by_role("navigation", name="Bands").get_by_role("button", name="80 m").click()
    expect(page.get_by_test_id("verdict")).to_contain_text("On 80 m")
    row = page.get_by_role("row", name=re.compile("^room tuner"))
    expect(row).to_contain_text("matched")
    before = row.get_by_role("button", name="room tuner, loss in dB").inner_text()
    job(page, "Tuner")
    for name, text in (("MHz", "3.65"), ("matched, dB", "38"), ("short, dB", "1.6"), ("open, dB", "0.1")):
        page.get_by_role("textbox", name=f"{name}, row 1").fill(text)
    verdict = page.get_by_test_id("bench-verdict")
    expect(verdict).to_contain_text("Your tuner loses")
    expect(verdict).to_contain_text("not 0.43 dB as into 50 Ω")
    expect(page.get_by_text("half of the return loss into the short alone says 0.8 dB")).to_be_visible()
    accessible(page)
    page.get_by_role("button", name="Carry the Q of its coils into “room tuner”").click()
    page.get_by_role("link", name="See the ledger").click()
    result = page.get_by_test_id("measured")
    expect(result).to_have_text(
        re.compile(r"Your room tuner loses .* dB here \(measured .*\), not 0\.4.* as into 50 Ω")
    )
    expect(row).to_contain_text("measured, ")
    assert row.get_by_role("button", name="room tuner, loss in dB").inner_text() != before
    expect(page.get_by_text(re.compile(r"^Coil Q .* at 3\.65 MHz, measured"))).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(result).to_have_count(0)
    expect(row.get_by_role("button", name="room tuner, loss in dB")).to_have_text(before)


@full.thorough
def test_one_s_own_coax_is_measured_and_adopted(mill_page, save):
    page = mill_page
    freq = np.linspace(1e6, 60e6, 301)
    ends = open_and_short(AttenuatedLine(52, 0.665, 0.9, 0.015), 38, freq)
    job(page, "Feedline")
    way(page, "By file")
    for name, gamma in zip(("open", "short"), ends, strict=True):
        page.get_by_label(f"Far end: {name}").set_input_files(save(name, freq, gamma))
    verdict = page.get_by_test_id("bench-verdict")
    expect(verdict).to_contain_text(re.compile("A line of 51.* to 52.* Ω, velocity factor 0.665"))
    expect(verdict).to_contain_text("1.5 times what your station has for it")
    accessible(page, contrast=full.ALL)
    page.get_by_role("button", name="Put it on your shelf").click()
    expect(page.get_by_text(re.compile("“run to the mast, measured .*” is on your shelf"))).to_be_visible()
    page.get_by_role("button", name="Carry these figures into “run to the mast”").click()
    page.get_by_role("link", name="See the ledger").click()
    expect(page.get_by_test_id("measured")).to_contain_text("Your run to the mast loses")
    expect(page.get_by_text(re.compile("^k₁ 0.8.*velocity factor 0.66.*measured"))).to_be_visible()
    expect(page.get_by_role("textbox", name=re.compile("^Loss × √"))).to_have_value(re.compile(r"^0\.9"))
    page.reload()
    expect(page.get_by_test_id("measured")).to_contain_text("Your run to the mast loses")


def test_water_in_a_connector_is_found_at_its_distance(mill_page, save):
    page = mill_page
    freq = np.linspace(1e6, 300e6, 1001)
    gamma = swept(freq, (COAX, 12.3), (WET, 0.08), (COAX, 25.6))
    job(page, "Fault in a line")
    way(page, "By file")
    page.get_by_label("Far end: as it hangs").set_input_files(save("hanging", freq, gamma))
    verdict = page.get_by_test_id("bench-verdict")
    expect(verdict).to_contain_text(
        "At 12.3 m: a short piece of lower impedance, as a connector with water in it"
    )
    expect(verdict).to_contain_text("At 38 m: the far end, open")
    accessible(page, contrast=full.ALL)
    page.get_by_role("button", name="Note it in the log").click()
    expect(page.get_by_text("It is in the log, under today’s date.")).to_be_visible()
    page.get_by_role("navigation", name="Views").get_by_role("link", name="Log").click()
    expect(
        page.get_by_text(re.compile("Bench: 12.3 m: a short piece of lower impedance")).first
    ).to_be_visible()
    # A sweep of a few points is refused in a sentence; what was there before is not lost.
    job(page, "Fault in a line")
    few = np.linspace(1e6, 30e6, 5)
    page.get_by_label("Far end: as it hangs").set_input_files(save("few", few, swept(few, (COAX, 12.3))))
    expect(page.get_by_role("alert")).to_contain_text("must have 8 points or more (it has 5)")


@full.thorough
def test_the_other_jobs_are_practised_and_can_be_used_by_everybody(mill_page):
    page = mill_page
    for name in ("Watts in, watts out", "Part, choke or transformer", "Wattmeter", "The analyzer itself"):
        job(page, name)
        way(page, "Simulated bench")
        page.get_by_role("button", name="Measure").click()
        expect(page.get_by_test_id("bench-verdict")).to_be_visible()
        page.get_by_role("button", name="What is the truth?").click()
        expect(page.get_by_text(re.compile("^The truth: "))).to_be_visible()
        accessible(page, contrast=full.ALL)
