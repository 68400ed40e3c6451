"""Settings common to all tests."""

import os

# Playwright's synchronous interface keeps an event loop, which Django would take for an async view.
os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")

import json
from pathlib import Path
from typing import Any

import pytest
from hypothesis import settings

settings.register_profile("tithe", deadline=None, max_examples=60, derandomize=True)
settings.load_profile("tithe")

MILL = Path(__file__).parents[1] / "tithe" / "stations" / "demo_data" / "brackenfell-mill.json"


@pytest.fixture
def mill() -> dict[str, Any]:
    """The demo station's document, fresh for each test."""
    return json.loads(MILL.read_text("utf-8"))


@pytest.fixture
def mill_file() -> Path:
    """The demo station's file."""
    return MILL


def pytest_terminal_summary(terminalreporter: Any) -> None:
    """Print what tests measured and do not assert."""
    for report in terminalreporter.getreports("passed"):
        for name, value in report.user_properties:
            terminalreporter.write_line(f"measured: {name} {value}")
