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
    page.get_by_role("navigation", name="Views").get_by_role("button", name=name).click()


def shelf(page: Page) -> None:
    """Open the shelf after the transmitter."""
    page.get_by_role("button", name="Insert a part after the transmitter").click()
    page.get_by_label("Search the shelf").fill("tuner")


def fresh_mill(page: Page) -> None:
    """Begin a mill of its own, so that other pictures keep theirs."""
    page.get_by_role("button", name="Brackenfell Mill").click()
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


def wrong(page: Page) -> None:
    """Type something that is no length."""
    page.get_by_label("Length", exact=True).first.fill("thirty")


def past(page: Page) -> None:
    """Change something, then look at the past."""
    band(page, "40 m")
    page.get_by_label("Name of the station").fill("Brackenfell Mill, autumn")
    page.wait_for_timeout(900)
    view(page, "Past")


VIEWS: dict[str, tuple[str, int, int, str, Callable[[Page], None]]] = {
    "welcome": ("start", 1280, 800, "light", lambda page: None),
    "ledger": ("station/1", 1280, 800, "light", lambda page: band(page, "30 m")),
    "ledger-dark": ("station/2", 1280, 800, "dark", lambda page: band(page, "20 m")),
    "ledger-narrow-dark": ("station/1", 390, 844, "dark", lambda page: band(page, "20 m")),
    "shelf": ("station/1", 1280, 800, "light", shelf),
    "report": ("station/1", 1280, 1000, "light", lambda page: view(page, "Report")),
    "bands": ("station/1", 1280, 800, "light", lambda page: view(page, "Bands")),
    "error": ("station/1", 1280, 800, "light", wrong),
    "arrangements": ("start", 1280, 1000, "light", variant),
    "past": ("station/3", 1280, 800, "light", past),
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
    with tempfile.TemporaryDirectory() as data:
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
                    executable_path="/usr/bin/chromium", args=["--no-sandbox", "--disable-gpu"]
                )
                for name, (place, width, height, mode, prepare) in VIEWS.items():
                    page = browser.new_page(
                        viewport={"width": width, "height": height},
                        color_scheme=mode,
                        reduced_motion="reduce",
                    )
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
