"""What every view must be, wherever a journey comes by."""

import time

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page


def for_everybody(page: Page, where: str = "", contrast: bool = True) -> None:
    """Nothing stands in anybody's way; ``contrast``, three quarters of the time, once in each view."""
    options = {"resultTypes": ["violations"], "rules": {"color-contrast": {"enabled": contrast}}}
    results = Axe().run(page, options=options)
    assert results.violations_count == 0, f"{where} {results.generate_report()}"


def accessible(page: Page, contrast: bool = True) -> None:
    """For everybody, and no wider than a narrow screen."""
    for_everybody(page, contrast=contrast)
    narrow(page)
    page.set_viewport_size({"width": 1280, "height": 800})


def narrow(page: Page, width: int = 390) -> None:
    """On a screen that narrow nothing reaches beyond it, once charts have taken its width."""
    page.set_viewport_size({"width": width, "height": 800})
    until(page, f"document.documentElement.scrollWidth <= {width}")


def until(page: Page, expression: str, seconds: float = 20) -> None:
    """Until it holds on the page. Asked from here: a page that forbids `eval` lets itself be asked only once
    by what waits inside of it."""
    end = time.monotonic() + seconds
    while not page.evaluate(expression):
        assert time.monotonic() < end, f"never: {expression}"
        page.wait_for_timeout(50)
