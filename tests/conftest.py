"""Settings common to all tests."""

import os

# Playwright's synchronous interface keeps an event loop, which Django would take for an async view.
os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")

import json
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from hypothesis import settings

from tests import full
from tithe.core.arrays import Complex, Real
from tithe.core.sweep import with_phase
from tithe.files import sweep_file

settings.register_profile("tithe", deadline=None, max_examples=full.of(15, 60), derandomize=True)
settings.load_profile("tithe")

MILL = Path(__file__).parents[1] / "tithe" / "web" / "stations" / "demo_data" / "brackenfell-mill.json"


@pytest.fixture
def mill() -> dict[str, Any]:
    """The demo station's document, fresh for each test."""
    return json.loads(MILL.read_text("utf-8"))


@pytest.fixture
def mill_file() -> Path:
    """The demo station's file."""
    return MILL


@pytest.fixture
def save(tmp_path: Path) -> Callable[[str, Real, Complex], str]:
    """Keeps Γ over frequency as an analyzer's file, and tells where."""

    def keep(name: str, freq_hz: Real, gamma: Complex) -> str:
        path = tmp_path / f"{name}.s1p"
        path.write_text(sweep_file.write(with_phase(freq_hz, gamma)), "utf-8")
        return str(path)

    return keep


@pytest.fixture(scope="session")
def django_db_modify_db_settings(django_db_modify_db_settings_parallel_suffix: None) -> None:
    """On a fresh checkout the folder of the tests' database is not there yet."""
    from django.conf import settings

    settings.DATA.mkdir(exist_ok=True)


@pytest.fixture(autouse=True)
def _answers_are_as_promised(monkeypatch: pytest.MonkeyPatch) -> None:
    """Every answer that a test gets from the API is held against its schema."""
    from django.test import Client

    from tests.answers import promised

    plain = Client.request

    def request(self: Client, **request: Any) -> Any:
        response = plain(self, **request)
        promised(request, response)
        return response

    monkeypatch.setattr(Client, "request", request)


LONG = ("test_largest_inputs.py", "test_shared_process.py")


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    """What takes longest goes first: at the end one processor would wait for it."""
    items.sort(key=lambda item: item.path.name not in LONG)


def pytest_terminal_summary(terminalreporter: Any) -> None:
    """Print what tests measured and do not assert."""
    for report in terminalreporter.getreports("passed"):
        for name, value in report.user_properties:
            terminalreporter.write_line(f"measured: {name} {value}")
