"""The answer to the first question as plain objects."""

from __future__ import annotations

import numpy as np

from tithe.answers.loss.shapes import LineAnswer, LineWords, LossAnswer, LossFigures, LossInShort
from tithe.answers.station.budget_json import figure, figures
from tithe.answers.station.budget_shapes import Span
from tithe.core import line_loss
from tithe.core.arrays import Real
from tithe.core.bands import USUAL
from tithe.core.budget import DB_PER_S_UNIT
from tithe.core.cautions import cautions_at
from tithe.core.line_loss import RATIOS, LineLoss
from tithe.core.phases import middle
from tithe.document.loss_question import LossQuestion
from tithe.text import remedy, say

_ABOUT_THE_QUESTION = ("reminder",)
"""Levels of cautions that belong to a station, not to a question."""


def answer(question: LossQuestion) -> LossAnswer:
    """Every line of the question. Raises `InputError` or `StationError`."""
    return {
        "ratios": list(RATIOS),
        "bands": [{"name": band.name, "mhz": band.middle_hz / 1e6} for band in USUAL],
        "lines": [_line(question, n) for n in range(len(question.lines))],
    }


def in_short(question: LossQuestion) -> list[LossInShort]:
    """Every line before a radio that is matched without loss. Raises `InputError` or `StationError`."""
    return [_in_short(question, n) for n in range(len(question.lines))]


def _in_short(question: LossQuestion, n: int) -> LossInShort:
    result = line_loss.line_loss(question.station(n).to_core(), question.mhz * 1e6)
    handbook = middle(result.handbook_extra_db + result.matched_db, 0)
    return {
        "line": result.budget.stages[result.place].part.label,
        "matched_db": float(result.matched_db[0]),
        "additional_db": _spanned(result.extra_db),
        "total_db": _spanned(result.loss_db),
        "handbook_db": handbook if np.isfinite(handbook) else None,
        "swr_antenna": _spanned(result.swr_antenna),
        "swr_radio": _spanned(result.swr_radio),
        "out_w": _spanned(result.matched_w),
        "as_it_stands_w": _spanned(result.budget.radiated_w),
    }


def _spanned(values: Real) -> Span:
    """A figure of the one frequency as a span, also where it is one figure."""
    figure_out = figure(values, 0)
    return (
        figure_out
        if isinstance(figure_out, dict)
        else {"min": figure_out, "median": figure_out, "max": figure_out}
    )


def in_words(question: LossQuestion) -> list[LineWords]:
    """Every line as it stands. Raises `InputError` or `StationError`."""
    stations = (question.station(n).to_core() for n in range(len(question.lines)))
    return [_words(question, line_loss.line_loss(station, question.mhz * 1e6)) for station in stations]


def _words(question: LossQuestion, result: LineLoss) -> LineWords:
    at_radio = question.read_at == "radio" and not question.impedance_known
    return {
        "sentence": say(line_loss.messages(result, at_radio)),
        "handbook_note": say(result.handbook_notes[0]),
        "cautions": [
            {"id": c.id, "level": c.level, "text": say(c.message), "remedy": remedy(c), "stage": c.stage}
            for c in cautions_at(result.budget, 0)
            if c.level not in _ABOUT_THE_QUESTION
        ],
    }


def _line(question: LossQuestion, n: int) -> LineAnswer:
    document = question.station(n)
    station, freq_hz = document.to_core(), question.mhz * 1e6
    result = line_loss.line_loss(station, freq_hz)
    budget = result.budget
    tuner = [stage for stage in budget.stages if stage.tuned is not None]
    ratio = middle(result.swr_asked, 0)
    return {
        **_figures(result)[0],
        **_words(question, result),
        "name": budget.stages[-1].part.label,
        "total_db": figure(budget.total_db, 0),
        "not_sent_w": figure(budget.drive.held_back_w + budget.drive.turned_back_w, 0),
        "tuner_w": figure(tuner[0].taken_w, 0) if tuner else 0.0,
        "limit_w": figure(result.limit_w, 0),
        "over_swr": _figures(line_loss.over_swr(station, freq_hz)),
        "over_bands": _figures(line_loss.over_bands(station, ratio, USUAL)),
        "station": document.model_dump(exclude_none=True),
    }


def _figures(loss: LineLoss) -> list[LossFigures]:
    """One object per frequency, or per SWR."""
    budget = loss.budget
    matched = np.broadcast_to(loss.matched_db, budget.freq_hz.shape)
    columns = {
        "extra_db": loss.extra_db,
        "handbook_extra_db": loss.handbook_extra_db,
        "loss_db": loss.loss_db,
        "swr_asked": loss.swr_asked,
        "swr_antenna": loss.swr_antenna,
        "swr_radio": loss.swr_radio,
        "radiated_w": budget.radiated_w,
        "s_units": budget.total_db / DB_PER_S_UNIT,
    }
    rows = {name: figures(values) for name, values in columns.items()}
    return [
        {
            "matched_db": float(matched[k]),
            "extra_db": rows["extra_db"][k],
            "handbook_extra_db": rows["handbook_extra_db"][k],
            "loss_db": rows["loss_db"][k],
            "swr_asked": rows["swr_asked"][k],
            "swr_antenna": rows["swr_antenna"][k],
            "swr_radio": rows["swr_radio"][k],
            "radiated_w": rows["radiated_w"][k],
            "s_units": rows["s_units"][k],
        }
        for k in range(len(matched))
    ]
