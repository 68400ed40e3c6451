"""Touchstone one-port files (version 1 text): reflection over frequency, in and out.

Read from text only: a file without a fault at once, any other line by line, so that every refusal names its
line. Written as ``# MHz S RI R 50``.
"""

from __future__ import annotations

import cmath
import math
from dataclasses import dataclass
from typing import Any

import numpy as np

from tithe.core.errors import InputError, require

MAX_BYTES = 8_000_000
MAX_POINTS = 200_001
MOST_RHO = 1.05
"""An instrument's error allowed for."""
_SCALE = {"HZ": 1.0, "KHZ": 1e3, "MHZ": 1e6, "GHZ": 1e9}
_FORMATS = ("RI", "MA", "DB")


@dataclass(frozen=True)
class Sweep:
    """Γ re 50 Ω over frequency: points (Hz, Re, Im), rising."""

    points: tuple[tuple[float, float, float], ...]


@dataclass(frozen=True)
class _Options:
    scale: float = 1e9
    parameter: str = "S"
    form: str = "MA"
    reference_ohm: float = 50.0


def decode(content: bytes) -> str:
    """Bytes of an upload as text: bounded, UTF-8 or Latin-1 (comments may hold anything)."""
    require(len(content) <= MAX_BYTES, "file", "file-too-large", len(content), most_mb=MAX_BYTES // 1_000_000)
    require(b"\0" not in content, "file", "not-text-file")
    try:
        return content.decode("utf-8-sig")
    except UnicodeDecodeError:
        return content.decode("latin-1")


def parse(text: str) -> Sweep:
    """Read a one-port file. Raises `InputError` whose place is ``line N``."""
    require(len(text) <= MAX_BYTES, "file", "file-too-large", len(text), most_mb=MAX_BYTES // 1_000_000)
    return _at_once(text) or _line_by_line(text)


def _at_once(text: str) -> Sweep | None:
    """A file without a fault, read at once; None where there may be one, for the reader that can name its
    line."""
    lines = [line for line in text.splitlines() if (start := line.lstrip()) and start[0] != "!"]
    if len(lines) < 2 or "[" in text or lines[0].lstrip()[0] != "#":
        return None
    try:
        options = _parse_options(lines[0].split("!", 1)[0].strip()[1:].upper().split(), "line 1")
        rows = np.loadtxt(lines[1:], comments="!", ndmin=2)
    except (InputError, ValueError):
        return None
    if rows.shape[1] != 3 or len(rows) > MAX_POINTS or not np.isfinite(rows).all():
        return None
    freq, (first, second) = rows[:, 0] * options.scale, rows[:, 1:].T
    sound = freq[0] > 0 and freq[-1] < 1e12 and (np.diff(freq) > 0).all() and np.abs(rows[:, 1:]).max() < 1e15
    if not sound or (options.form == "DB" and first.max() >= 300):
        return None
    if options.form == "RI":
        value = first + 1j * second
    else:
        value = (first if options.form == "MA" else 10 ** (first / 20)) * np.exp(1j * np.radians(second))
    above, below = _waves(value, options)
    if (below == 0).any():
        return None
    gamma = above / below
    if np.abs(gamma).max() > MOST_RHO:
        return None
    return Sweep(tuple(zip(freq.tolist(), gamma.real.tolist(), gamma.imag.tolist(), strict=True)))


def _line_by_line(text: str) -> Sweep:
    options: _Options | None = None
    points: list[tuple[float, float, float]] = []
    for number, raw in enumerate(text.splitlines(), start=1):
        line, place = raw.split("!", 1)[0].strip(), f"line {number}"
        if not line:
            continue
        if line.startswith("["):
            raise InputError(place, "touchstone-2", line[:80])
        if line.startswith("#"):
            # Only the first option line counts, by the format's own rule.
            options = options or _parse_options(line[1:].upper().split(), place)
            continue
        point = _parse_point(line.split(), options or _Options(), place)
        if points:
            require(point[0] > points[-1][0], place, "rising-lines")
        points.append(point)
        require(len(points) <= MAX_POINTS, place, "one-point-too-many", most=MAX_POINTS)
    require(len(points) > 0, "file", "no-data")
    return Sweep(tuple(points))


def _parse_options(words: list[str], place: str) -> _Options:
    scale, parameter, form, reference = 1e9, "S", "MA", 50.0
    rest = iter(words)
    for word in rest:
        if word in _SCALE:
            scale = _SCALE[word]
        elif word in _FORMATS:
            form = word
        elif word in ("S", "Z", "Y"):
            parameter = word
        elif word == "R":
            reference = _number(next(rest, ""), place)
            require(reference > 0, place, "reference-above-0", reference)
        else:
            raise InputError(place, "unknown-option", word[:20])
    return _Options(scale, parameter, form, reference)


def _parse_point(words: list[str], options: _Options, place: str) -> tuple[float, float, float]:
    require(len(words) == 3, place, "three-numbers", len(words))
    freq, first, second = (_number(word, place) for word in words)
    freq *= options.scale
    require(0 < freq < 1e12, place, "below-1-thz", freq)
    require(abs(first) < 1e15 and abs(second) < 1e15, place, "means-nothing")
    if options.form == "RI":
        value = complex(first, second)
    elif options.form == "MA":
        value = cmath.rect(first, math.radians(second))
    else:
        require(first < 300, place, "magnitude-too-large", first)
        value = cmath.rect(10 ** (first / 20), math.radians(second))
    gamma = _gamma(value, options, place)
    require(abs(gamma) <= MOST_RHO, place, "returns-more", abs(gamma))
    return freq, gamma.real, gamma.imag


def _gamma(value: complex, options: _Options, place: str) -> complex:
    """Γ re 50 Ω of an S, Z or Y entry (Z and Y are normalised to the reference, by the format's rule)."""
    above, below = _waves(value, options)
    require(below != 0, place, "no-reflection")
    return complex(above / below)


def _waves(value: Any, options: _Options) -> Any:
    """Numerator and denominator of Γ, of a number or an array."""
    r = options.reference_ohm
    if options.parameter == "S":
        # z = r(1+s)/(1−s) put into (z−50)/(z+50), without dividing by 1−s
        return r * (1 + value) - 50 * (1 - value), r * (1 + value) + 50 * (1 - value)
    if options.parameter == "Z":
        return value * r - 50, value * r + 50
    return 1 - 50 * value / r, 1 + 50 * value / r


def _number(word: str, place: str) -> float:
    try:
        value = float(word) if len(word) <= 64 else math.nan
    except ValueError:
        value = math.nan
    require(math.isfinite(value), place, "no-number-there", word[:20])
    return value


def write(sweep: Sweep, comment: str = "") -> str:
    """The sweep as text; reading it back gives the same points to within the last digit."""
    head = [f"! {line}" for line in comment.splitlines()]
    rows = [f"{f / 1e6!r} {re!r} {im!r}" for f, re, im in sweep.points]
    return "\n".join([*head, "# MHz S RI R 50", *rows, ""])
