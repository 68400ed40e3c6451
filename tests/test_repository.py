"""What the README promises is there, and nothing committed names where packages come from."""

import ast
import re
import sys
from pathlib import Path

ROOT = Path(__file__).parents[1]
README = (ROOT / "README.md").read_text("utf-8")


def test_every_link_of_the_readme_leads_somewhere():
    for target in re.findall(r"\]\(([^)#]+)\)", README):
        assert (ROOT / target).exists(), target


def test_every_picture_is_linked_and_they_are_few():
    pictures = sorted((ROOT / "docs" / "screenshots").glob("*.png"))
    assert 0 < len(pictures) < 20
    for picture in pictures:
        assert f"docs/screenshots/{picture.name}" in README


def test_the_two_commands_stand_in_the_readme_and_ci_runs_the_second():
    assert "make demo" in README
    assert "make test" in README
    assert (ROOT / ".ci" / "run").read_text("utf-8").rstrip().endswith("make test")


def test_lock_files_say_what_not_where_from():
    for name in ("requirements.txt", "requirements-dev.txt"):
        text = (ROOT / name).read_text("utf-8")
        assert "--hash=sha256:" in text
        assert "://" not in text
    lock = (ROOT / "frontend" / "package-lock.json").read_text("utf-8")
    assert '"integrity"' in lock
    assert '"resolved"' not in lock


def test_no_two_shapes_of_the_api_have_one_name():
    """The framework would merge them in the schema without a word, and one of them would be told wrongly."""
    homes: dict[str, set[str]] = {}
    for folder in ("web", "answers", "document"):
        for path in (ROOT / "tithe" / folder).rglob("*.py"):
            if path.parent.name == "migrations":
                continue
            for item in ast.parse(path.read_text("utf-8")).body:
                if isinstance(item, ast.ClassDef) and not item.name.startswith("_"):
                    homes.setdefault(item.name, set()).add(str(path.relative_to(ROOT)))
    assert len(homes) > 150
    assert {name: result for name, result in homes.items() if len(result) > 1} == {}


CORE_KNOWS = {"numpy", "scipy", "numba", "threadpoolctl", "tithe"} | (
    sys.stdlib_module_names - {"json", "csv", "sqlite3", "pathlib", "os", "socket", "urllib", "http"}
)
KEEP_KERNELS = ("compiled.py", "kernel_place.py")
"""Compiled kernels are kept in a folder named by their sources: the only files that the core touches."""


def test_the_core_knows_numbers_and_nothing_of_files_or_of_the_web():
    for path in (ROOT / "tithe" / "core").rglob("*.py"):
        for item in ast.walk(ast.parse(path.read_text("utf-8"))):
            names = [item.module or ""] if isinstance(item, ast.ImportFrom) else []
            names += [alias.name for alias in item.names] if isinstance(item, ast.Import) else []
            strange = {name.split(".")[0] for name in names} - CORE_KNOWS
            assert strange <= ({"os", "pathlib"} if path.name in KEEP_KERNELS else set()), path
