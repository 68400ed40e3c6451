"""Choosing on the real page: a verdict, what changes it, and adopting a candidate."""

import re
import time
from itertools import product

import pytest
from playwright.sync_api import expect

from tests import full
from tests.browser.looking import for_everybody
from tests.browser.test_first_slice import saved
from tests.browser.test_laying_out import parts
from tithe.answers.choose import answers
from tithe.core.choose import evaluated

pytestmark = pytest.mark.django_db(transaction=True)


def go(page, view):
    page.get_by_role("navigation", name="Views").get_by_role("link", name=view).click()


@pytest.fixture
def choose_page(mill_page):
    go(mill_page, "Choose")
    mill_page.get_by_test_id("choice").wait_for()
    return mill_page


def verdict(page):
    return page.get_by_test_id("choice")


@full.thorough
def test_lengths_are_tried_and_forbidding_a_placement_changes_the_verdict(choose_page):
    page = choose_page
    page.get_by_role("button", name="Try all lengths").click()
    result = page.get_by_test_id("lengths")
    expect(result).to_contain_text("less than the 100 W of the radio is borne")
    expect(result).to_contain_text("The most on the weakest band leaves at")
    form = page.get_by_role("region", name="Feeder length")
    form.get_by_label("From", exact=True).fill("60")
    page.get_by_role("button", name="Try all lengths").click()
    expect(page.get_by_role("alert")).to_contain_text("must be above the first length (60)")

    expect(verdict(page)).to_contain_text("Open line to a balanced tuner in the room")
    expect(page.get_by_test_id("sure")).to_contain_text("100 of 100 cases tried")
    page.get_by_label("no open line indoors").check()
    expect(verdict(page)).not_to_contain_text("Open line to a balanced tuner in the room")
    page.get_by_label("the antenna is fed against ground").check()
    page.get_by_label("no power at the mast").check()
    expect(verdict(page)).to_contain_text("tuner in the room")
    matrix = page.get_by_role("region", name="Candidates by bands")
    expect(matrix).not_to_contain_text("a tuner at the feedpoint")
    page.get_by_role("button", name="Undo").click()
    expect(matrix).to_contain_text("a tuner at the feedpoint")
    saved(page)
    page.reload()
    go(page, "Choose")
    expect(page.get_by_label("the antenna is fed against ground")).to_be_checked()


def test_a_wider_bound_and_a_budget_make_it_cheaper(choose_page):
    page = choose_page
    worth = page.get_by_label("A dB is worth")
    looks = "field => { const { color, fontStyle } = getComputedStyle(field, '::placeholder'); "
    unset = worth.evaluate(looks + "return [fontStyle, color === getComputedStyle(field).color]; }")
    assert unset == ["italic", False]  # what holds where nothing is typed is not taken for what is
    worth.fill("0")
    slider = page.get_by_role("slider", name="dB behind the best that are near enough")
    slider.focus()
    slider.press("End")
    expect(page.get_by_text("6 dB of the best").first).to_be_visible()
    expect(verdict(page)).to_contain_text("Nothing is worth doing")
    slider.press("Home")
    expect(verdict(page)).to_contain_text("A tuner at the feedpoint, on Foam hardline 7/8 in")
    page.get_by_text("the cheapest, all as typed").click()
    page.get_by_label("Spend at most").fill("80")
    expect(verdict(page)).to_contain_text("ribbon")
    page.get_by_label("Spend at most").fill("much")
    expect(page.get_by_text("Spend at most must be a number")).to_be_visible()
    expect(page.get_by_text("What is marked as wrong must be mended first")).to_be_visible()


@full.thorough
def test_a_candidate_is_laid_beside_and_adopted_and_all_are_sorted(choose_page):
    page = choose_page
    before = parts(page)
    row = page.get_by_role("row", name=re.compile("open line to a balanced tuner in the room 450"))
    row.get_by_role("button", name=re.compile("open line")).click()
    beside = page.get_by_role("region", name="Beside what stands now")
    expect(beside).to_contain_text("38 m of 450 Ω windowed line")
    page.get_by_role("navigation", name="Bands").get_by_role("button", name=re.compile("30 m")).click()
    expect(beside.get_by_role("heading", level=3)).to_contain_text("at 10.125 MHz")
    beside.get_by_role("button", name="Adopt it as an arrangement").click()
    assert parts(page) == [
        "jumper",
        "radio side",
        "choke",
        "room tuner",
        "450 Ω windowed line",
    ]
    saved(page)
    go(page, "Arrangements")
    expect(page.get_by_test_id("comparison")).to_contain_text("“as it is” would be heard to differ")
    page.get_by_role("button", name="Undo").click()
    assert parts(page) == before

    go(page, "Choose")
    verdict(page).wait_for()
    matrix = page.get_by_role("region", name="Candidates by bands")
    few = matrix.get_by_role("row").count()
    page.get_by_role("button", name=re.compile(r"All \d+")).click()
    expect(matrix.get_by_role("row")).to_have_count(418)
    assert few < 20
    # Names are looked for in the head alone: of 418 rows it would be most of what this test takes.
    matrix.locator("thead").get_by_role("button", name=re.compile("^cost")).click()
    costs = [float(t) for t in matrix.locator("tbody tr td:last-child").all_inner_texts()[:6]]
    assert costs == sorted(costs)


@full.thorough
def test_an_unknown_phase_shows_progress_and_an_interval(mill_page, monkeypatch):
    def slowly(*question):
        for n, grid in enumerate(evaluated(*question)):
            time.sleep(0.3 if n < 5 else 0)  # or the answer comes before one could read of it
            yield grid

    monkeypatch.setattr(answers, "evaluated", slowly)
    page = mill_page
    page.get_by_role("button", name="inverted vee", exact=True).first.click()
    page.get_by_label("Known by").select_option("swr")
    page.get_by_label("SWR at each frequency").fill("3.5 3\n3.8 2.5\n7 1.5\n7.2 1.8\n14 5\n14.35 4")
    saved(page)
    go(page, "Choose")
    expect(page.get_by_role("status")).to_contain_text("Computing candidates")
    expect(verdict(page)).to_contain_text("depending on the phase", timeout=20_000)
    expect(page.get_by_text("Left out, for want of antenna data")).to_be_visible()


def test_an_empty_station_is_told_what_it_lacks(page, base_url, transactional_db):
    page.set_default_timeout(20_000)
    page.goto(base_url)
    page.get_by_role("button", name="An empty station").click()
    page.get_by_role("button", name="Describe the antenna").wait_for()
    go(page, "Choose")
    expect(page.get_by_role("alert")).to_contain_text("say how long it will be")


STATIONS = ["Brackenfell Mill", "Hollin Lane School", "Quarry Hedge"]


@pytest.mark.parametrize(
    ("station", "mode"),
    full.of([("Quarry Hedge", "dark")], [*product(STATIONS, ["light", "dark"])]),
)
def test_axe_finds_nothing_on_any_station(mill_page, station, mode):
    page = mill_page
    if station != "Brackenfell Mill":
        page.get_by_label("Open a station").select_option(label=station)
        expect(page.get_by_label("Name of the station")).to_have_value(station)
    page.evaluate("mode => { document.documentElement.dataset.mode = mode }", mode)
    go(page, "Choose")
    verdict(page).wait_for()
    page.get_by_test_id("sure").wait_for()
    page.get_by_text("The picture as a table").wait_for()
    page.wait_for_timeout(400)
    for_everybody(page)
