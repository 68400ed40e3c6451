"""A server that goes away and comes back, and everything out and in, as a person sees them."""

import re

from playwright.sync_api import expect

from tests.web.test_server_process import Server


def test_what_is_typed_while_the_server_is_dead_is_kept_when_it_returns(page, tmp_path):
    server = Server(tmp_path)
    page.goto(f"http://127.0.0.1:{server.port}/stations/1")
    page.get_by_test_id("verdict").wait_for()
    length = page.get_by_label("Length", exact=True).first
    before = server.call("GET", "/api/stations/1")["version"]
    server.kill()
    length.fill("17.5")
    expect(page.get_by_text(re.compile("does not answer")).first).to_be_visible(timeout=10_000)
    again = Server(tmp_path, server.port)
    expect(page.get_by_text("Saved", exact=True)).to_be_visible(timeout=40_000)
    kept = again.call("GET", "/api/stations/1")
    assert 17.5 in [part.get("length_m") for part in kept["document"]["chain"]]
    assert kept["version"] == before + 1
    page.reload()
    expect(page.get_by_test_id("verdict")).to_be_visible()
    assert kept["version"] == again.call("GET", "/api/stations/1")["version"]
    again.kill()


def test_a_view_that_asks_a_dead_server_says_so_and_answers_when_it_returns(page, tmp_path):
    server = Server(tmp_path)
    page.goto(f"http://127.0.0.1:{server.port}/stations/1")
    page.get_by_test_id("verdict").wait_for()
    page.get_by_role("link", name="Choose").click()
    line = page.get_by_label("Only this line")
    expect(line.locator("option").nth(2)).to_be_attached()  # the view and its first answer are there
    server.kill()
    line.select_option(index=1)
    expect(page.get_by_text(re.compile("does not answer")).first).to_be_visible()
    again = Server(tmp_path, server.port)
    line.select_option(index=2)
    expect(page.get_by_text(re.compile("does not answer"))).to_have_count(0)
    expect(page.get_by_test_id("choice")).to_be_visible()
    again.kill()


def test_everything_is_taken_out_and_brought_in_again(mill_page, base_url, tmp_path):
    page = mill_page
    page.goto(f"{base_url}/start")
    with page.expect_download() as download:
        page.get_by_role("link", name="Everything as one file").click()
    path = tmp_path / "all.jsonl"
    download.value.save_as(path)
    chooser = page.get_by_label("A station file, or one with everything")
    chooser.set_input_files(path)
    expect(page.get_by_role("status")).to_contain_text("4 stations were taken in")
    expect(page.get_by_role("link", name="Brackenfell Mill")).to_have_count(2)
    chooser.set_input_files(path)
    expect(page.get_by_role("status")).to_contain_text("4 were here already")
    expect(page.get_by_role("link", name="Brackenfell Mill")).to_have_count(2)
    lines = path.read_text().splitlines()
    path.write_text("\n".join(lines[:-1]))
    chooser.set_input_files(path)
    expect(page.get_by_role("alert")).to_contain_text("It was cut off")
    path.write_text("\n".join([lines[0], '{"text": 3}', '{"end": {"lines": 2, "parts": 0, "stations": 0}}']))
    chooser.set_input_files(path)
    expect(page.get_by_role("alert")).to_contain_text("text must be text (it is 3)")
