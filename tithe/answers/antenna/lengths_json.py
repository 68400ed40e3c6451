"""The lengths of an antenna that is planned as plain objects."""

from __future__ import annotations

from typing import Any

import numpy as np

from tithe.answers.antenna.lengths_shapes import LengthOnBand, LengthTried, WireLengths
from tithe.core.arrays import Mask
from tithe.core.message import Message, tell
from tithe.core.planning.lengths import Lengths, surely
from tithe.text import say

MIDDLE = 1


def answer(found: Lengths) -> WireLengths:
    """Every length, and in a sentence which suit, and how surely the best does."""
    sure = surely(found)
    return {
        "field": found.asked.field,
        "lengths": [_length(found, n) for n in range(len(found.length_m))],
        "windows": [{"from_m": low, "to_m": high} for low, high in found.windows],
        "best_m": float(found.length_m[found.best]),
        "sure": sure.tolist(),
        "sentence": say(_told(found, sure)),
    }


def _length(found: Lengths, n: int) -> LengthTried:
    return {
        "length_m": float(found.length_m[n]),
        "suits": bool(found.suits[n].all()),
        "margin_m": float(found.margin_m[n]),
        "bands": [_on_band(found, n, b) for b in range(len(found.bands))],
    }


def _on_band(found: Lengths, n: int, b: int) -> LengthOnBand:
    ratio = float(found.swr[n, b, MIDDLE])
    return {
        "name": found.bands[b].name,
        "mhz": found.bands[b].middle_hz / 1e6,
        "r_ohm": float(found.z_ohm[n, b, MIDDLE].real),
        "x_ohm": float(found.z_ohm[n, b, MIDDLE].imag),
        "swr": ratio if np.isfinite(ratio) else None,
        "radiated_w": float(found.radiated_w[n, b, MIDDLE]),
        "sky_w": float(found.sky_w[n, b, MIDDLE]),
        "bears_w": float(found.bears_w[n, b].min()),
        "reached": bool(found.suits[n, b]),
        "extreme": bool(found.extreme[n, b]),
    }


_ONE_DB = 10**0.1


def _weakest(found: Lengths, n: int) -> dict[str, Any]:
    """What the weakest band has of a length."""
    weakest = int(found.weakest[n])
    return {
        "length_m": float(found.length_m[n]), "band": found.bands[weakest].name,
        "sky_w": float(found.weakest_w[n]), "bears_w": float(found.bears_w[n, weakest].min()),
    }  # fmt: skip


def _told(found: Lengths, sure: Mask) -> tuple[Message, ...]:
    """Which lengths suit all bands, or which suits most of them, how surely; which to keep away from."""
    best, most, count = found.best, found.most, found.suits.sum(axis=1)
    told, said = _weakest(found, best), list[Message]()
    if found.windows:
        windows = [tell("lengths.window", ends=window) for window in found.windows[:4]]
        said.append(tell("lengths.suit", windows=windows))
        said.append(tell("lengths.best", spare_m=float(found.margin_m[best]), **told))
        if found.weakest_w[most] > _ONE_DB * found.weakest_w[best]:
            unsuited = [band.name for band, ok in zip(found.bands, found.suits[most], strict=True) if not ok]
            said.append(tell("lengths.more", missing=unsuited, **_weakest(found, most)))
    else:
        missing = [band.name for band, fine in zip(found.bands, found.suits[best], strict=True) if not fine]
        some = {"count": int(count[best]), "of": len(found.bands), "missing": missing}
        said.append(tell("lengths.none", **some, **told))
    unsure = [
        band.name
        for band, suits, surely_so in zip(found.bands, found.suits[best], sure, strict=True)
        if suits and not surely_so
    ]
    little = [
        band.name
        for band, some, reached in zip(
            found.bands, found.little[best].any(axis=-1), found.reached[best].all(axis=-1), strict=True
        )
        if some and reached
    ]
    held = (found.reached & ~found.borne)[best].any(axis=-1)
    if held.any():
        least = found.bears_w[best].min(axis=-1).tolist()
        bands = [
            tell("lengths.borne", band=found.bands[b].name, bears_w=least[b]) for b in np.flatnonzero(held)
        ]
        said.append(tell("lengths.held", power_w=found.asked.station.transmitter.power_w, bands=bands))
    if little:
        said.append(tell("lengths.little", bands=little))
    if unsure:
        said.append(tell("lengths.unsure", bands=unsure))
    elif found.suits[best].any():
        said.append(tell("lengths.sure"))
    extreme = [
        band.name for band, high in zip(found.bands, found.extreme.mean(axis=0) > 0, strict=True) if high
    ]
    if extreme:
        said.append(tell("lengths.extreme", bands=extreme))
    return tuple(said)
