"""Every sentence, walked with its smallest, middle and largest parameters; and no English anywhere below."""

import ast
import json
import re
from pathlib import Path

import numpy as np
import pytest

from tithe.core.cautions import registry
from tithe.core.errors import InputError
from tithe.core.message import tell
from tithe.text import TEMPLATES, quantities, say, standing_alone
from tithe.text.template import QUANTITIES, fields

ROOT = Path(__file__).parents[2]
CORE = sorted((ROOT / "tithe" / "core").rglob("*.py"))
NUMBERS = [0.0, 1e-12, 0.0004, 1.0, 3.456, 99.96, 12_345.678, 1e12, float("inf")]
LONG = "-".join(["long"] * 40)
SENTENCES = ("caution.", "remedy.", "verdict.", "moving.", "handbook.", "trim.", "radials.", "map.")
"""Codes whose templates are sentences of their own; others are parts of one."""


def samples(how):
    """The smallest, middle and largest parameters of a kind."""
    kind, *words = how.split("|")
    spans = [(0.0, 0.0), (0.0, 3.456), (1.0, float("inf"))]
    if kind in QUANTITIES:
        return [*NUMBERS, *spans]
    if kind in ("between", "Between"):
        return spans
    if kind in ("list", "comma", "semicolon", "names"):
        return [["a"], ["a", "b"], ["a", "b", "c", LONG]]
    if kind == "plural":
        return [1, 2, 1000]
    if kind == "pick":
        assert len(words) == 2, how
        return [True, False]
    return ["x", "a name with “quotes” and {braces}", LONG]


def test_every_template_reads_whatever_its_parameters():
    for code in TEMPLATES:
        for reading in readings(code):
            assert reading == reading.strip(), code
            assert "  " not in reading, code
            assert not re.search(r"\bnan\b|\bNone\b", reading), code
            # As the user typed it, and as it was found.
            plain = any(how in ("g", "pf", "uh") for _, how in fields(TEMPLATES[code]))
            assert plain or not re.search(r"\de[+-]?\d", reading.replace("1e-15", "")), (code, reading)
            if code.startswith(SENTENCES) and not code.startswith("radials."):
                assert reading[-1] in ".!", (code, reading)
                assert not reading[0].islower() or reading.startswith("infinite"), (code, reading)


def readings(code):
    """A template with one choice of its parameters after the other."""
    request = fields(TEMPLATES[code])
    names = list(dict.fromkeys(name for name, _ in request))
    choices = {name: samples(next(how for n, how in request if n == name)) for name in names}
    longest = max((len(some) for some in choices.values()), default=1)
    for k in range(longest):
        params = {name: some[min(k, len(some) - 1)] for name, some in choices.items()}
        yield say(tell(code, **params))


def strings(tree):
    """String constants apart from docstrings."""
    notes = {
        id(statement.value)
        for node in ast.walk(tree)
        for statement in _statements(node)
        if isinstance(statement, ast.Expr)
    }
    for node in ast.walk(tree):
        if isinstance(node, ast.Constant) and isinstance(node.value, str) and id(node) not in notes:
            yield node


def _statements(node):
    body = getattr(node, "body", None)
    return body if isinstance(body, list) else []


def test_the_core_has_no_english():
    for path in CORE:
        for node in strings(ast.parse(path.read_text("utf-8"))):
            assert len(node.value.split()) < 4, f"{path.relative_to(ROOT)}:{node.lineno}: {node.value!r}"


TELLERS = {"tell": 0, "InputError": 1, "NotKeptError": 1, "require": 2}
"""Where each has its code among its arguments."""


def codes_in(paths):
    """Codes that are told or raised, as patterns where they are put together."""
    for path in paths:
        for node in ast.walk(ast.parse(path.read_text("utf-8"))):
            if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id in TELLERS:
                at, prefix = TELLERS[node.func.id], "" if node.func.id == "tell" else "rule."
                yield from (prefix + code for given in node.args[at : at + 1] for code in patterns(given))


def patterns(given):
    """What a code may be: a constant, one of two, or put together."""
    if isinstance(given, ast.IfExp):
        yield from (*patterns(given.body), *patterns(given.orelse))
    elif isinstance(given, ast.Constant):
        yield re.escape(str(given.value))
    elif isinstance(given, ast.JoinedStr):
        yield "".join(
            re.escape(str(part.value)) if isinstance(part, ast.Constant) else r"[\w.\-]*"
            for part in given.values
        )


def test_every_code_has_its_words_and_all_words_are_used():
    everywhere = [path for path in (ROOT / "tithe").rglob("*.py") if "/text/" not in str(path)]
    used = sorted(set(codes_in(everywhere)))
    every = "\n".join(TEMPLATES)
    for pattern in used:
        assert re.compile(f"^{pattern}$", re.MULTILINE).search(every), f"nothing to say for {pattern}"
    any_used = re.compile("|".join(f"(?:{pattern})" for pattern in used))
    text = "\n".join(path.read_text("utf-8") for path in everywhere)
    for code in TEMPLATES:
        kind, word = code.split(".", 1)
        if kind == "caution":
            id, _, variant = word.partition(".")
            assert id in registry.ids(), code
            assert not variant or f'"{variant}"' in text or variant in ("gap", "chord"), code
            continue
        result = any_used.fullmatch(code) or any(f'"{item}"' in text for item in (code, word))
        assert result, f"nobody says {code}"
    assert {f"remedy.{id}" for id in registry.ids()} == {
        code for code in TEMPLATES if code.startswith("remedy.")
    }


FIGURES = json.loads((ROOT / "tests" / "figures.json").read_text("utf-8"))


@pytest.mark.parametrize(("kind", "value", "result"), FIGURES)
def test_figures_read_alike_on_both_sides_of_the_wire(kind, value, result):
    """The same table is tested in `tests/frontend/figures.test.ts`."""
    assert getattr(quantities, kind)(value) == result


def test_spans_and_infinities():
    assert quantities.span(quantities.watts, 12.3, 15.1) == "12 to 15"
    assert quantities.span(quantities.watts, 12.1, 12.4) == "12"
    assert say(tell("verdict.leaves", radiated_w=(1.0, 2.0), rated_w=100.0)).startswith(
        "Between 1 and 2 of 100 W"
    )
    assert quantities.ratio(np.inf) == "infinite"


def test_lists_and_plurals_read_as_english():
    item, more = (say(tell("sweep.more-dips", count=count)) for count in (1, 3))
    assert (item, more) == ("There is 1 more dip.", "There are 3 more dips.")
    assert say(tell("caution.two-tuners", tuners=["a", "b"])).startswith(
        "Two tuners are at work in one chain, “a” and “b”"
    )


def test_a_refusal_calls_a_field_as_the_page_does():
    for place, subject, said in (
        ("rows[11].match_db", "bench", "The matched return loss in row 12 must be above 0."),
        ("typed[2][1]", "bench", "The return loss, end open, in row 3 must be above 0."),
        ("document.choice.run_m", "choose", "The length of the run must be above 0."),
        ("readings[3].mhz", "station", "The frequency of line 4 must be above 0."),
        ("chain[3].nothing", "choose", "The chain[3].nothing must be above 0."),
        ("line 7", "", "Line 7 must be above 0."),
    ):
        assert standing_alone(InputError(place, "above", least=0), subject) == said
    error = InputError("to_m", "above-other", other="from_m", limit=3.0)
    assert standing_alone(error, "antenna") == "The last length must be above the first length (3)."
