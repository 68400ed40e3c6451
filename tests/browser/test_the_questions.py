"""The questions on which practitioners disagree, each at its address, computed for the station."""

import re

from playwright.sync_api import expect


def test_a_question_is_answered_follows_the_frequency_and_has_its_address(mill_page):
    page = mill_page
    page.get_by_role("navigation", name="Views").get_by_role("link", name="Questions").click()
    questions = page.get_by_role("navigation", name="Questions")
    expect(questions.get_by_role("link")).to_have_count(9)
    holds = page.get_by_test_id("holds")
    expect(holds).to_contain_text("the first on 40 m, the second on 80 m")
    questions.get_by_role("link", name="Where does the meter go?").click()
    expect(page).to_have_url(re.compile("/questions/meter-place"))
    expect(holds).to_contain_text("SWR 1 at the radio says nothing of the 1.28 beyond")
    page.get_by_role("navigation", name="Bands").get_by_role("button", name=re.compile("20 m")).click()
    expect(holds).to_contain_text(re.compile(r"nothing of the 7\.\d+ beyond"))
    page.reload()
    expect(holds).to_contain_text(re.compile(r"nothing of the 7\.\d+ beyond"))
    page.go_back()
    expect(page.get_by_role("heading", name="Is a tuner in the room good enough?")).to_be_visible()


def test_a_figure_of_a_question_opens_to_how_it_comes_about(mill_page):
    page = mill_page
    page.get_by_role("navigation", name="Views").get_by_role("link", name="Questions").click()
    page.get_by_role(
        "button", name=re.compile("80 m, .*given back.*show the working|80 m, gives back")
    ).click()
    dialog = page.get_by_role("dialog", name="What a change gives back")
    expect(dialog.locator("math").first).to_be_visible()
    expect(dialog.get_by_role("row", name="watts radiated with the change")).to_be_visible()
