"""Takes the pictures of docs/screenshots from the demo stations, in a throw-away data folder."""

import os
import socket
import subprocess
import sys
import tempfile
import urllib.request
from collections.abc import Callable
from pathlib import Path
from time import sleep

from playwright.sync_api import Page, sync_playwright

OUT = Path(__file__).parent / "screenshots"
ROOT = Path(__file__).parents[1]


def band(page: Page, name: str) -> None:
    """Look at a band; on a narrow screen they are behind a line."""
    rail = page.get_by_role("navigation", name="Bands")
    line = rail.get_by_role("button", name="Bands")
    if line.is_visible() and line.get_attribute("aria-expanded") == "false":
        line.click()
    rail.get_by_role("button", name=name).click()


def view(page: Page, name: str) -> None:
    """Go to a view."""
    page.get_by_role("navigation", name="Views").get_by_role("link", name=name).click()


def shelf(page: Page) -> None:
    """Lay the shelf's lines beside the one that stands there."""
    band(page, "30 m")
    page.get_by_role("button", name="Compare lines here").click()
    page.get_by_role("button", name="here, dB", exact=True).click()


def working(page: Page) -> None:
    """How the loss of a line comes about."""
    band(page, "30 m")
    page.get_by_role("button", name=", run to the mast, loss in dB: show the working").click()
    page.locator("math").first.wait_for()


def fresh_mill(page: Page) -> None:
    """Begin a mill of its own, so that other pictures keep theirs."""
    page.get_by_role("button", name="Brackenfell Mill", exact=True).click()
    page.get_by_test_id("verdict").wait_for()


def variant(page: Page) -> None:
    """Lay the tuner at the mast beside the tuner in the room."""
    fresh_mill(page)
    view(page, "Arrangements")
    page.get_by_label("Keep this one and start a variant called").fill("tuner at the mast")
    page.get_by_role("button", name="Start the variant").click()
    page.get_by_role("button", name="room tuner", exact=True).first.focus()
    for _ in range(4):
        page.keyboard.press("Shift+ArrowRight")
    band(page, "30 m")


def place(page: Page) -> None:
    """A place of one's own, and what fits in it."""
    page.get_by_text("An empty station").click()
    page.get_by_role("button", name="Describe the place").click()
    page.get_by_label("To be heard in").select_option("near")
    page.get_by_role("button", name="Which antenna, with which feed?").click()
    page.get_by_text("from edge to edge on a fine one").wait_for()


def next_steps(page: Page) -> None:
    """The ledger with what comes next."""
    band(page, "30 m")
    page.get_by_text("It is done").first.wait_for()


def measure(page: Page, **instrument: str) -> None:
    """Let the simulated analyzer measure what stands on the strip."""
    page.wait_for_timeout(300)
    ask = page.get_by_role("button", name="Bring in a sweep")
    if not page.get_by_role("heading", name="Bring in a sweep").is_visible():
        ask.click()
    for label, value in instrument.items():
        page.get_by_label(label.replace("_", " "), exact=True).fill(value)
    page.get_by_role("button", name="Measure").click()
    page.get_by_test_id("sweep-verdict").wait_for()


def sweep(page: Page) -> None:
    """A sweep of all bands, measured in the room, shown at the feedpoint."""
    fresh_mill(page)
    view(page, "Sweep")
    measure(page)
    page.get_by_role("button", name="Show the sweep at the feedpoint").click()


def trimmed(page: Page) -> None:
    """How the mill's vee was trimmed."""
    page.get_by_text("Trim", exact=True).click()
    page.get_by_text("14 cm more").first.wait_for()


def logged(page: Page) -> None:
    """Two years of the mill, with a storm in between."""
    page.get_by_test_id("log-verdict").wait_for()
    page.wait_for_timeout(1500)


def practised(page: Page) -> None:
    """A round in the mill after two readings."""
    page.get_by_text("Any cause, in this station").click()
    page.get_by_role("button", name="Hide something in it").click()
    read = page.get_by_role("form", name="Read next")
    for place in (0, 1):
        read.get_by_role("combobox").first.select_option(index=place)
        read.get_by_role("button").click()
        page.wait_for_timeout(700)


def choose(page: Page) -> None:
    """The decision for the mill."""
    view(page, "Choose")
    page.get_by_test_id("choice").wait_for()
    page.get_by_text("of 100 cases tried").wait_for()


