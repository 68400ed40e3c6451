"""Every view has an address: reload, back, forward, a bookmark and a new tab lead where one was."""

import re

from playwright.sync_api import expect


def go(page, view):
    page.get_by_role("navigation", name="Views").get_by_role("link", name=view).click()


def test_reload_back_and_forward_stay_inside_and_lead_where_one_was(mill_page):
    page = mill_page
    expect(page).to_have_url(re.compile(r"/stations/\d+/ledger\?mhz=7\.\d+&part="))
    expect(page).to_have_title("Ledger · Brackenfell Mill · Tithe")
    go(page, "Bands")
    go(page, "History")
    expect(page).to_have_url(re.compile(r"/stations/\d+/history"))
    expect(page).to_have_title("History · Brackenfell Mill · Tithe")
    page.reload()
    expect(page.get_by_role("heading", name="What this station was before")).to_be_visible()
    page.go_back()
    expect(page).to_have_url(re.compile(r"/stations/\d+/bands"))
    expect(page.get_by_role("link", name="Bands", exact=True)).to_have_attribute("aria-current", "page")
    page.go_back()
    expect(page.get_by_test_id("verdict")).to_be_visible()
    page.go_forward()
    expect(page).to_have_url(re.compile(r"/stations/\d+/bands"))


def test_two_steps_back_in_haste_end_where_the_address_does(mill_page):
    page = mill_page
    go(page, "Choose")
    page.get_by_role("link", name="All stations").click()
    page.get_by_role("link", name="Quarry Hedge").click()
    expect(page).to_have_title("Ledger · Quarry Hedge · Tithe")
    # The list of stations, which lies between, is still being read when the second step is made.
    page.route(re.compile("/api/stations$"), lambda route: (page.wait_for_timeout(600), route.continue_()))
    page.evaluate("history.back(); setTimeout(() => history.back(), 100)")
    expect(page).to_have_title("Choose · Brackenfell Mill · Tithe")
    page.wait_for_timeout(1200)
    expect(page).to_have_title("Choose · Brackenfell Mill · Tithe")


def test_a_bookmark_opens_the_frequency_and_the_part(mill_page):
    page = mill_page
    station = page.url.split("?")[0]
    page.goto(f"{station}?mhz=14.2&part=transmitter")
    expect(page.get_by_test_id("verdict")).to_contain_text("On 20 m")
    expect(page.get_by_label("Rated power").first).to_be_visible()
    page.get_by_role("button", name="run to the mast", exact=True).first.click()
    expect(page).to_have_url(re.compile(r"mhz=14\.2&part=5"))


def test_a_link_opens_in_a_new_tab_and_plainly_without_loading_anew(mill_page, context):
    page = mill_page
    page.evaluate("window.marked = true")
    go(page, "Choose")
    page.get_by_test_id("choice").wait_for()
    assert page.evaluate("window.marked")
    with context.expect_page() as opened:
        page.get_by_role("link", name="Bands", exact=True).click(modifiers=["Control"])
    expect(opened.value.get_by_role("link", name="Bands", exact=True)).to_have_attribute(
        "aria-current", "page"
    )
    page.get_by_role("link", name="All stations").click()
    expect(page).to_have_url(re.compile("/stations$"))
    page.get_by_role("link", name="Quarry Hedge").click()
    expect(page).to_have_title("Ledger · Quarry Hedge · Tithe")
    assert page.evaluate("window.marked")
    page.go_back()
    page.go_back()
    expect(page).to_have_title("Choose · Brackenfell Mill · Tithe")


def test_a_station_that_is_not_there_says_so_and_the_list_is_at_hand(mill_page, base_url):
    mill_page.goto(f"{base_url}/stations/999999/choose")
    expect(mill_page.get_by_role("alert")).to_have_text("Station 999999 is not kept here.")
    mill_page.get_by_role("link", name="Hollin Lane School").click()
    expect(mill_page.get_by_test_id("verdict")).to_be_visible()
    expect(mill_page.get_by_role("alert")).to_have_count(0)


def test_a_station_is_renamed_duplicated_deleted_and_the_deletion_undone(mill_page, base_url):
    page = mill_page
    page.get_by_role("link", name="All stations").click()
    page.get_by_role("button", name="Rename Brackenfell Mill").click()
    page.get_by_label("New name of Brackenfell Mill").fill("The old mill")
    page.keyboard.press("Enter")
    page.get_by_role("button", name="Duplicate The old mill").click()
    expect(page.get_by_role("link", name="The old mill (copy)")).to_be_visible()
    page.get_by_role("button", name="Delete The old mill", exact=True).click()
    expect(page.get_by_role("link", name="The old mill", exact=True)).to_have_count(0)
    page.get_by_role("button", name="Undo the deletion").click()
    expect(page.get_by_role("link", name="The old mill", exact=True)).to_be_visible()
    page.get_by_role("button", name="Delete The old mill (copy)").click()
    expect(page.get_by_role("link", name="The old mill (copy)")).to_have_count(0)  # before it is left
    page.reload()
    page.get_by_text("Deleted in the last 30 days").click()
    page.get_by_role("button", name="Bring back The old mill (copy)").click()
    page.get_by_role("link", name="The old mill (copy)").click()
    expect(page).to_have_title("Ledger · The old mill (copy) · Tithe")


def test_a_station_just_begun_stands_in_the_list_at_the_top(mill_page):
    mill_page.get_by_role("link", name="All stations").click()
    mill_page.get_by_role("button", name="An empty station").click()
    expect(mill_page).to_have_url(re.compile(r"/stations/\d+/ledger"))
    expect(mill_page.get_by_label("Name of the station")).to_have_value("New station")
    # Its name stands once: the list holds the others.
    others = mill_page.get_by_label("Open a station").locator("option")
    expect(others.filter(has_text="Brackenfell Mill")).to_have_count(1)
    expect(others.filter(has_text="New station")).to_have_count(0)
