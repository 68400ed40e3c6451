"""Takes the pictures of docs/screenshots from the demo stations, in a throw-away data folder."""

import os
import socket
import subprocess
import sys
import tempfile
import urllib.request
from pathlib import Path
from time import sleep

from playwright.sync_api import Page, sync_playwright

OUT = Path(__file__).parent / "screenshots"
ROOT = Path(__file__).parents[1]


def band(page: Page, name: str) -> None:
    """Look at a band."""
    page.get_by_role("navigation", name="Bands").get_by_role("button", name=name).click()


VIEWS = {
    "ledger": (1280, 800, "light", lambda page: band(page, "30 m")),
    "ledger-narrow-dark": (390, 844, "dark", lambda page: band(page, "20 m")),
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
                for name, (width, height, mode, prepare) in VIEWS.items():
                    page = browser.new_page(
                        viewport={"width": width, "height": height},
                        color_scheme=mode,
                        reduced_motion="reduce",
                    )
                    page.goto(address)
                    page.get_by_test_id("verdict").wait_for()
                    prepare(page)
                    page.wait_for_timeout(700)
                    page.screenshot(path=OUT / f"{name}.png")
                    page.close()
        finally:
            server.terminate()


if __name__ == "__main__":
    main()
