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
    """Look at a band."""
    page.get_by_role("navigation", name="Bands").get_by_role("button", name=name).click()


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


def swr_only(page: Page) -> None:
    """Know the antenna by its SWR in the room only."""
    fresh_mill(page)
    page.get_by_role("button", name="inverted vee", exact=True).first.click()
    page.get_by_label("Known by").select_option("swr")
    page.get_by_label("SWR at each frequency").fill(
        "7.0 1.6\n7.1 1.3\n7.2 1.5\n14 6\n14.35 5\n28 2.4\n29.7 2.6"
    )
    band(page, "20 m")


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


def history(page: Page) -> None:
    """Change something, then look at the past."""
    band(page, "40 m")
    page.get_by_label("Name of the station").fill("Brackenfell Mill, autumn")
    page.wait_for_timeout(900)
    view(page, "History")


def measured(page: Page) -> None:
    """A mill of its own with a sweep taken at the radio."""
    fresh_mill(page)
    view(page, "Sweep")
    measure(page)


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
    """Three steps of trimming, the second one the wrong way."""
    fresh_mill(page)
    for mhz, change in (("7.20", ""), ("7.30", "-14"), ("7.12", "25")):
        view(page, "Ledger")
        page.get_by_role("button", name="inverted vee", exact=True).first.click()
        page.get_by_label("Known by").select_option("resonator")
        page.get_by_label("Resonant at").fill(mhz)
        page.get_by_label("R at resonance").fill("62")
        page.get_by_label("Q", exact=True).fill("12")
        page.wait_for_timeout(600)
        view(page, "Sweep")
        page.wait_for_timeout(300)
        page.get_by_role("button", name="Bring in a sweep").click()
        page.get_by_label("It was taken").select_option("7")
        page.get_by_label("a step of trimming").check()
        if change:
            page.get_by_label("done to each side before it, + longer").fill(change)
        measure(page)
    page.get_by_text("Trim", exact=True).click()
    page.get_by_role("button", name="Start trimming").click()
    page.get_by_label("Length of a side").fill("10.2")


def logged(page: Page) -> None:
    """Readings of two springs, the run corroding in between."""
    fresh_mill(page)
    band(page, "15 m")
    view(page, "Log")
    form = page.get_by_role("form", name="A reading")
    for date, radio, antenna in (
        ("2025-05-03", ("98", "0.5"), ("150", "52")),
        ("2026-05-02", ("98", "0.5"), ("104", "6.5")),
    ):
        form.get_by_label("Date").fill(date)
        for meter, (forward, reflected) in (("radio side", radio), ("antenna side", antenna)):
            form.get_by_label("Meter", exact=True).select_option(meter)
            form.get_by_role("textbox", name="Forward").fill(forward)
            form.get_by_role("textbox", name="Reflected").fill(reflected)
            form.get_by_role("button", name="Keep the reading").click()
            page.get_by_text(f"Kept: {meter}").wait_for()
    page.get_by_test_id("log-verdict").wait_for()
    page.wait_for_timeout(1500)


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


VIEWS: dict[str, tuple[str, int, int, str, Callable[[Page], None]]] = {
    "welcome": ("start", 1280, 800, "light", lambda page: None),
    "ledger": ("stations/1", 1280, 800, "light", lambda page: band(page, "30 m")),
    "ledger-narrow-dark": ("stations/1", 390, 844, "dark", lambda page: band(page, "20 m")),
    "shelf": ("stations/1", 1280, 800, "light", shelf),
    "working": ("stations/1", 1280, 800, "light", working),
    "questions": ("stations/1/questions/room-tuner", 1280, 1000, "light", lambda page: None),
    "report": ("stations/1", 1280, 1000, "light", lambda page: view(page, "Report")),
    "bench": ("stations/1/bench/tuner?mhz=3.65", 1280, 1900, "light", bench),
    "place": ("start", 1280, 1900, "light", place),
    "arrangements": ("start", 1280, 1000, "light", variant),
    "history": ("stations/3", 1280, 800, "light", history),
    "sweep": ("start", 1280, 1000, "light", sweep),
    "trim": ("start", 1280, 1200, "light", trimmed),
    "choose": ("stations/1", 1280, 1500, "light", choose),
    "tuner": ("stations/1/tuner/2/reach?mhz=3.65", 1280, 1250, "light", reach),
    "presets": ("stations/1/tuner/2/chart?mhz=3.65", 1280, 1000, "dark", presets),
    "log": ("start", 1280, 2300, "light", logged),
    "plan": ("stations/4/antenna", 1280, 1900, "light", planned),
    "swr-only": ("start", 1280, 800, "light", swr_only),
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
