"""The glossary against every text of the screens: no word unexplained, no term unused.

What is unusual is not for us to say: a word is ordinary if films are full of it (the frequency list that
the spelling checker ships, from subtitles). `ordinary.txt` beside this file holds the rest of plain English:
names of places, units, British spelling, words of everyday that films hardly use.
"""

import csv
import json
import re
from pathlib import Path

import pytest
from spellchecker import SpellChecker

from tithe.text import TEMPLATES
from tithe.text.bench_jobs import JOBS
from tithe.text.choose import NOTES
from tithe.text.questions import SCHOOLS
from tithe.text.symbols import SYMBOLS
from tithe.text.terms import TERMS, forms
from tithe.text.workings import RULES

ROOT = Path(__file__).parents[2]
PAGE = ROOT / "frontend" / "src"
DOCUMENT = ROOT / "tithe" / "document"
ORDINARY_FROM = 1500
"""How often a word stands in 1.6 thousand million words of subtitles."""
TOLD = ("title", "section", "after", "unset")
ATTRIBUTES = r'\b(?:title|label|aria-label|placeholder|name|caption|text)="([^"]*)"'


def without(text, *patterns):
    for pattern in patterns:
        text = re.sub(pattern, " ", text, flags=re.S)
    return text


def literals(script):
    """Strings of a script that read as words: with a space, capitalised, or the name in a pair."""
    script = without(script, r"/\*.*?\*/", r"(?m:^\s*import [^;]*;)", r"(?<!:)//[^\n]*")
    for quoted, template in re.findall(r"'((?:[^'\\\n]|\\.)*)'|`([^`]*)`", script):
        text = quoted or without(template, r"\$\{[^}]*\}")
        code = re.search(r"[{}<>=\[\]$]|^[./#]|[a-z][A-Z]", text)
        if not code and (" " in text or re.fullmatch(r"[A-Z][a-z]{3,}", text)):
            yield text
    yield from re.findall(r"\['[\w-]*', '([^']+)'\]", script)


def page_texts():
    for path in PAGE.rglob("*.ts"):
        if path.name != "schema.d.ts":
            yield from literals(path.read_text("utf-8"))
    for path in PAGE.rglob("*.svelte"):
        whole = path.read_text("utf-8")
        yield from literals("".join(re.findall(r"<script[^>]*>(.*?)</script>", whole, flags=re.S)))
        markup = without(whole, r"<style>.*?</style>", r"<script.*?</script>", r"<!--.*?-->")
        for text in re.findall(ATTRIBUTES, markup):
            yield without(text, r"\{[^}]*\}")
        for text in re.findall(r"\{[^{}]*\}", markup):
            yield from literals(text)
        for _ in range(4):  # from the inside out
            markup = without(markup, r"\{[^{}]*\}")
        yield without(markup, r"<[^<>]*>", r"&\w+;")


def schema_texts(node):
    if isinstance(node, dict):
        for key, value in node.items():
            if key in TOLD and isinstance(value, str) and not value.endswith(("Model", "Antenna", "Figures")):
                yield value
            elif key == "choices" and isinstance(value, dict):
                yield from map(str, value.values())
            elif key == "heads":
                yield from value
            else:
                yield from schema_texts(value)
    elif isinstance(node, list):
        for value in node:
            yield from schema_texts(value)


def all_texts():
    yield from page_texts()
    yield from (without(text, r"\{[^}]*\}") for text in TEMPLATES.values())
    yield from NOTES.values()
    for job in JOBS.values():
        yield from (job.title, job.question, job.caption, *job.ends, *job.steps, *job.cautions)
        yield from (label for label, _ in job.labels.values())
    yield from (symbol.meaning for symbol in SYMBOLS.values())
    for result in (*RULES.values(), *SCHOOLS.values()):
        yield " ".join(result)
    schema = json.loads((DOCUMENT / "station.schema.json").read_text("utf-8"))
    models = set(schema["$defs"]) | {schema["title"]}
    yield from (text for text in schema_texts(schema) if text not in models)
    lines = csv.DictReader((DOCUMENT / "feedlines.csv").read_text("utf-8").splitlines())
    yield from (f"{row['name']} {row['note']}" for row in lines)
    yield from (part["title"] for part in json.loads((DOCUMENT / "shelf_parts.json").read_text("utf-8")))


@pytest.fixture(scope="module")
def texts():
    result = list(all_texts())
    assert len(result) > 1000
    return result


def words_of(text):
    for word in re.findall(r"[A-Za-zµ][A-Za-z’]+", text):
        yield re.sub(r"’s$|’$", "", word).lower()


def test_every_unusual_word_on_a_screen_is_in_the_glossary(texts):
    how_often = SpellChecker().word_frequency.dictionary
    ordinary = set((Path(__file__).parent / "ordinary.txt").read_text("utf-8").split())
    explained = {word for term in TERMS.values() for form in forms(term) for word in words_of(form)}
    used = {word for text in (*texts, *(term.text for term in TERMS.values())) for word in words_of(text)}
    unusual = {word for word in used if how_often.get(word.replace("’", "'"), 0) < ORDINARY_FROM}
    assert sorted(unusual - explained - ordinary) == []
    assert sorted(ordinary - unusual) == [], "no longer used, or ordinary to films too"
    assert sorted(ordinary & explained) == [], "explained already"


@pytest.mark.parametrize("id", TERMS)
def test_every_term_stands_on_a_screen(texts, id):
    term = TERMS[id]
    flags = {form: re.I if len(form) > 2 else 0 for form in forms(term)}
    patterns = [re.compile(rf"(?<![^\W_]){re.escape(form)}(?![^\W_])", flag) for form, flag in flags.items()]
    assert any(pattern.search(text) for text in texts for pattern in patterns)


def test_no_form_has_two_meanings_and_every_meaning_is_a_sentence():
    every = [form.lower() if len(form) > 2 else form for term in TERMS.values() for form in forms(term)]
    assert len(every) == len(set(every))
    for term in TERMS.values():
        assert term.text[0].isupper(), term
        assert term.text.endswith("."), term
