"""What every view must be, wherever a journey comes by."""

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
    page.wait_for_function(f"document.documentElement.scrollWidth <= {width}")
