"""What every view must be, wherever a journey comes by."""

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page


def accessible(page: Page) -> None:
    """Free of violations, and no wider than a narrow screen."""
    results = Axe().run(page)
    assert results.violations_count == 0, results.generate_report()
    page.set_viewport_size({"width": 390, "height": 800})
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    page.set_viewport_size({"width": 1280, "height": 800})
