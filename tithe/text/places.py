"""What fields of requests are called, where one is refused: by subject, ``[]`` for any row, ``{0}`` which."""

from __future__ import annotations

import re
from collections.abc import Mapping

from tithe.text.log import READINGS

_READINGS = {
    "at": "meter",
    "mhz": "frequency",
    "forward_w": "forward power",
    "reflected_w": "reflected power",
    "swr": "SWR",
    "power_w": "power that was set",
}
_ENDS = {"open": "open", "short": "short", "load": "load", "match": "resistor"}
_BENCH = {
    "before.forward_w": "forward power before the part",
    "before.reflected_w": "reflected power before the part",
    "behind.forward_w": "forward power behind the part",
    "behind.reflected_w": "reflected power behind the part",
    "text": "sweep",
    "freq_hz": "sweep",
    "resistor_ohm": "resistor",
    "shown_w": "meter’s reading",
    "volts": "peak voltage",
    "power_w": "better meter’s reading",
    "dips": "dips of SWR",
    "rows[].mhz": "frequency in row {0}",
    "rows[].match": "matched return loss in row {0}",
    "rows[].match_db": "matched return loss in row {0}",
    "rows[].short": "return loss into the short in row {0}",
    "rows[].short_db": "return loss into the short in row {0}",
    "rows[].open": "return loss into the open in row {0}",
    "rows[].open_db": "return loss into the open in row {0}",
    "typed": "table of readings",
    "typed[]": "table of readings in row {0}",
    "typed[][0]": "frequency in row {0}",
    "typed[][1]": "return loss, end open, in row {0}",
    "typed[][2]": "return loss, end shorted, in row {0}",
    "typed[][3]": "return loss of the load in row {0}",
    "pair": "table of readings",
    "pair[]": "table of readings in row {0}",
    "pair[][0]": "frequency in row {0}",
    "pair[][1]": "loss through both in row {0}",
    "pair[][2]": "return loss in row {0}",
    **{end: f"sweep of the {name}" for end, name in _ENDS.items()},
}
_ALL = {
    "mhz": "frequency",
    "swr": "SWR",
    "length_m": "length",
    "power_w": "power",
    "velocity_factor": "velocity factor",
    **{f"reading.{key}": name for key, name in _READINGS.items()},
    **{f"readings[].{key}": f"{name} of line {{0}}" for key, name in _READINGS.items()},
    "readings[].at": "meter",
    "note.text": "note",
    **{
        f"causes.{code[5:]}": f"how often “{kind}” is met"
        for code, kind in READINGS.items()
        if code[:5] == "kind."
    },
}
PLACES: Mapping[str, Mapping[str, str]] = {
    "": _ALL,
    "bench": _BENCH,
    "choose": {
        "choice.run_m": "length of the run",
        "choice.indoor_m": "part indoors",
        "choice.lead_m": "lead from the mast foot",
        "choice.budget": "budget",
        "choice.db_worth": "what a dB is worth",
        "choice.wet_percent": "days that are wet",
        "low_m": "first length",
        "high_m": "last length",
        "step_m": "step",
    },
    "antenna": {
        "from_m": "first length",
        "to_m": "last length",
        "wire_from_m": "wire, from",
        "wire_to_m": "wire, to",
        "line_from_m": "feedline, from",
        "line_to_m": "feedline, to",
    },
    "loss": {
        "r_ohm": "resistance R",
        "x_ohm": "reactance X",
        "lines": "line",
        "lines[0]": "line",
        "lines[1]": "second line",
        "lines[2]": "third line",
        "value": "figure",
        "ohm": "resistance",
        "of_w": "power",
    },
}
_ROW = re.compile(r"\[(\d+)\]")


def named(place: str, subject: str = "") -> str:
    """What is at a place, in words where it has a name; ``subject``: whose request it is."""
    for names in (PLACES.get(subject, {}), _ALL):
        if place in names:
            return names[place]
        rows = [int(row) + 1 for row in _ROW.findall(place)]
        for pattern in (_ROW.sub("[]", place, count=1), _ROW.sub("[]", place)):  # a column's own name first
            if pattern in names:
                return names[pattern].format(*rows)
    return place