def reach(page: Page) -> None:
    """The disc of loads, shaded, and the bands on it."""
    page.get_by_test_id("tuner-verdict").wait_for()
    page.get_by_text("Shaded for this frequency").wait_for()


def bench(page: Page) -> None:
    """A simulated day with the tuner of the mill."""
    page.get_by_text("Simulated bench").click()
    page.get_by_role("button", name="Measure").click()
    page.get_by_test_id("bench-verdict").wait_for()


def presets(page: Page) -> None:
    """The chart, with the bands that were never tuned."""
    page.get_by_text("predicted").first.wait_for()


def planned(page: Page) -> None:
    """An antenna that is planned by its wires."""
    page.get_by_role("button", name="Try all pairs").click()
    page.get_by_test_id("pairs").wait_for()
    page.get_by_test_id("widths").wait_for()
    page.get_by_text("This is an estimate").wait_for()


def garden(page: Page) -> None:
    """The last cut and how it went, on a phone outside."""
    page.get_by_test_id("trim-verdict").wait_for()


VIEWS: dict[str, tuple[str, int, int, str, Callable[[Page], None]]] = {
    "welcome": ("start", 1280, 800, "light", lambda page: page.get_by_test_id("loss-sentence").wait_for()),
    "ledger": ("stations/1", 1280, 1000, "light", next_steps),
    "garden": ("garden/1", 390, 844, "dark", garden),
    "shelf": ("stations/1", 1280, 800, "light", shelf),
    "working": ("stations/1", 1280, 800, "light", working),
    "questions": ("stations/1/questions/room-tuner", 1280, 1000, "light", lambda page: None),
    "report": ("stations/1", 1280, 1000, "light", lambda page: view(page, "Report")),
    "bench": ("stations/1/bench/tuner?mhz=3.65", 1280, 1900, "light", bench),
    "place": ("start", 1280, 1900, "light", place),
    "arrangements": ("start", 1280, 1000, "light", variant),
    "history": ("stations/1/history", 1280, 800, "light", lambda page: None),
    "sweep": ("start", 1280, 1000, "light", sweep),
    "trim": ("stations/1/sweep", 1280, 1200, "light", trimmed),
    "choose": ("stations/1", 1280, 1500, "light", choose),
    "tuner": ("stations/1/tuner/2/reach?mhz=3.65", 1280, 1250, "light", reach),
    "presets": ("stations/1/tuner/2/chart?mhz=3.65", 1280, 1000, "dark", presets),
    "log": ("stations/1/log", 1280, 2300, "light", logged),
    "plan": ("stations/4/antenna", 1280, 1900, "light", planned),
    "practice": ("stations/1/practice", 1280, 800, "light", practised),
}


def free_port() -> int:
    """A port that nobody listens on."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def main() -> None:
    """Serve, look, write."""
    port = free_port()
    address = f"http://127.0.0.1:{port}/"
    with tempfile.TemporaryDirectory(ignore_cleanup_errors=True) as data:
        command = [sys.executable, "-m", "tithe.site.cli", "demo", "--port", str(port)]
        server = subprocess.Popen(command, cwd=ROOT, env=os.environ | {"TITHE_DATA": data})
        try:
            for _ in range(100):
                try:
                    urllib.request.urlopen(address)
                    break
                except OSError:
                    sleep(0.1)
            with sync_playwright() as playwright:
                browser = playwright.chromium.launch(
                    executable_path="/usr/bin/chromium-headless-shell", args=["--no-sandbox", "--disable-gpu"]
                )
                for name, (place, width, height, mode, prepare) in VIEWS.items():
                    page = browser.new_page(
                        viewport={"width": width, "height": height},
                        color_scheme=mode,
                        reduced_motion="reduce",
                    )
                    page.add_init_script("localStorage.setItem('tithe.look-round', 'seen')")
                    page.goto(address + place)
                    page.get_by_role("heading", level=1).wait_for()
                    page.wait_for_timeout(500)
                    prepare(page)
                    page.evaluate("scrollTo(0, 0)")
                    page.wait_for_timeout(700)
                    page.screenshot(path=OUT / f"{name}.png")
                    page.close()
        finally:
            server.terminate()


if __name__ == "__main__":
    main()
