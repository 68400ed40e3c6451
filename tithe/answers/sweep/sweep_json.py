"""A sweep's reading as the command line and the API give it. Infinite figures become null."""

from __future__ import annotations

from collections.abc import Iterable

import numpy as np

from tithe.answers.sweep.shapes import (
    BandOut,
    Curve,
    DipOut,
    Disc,
    Level,
    Reading,
    ResonanceOut,
    WidthOut,
)
from tithe.core.reflection import reflection_of, return_loss_db, rho_of_swr
from tithe.core.station import Band
from tithe.core.sweep import (
    BandReading,
    Dip,
    Features,
    Resonance,
    Sweep,
    Width,
    describe,
    features,
    impedance,
    read_band,
)
from tithe.core.sweep.sweep import REFERENCE_OHM
from tithe.text import say


def reading(sweep: Sweep, bands: Iterable[Band], comfort_swr: float, read: Features | None = None) -> Reading:
    """Everything that is read off a sweep at its plane; ``read``: its features, where they are known
    already."""
    read = read or features(sweep, comfort_swr)
    low, high = sweep.range_hz
    return {
        "points": len(sweep.freq_hz),
        "low_mhz": low / 1e6,
        "high_mhz": high / 1e6,
        "phase": sweep.gamma is not None,
        "noise": read.noise,
        "sentence": say(describe(sweep, read)),
        "dips": [dip(dip_read) for dip_read in read.dips],
        "resonances": [_resonance(resonance) for resonance in read.resonances],
        "bands": by_band(sweep, bands, comfort_swr),
    }


def by_band(sweep: Sweep, bands: Iterable[Band], comfort_swr: float) -> list[BandOut]:
    """The sweep band by band."""
    return [_band(read_band(sweep, band, comfort_swr)) for band in bands]


def plain(value: float | None) -> float | None:
    """A finite figure, or null."""
    return None if value is None or not np.isfinite(value) else float(value)


def dip(dip_read: Dip) -> DipOut:
    """One dip."""
    z = dip_read.z_ohm
    gamma = None if z is None else complex(reflection_of(np.asarray(z), REFERENCE_OHM))
    return {
        "mhz": dip_read.freq_hz / 1e6,
        "swr": plain(dip_read.swr),
        "rho": float(rho_of_swr(dip_read.swr)),
        "re": None if gamma is None else plain(gamma.real),
        "im": None if gamma is None else plain(gamma.imag),
        "return_loss_db": plain(float(return_loss_db(rho_of_swr(dip_read.swr)))),
        "r_ohm": None if z is None else plain(z.real),
        "x_ohm": None if z is None else plain(z.imag),
        "resonance": None if dip_read.resonance is None else _resonance(dip_read.resonance),
        "apart_khz": None if dip_read.apart_hz is None else dip_read.apart_hz / 1e3,
        "within_khz": dip_read.within_hz / 1e3,
        "widths": [_width(width) for width in dip_read.widths],
    }


def _resonance(resonance: Resonance) -> ResonanceOut:
    gamma = reflection_of(np.asarray(resonance.r_ohm + 0j), REFERENCE_OHM)
    return {
        "mhz": resonance.freq_hz / 1e6,
        "gamma": plain(float(gamma.real)),
        "r_ohm": plain(resonance.r_ohm),
        "q": plain(resonance.q),
        "kind": resonance.kind,
    }


def _width(width: Width) -> WidthOut:
    return {
        "swr": width.swr,
        "reached": width.reached,
        "low_mhz": None if width.low_hz is None else width.low_hz / 1e6,
        "high_mhz": None if width.high_hz is None else width.high_hz / 1e6,
        "width_khz": None if width.width_hz is None else width.width_hz / 1e3,
    }


def _band(band_reading: BandReading) -> BandOut:
    return {
        "name": band_reading.band.name,
        "low_mhz": band_reading.band.low_hz / 1e6,
        "high_mhz": band_reading.band.high_hz / 1e6,
        "swr_low": plain(band_reading.low),
        "swr_middle": plain(band_reading.middle),
        "swr_high": plain(band_reading.high),
        "swr_least": plain(band_reading.least),
        "swr_worst": plain(band_reading.worst),
        "covered": band_reading.worst is not None,
        "need": band_reading.need,
    }


LEVELS = (1.0, 1.5, 2.0, 3.0, 5.0, 10.0, np.inf)
RESISTANCES_OHM = (10.0, 25.0, 50.0, 100.0, 200.0)


def disc(comfort_swr: float) -> Disc:
    """What is drawn behind sweeps: the same for all but for the user's comfort."""
    return {
        "levels": [_level(ratio) for ratio in LEVELS],
        "comfort": _level(comfort_swr),
        "resistances": [
            {
                "r_ohm": r,
                "centre": r / (r + REFERENCE_OHM),
                "radius": REFERENCE_OHM / (r + REFERENCE_OHM),
            }
            for r in RESISTANCES_OHM
        ],
    }


def _level(ratio: float) -> Level:
    return {"swr": plain(ratio), "rho": float(rho_of_swr(ratio))}


def curve(sweep: Sweep, low_hz: float, high_hz: float, columns: int = 700) -> Curve:
    """The sweep for drawing between two frequencies: of each column of the picture the points with the least
    and the most |Γ|, so that no dip and no spike is lost; all points where they are few."""
    inside = np.flatnonzero((sweep.freq_hz >= low_hz) & (sweep.freq_hz <= high_hz))
    if inside.size:  # the neighbours outside, so that the line runs to the picture's edge
        inside = np.arange(max(inside[0] - 1, 0), min(inside[-1] + 2, len(sweep.freq_hz)))
    at = _thinned(sweep.rho, inside, columns)
    rho = np.minimum(sweep.rho[at], 1.0)
    out: Curve = {
        "mhz": (sweep.freq_hz[at] / 1e6).tolist(),
        "rho": _column(rho),  # type: ignore[typeddict-item]  # finite throughout
        "swr": _column(sweep.swr[at]),
        "return_loss_db": _column(return_loss_db(np.maximum(rho, 1e-6))),
    }
    if sweep.gamma is not None:
        z = impedance(sweep.gamma[at])
        out["r_ohm"], out["x_ohm"] = _column(z.real), _column(z.imag)
        out["re"], out["im"] = _column(sweep.gamma[at].real), _column(sweep.gamma[at].imag)
    return out


def _thinned(rho: np.ndarray, at: np.ndarray, columns: int) -> np.ndarray:
    if len(at) <= 2 * columns:
        return at
    picked = {int(at[0]), int(at[-1])}
    for part in np.array_split(at, columns):
        picked |= {int(part[np.argmin(rho[part])]), int(part[np.argmax(rho[part])])}
    return np.array(sorted(picked))


def _column(values: np.ndarray) -> list[float | None]:
    return [float(f"{v:.6g}") if np.isfinite(v) else None for v in values.tolist()]
