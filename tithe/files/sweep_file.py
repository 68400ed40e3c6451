"""A file that holds a sweep, by its content: Touchstone or CSV."""

from __future__ import annotations

import numpy as np

from tithe.core.errors import require
from tithe.core.sweep import Sweep, with_phase
from tithe.files import sweep_csv, touchstone
from tithe.files.remembered import remembered
from tithe.files.sweep_csv import Columns

MAX_BYTES = touchstone.MAX_BYTES


def is_touchstone(text: str) -> bool:
    """Whether the first line that is no remark is one of Touchstone's, or bare numbers parted by blanks."""
    lines = (line.strip() for line in text.splitlines())
    first = next((line for line in lines if line and not line.startswith("!")), "")
    return _is_option_line(first) or (bool(first) and all(map(_numeric, first.split())))


def read(text: str, columns: Columns | None = None) -> Sweep:
    """The sweep; ``columns`` are those of a CSV file as confirmed. Raises `InputError` naming the line."""
    require(len(text) <= MAX_BYTES, "file", "file-too-large", len(text), most_mb=MAX_BYTES // 1_000_000)
    if columns is not None or not is_touchstone(text):
        return sweep_csv.parse(text, columns)
    freq, re, im = np.array(touchstone.parse(text).points).T
    return with_phase(freq, re + 1j * im)


@remembered
def read_kept(text: str) -> Sweep:
    """The same for a text that was read before and kept: it comes again with every look at it."""
    return read(text)


def write(sweep: Sweep, comment: str = "") -> str:
    """The sweep as it is kept: Touchstone, or CSV where there is no phase."""
    if sweep.gamma is None:
        return sweep_csv.write(sweep)
    points = zip(sweep.freq_hz.tolist(), sweep.gamma.real.tolist(), sweep.gamma.imag.tolist(), strict=True)
    return touchstone.write(touchstone.Sweep(tuple(points)), comment)


def _is_option_line(line: str) -> bool:
    """Touchstone's ``# MHz S RI R 50`` or a bracketed keyword; any other ``#`` is a remark of a CSV file."""
    units = {"HZ", "KHZ", "MHZ", "GHZ"}
    return line.startswith("[") or (line.startswith("#") and bool(units & set(line[1:].upper().split())))


def _numeric(word: str) -> bool:
    try:
        float(word)
    except ValueError:
        return False
    return True
