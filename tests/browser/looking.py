"""What every view must be, wherever a journey comes by."""

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page


def accessible(page: Page) -> None:
    """Free of violations, and no wider than a narrow screen."""
    results = Axe().run(page)
    assert results.violations_count == 0, results.generate_report()
    narrow(page)
    page.set_viewport_size({"width": 1280, "height": 800})


def narrow(page: Page, width: int = 390) -> None:
    """On a screen that narrow nothing reaches beyond it, once charts have taken its width."""
    page.set_viewport_size({"width": width, "height": 800})
    page.wait_for_function(f"document.documentElement.scrollWidth <= {width}")
