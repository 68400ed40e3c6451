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


def answer(lengths: Lengths) -> WireLengths:
    """Every length, and in a sentence which suit, and how surely the best does."""
    sure = surely(lengths)
    return {
        "field": lengths.trial.field,
        "lengths": [_length(lengths, n) for n in range(len(lengths.length_m))],
        "windows": [{"from_m": low, "to_m": high} for low, high in lengths.windows],
        "best_m": float(lengths.length_m[lengths.best]),
        "sure": sure.tolist(),
        "sentence": say(_messages(lengths, sure)),
    }


def _length(lengths: Lengths, n: int) -> LengthTried:
    return {
        "length_m": float(lengths.length_m[n]),
        "suits": bool(lengths.suits[n].all()),
        "margin_m": float(lengths.margin_m[n]),
        "bands": [_on_band(lengths, n, b) for b in range(len(lengths.bands))],
    }


def _on_band(lengths: Lengths, n: int, b: int) -> LengthOnBand:
    ratio = float(lengths.swr[n, b, MIDDLE])
    return {
        "name": lengths.bands[b].name,
        "mhz": lengths.bands[b].middle_hz / 1e6,
        "r_ohm": float(lengths.z_ohm[n, b, MIDDLE].real),
        "x_ohm": float(lengths.z_ohm[n, b, MIDDLE].imag),
        "swr": ratio if np.isfinite(ratio) else None,
        "radiated_w": float(lengths.radiated_w[n, b, MIDDLE]),
        "sky_w": float(lengths.sky_w[n, b, MIDDLE]),
        "bears_w": float(lengths.bears_w[n, b].min()),
        "reached": bool(lengths.suits[n, b]),
        "extreme": bool(lengths.extreme[n, b]),
    }


_ONE_DB = 10**0.1


def _weakest(lengths: Lengths, n: int) -> dict[str, Any]:
    """What the weakest band has of a length."""
    weakest = int(lengths.weakest[n])
    return {
        "length_m": float(lengths.length_m[n]), "band": lengths.bands[weakest].name,
        "sky_w": float(lengths.weakest_w[n]), "bears_w": float(lengths.bears_w[n, weakest].min()),
    }  # fmt: skip


def _messages(lengths: Lengths, sure: Mask) -> tuple[Message, ...]:
    """Which lengths suit all bands, or which suits most of them, how surely; which to keep away from."""
    best, most, count = lengths.best, lengths.most, lengths.suits.sum(axis=1)
    weakest, said = _weakest(lengths, best), list[Message]()
    if lengths.windows:
        windows = [tell("lengths.window", ends=window) for window in lengths.windows[:4]]
        said.append(tell("lengths.suit", windows=windows))
        said.append(tell("lengths.best", spare_m=float(lengths.margin_m[best]), **weakest))
        if lengths.weakest_w[most] > _ONE_DB * lengths.weakest_w[best]:
            unsuited = [
                band.name for band, ok in zip(lengths.bands, lengths.suits[most], strict=True) if not ok
            ]
            said.append(tell("lengths.more", missing=unsuited, **_weakest(lengths, most)))
    else:
        missing = [
            band.name for band, fine in zip(lengths.bands, lengths.suits[best], strict=True) if not fine
        ]
        share = {"count": int(count[best]), "of": len(lengths.bands), "missing": missing}
        said.append(tell("lengths.none", **share, **weakest))
    unsure = [
        band.name
        for band, suits, surely_so in zip(lengths.bands, lengths.suits[best], sure, strict=True)
        if suits and not surely_so
    ]
    little = [
        band.name
        for band, is_little, reached in zip(
            lengths.bands, lengths.little[best].any(axis=-1), lengths.reached[best].all(axis=-1), strict=True
        )
        if is_little and reached
    ]
    held = (lengths.reached & ~lengths.borne)[best].any(axis=-1)
    if held.any():
        least = lengths.bears_w[best].min(axis=-1).tolist()
        bands = [
            tell("lengths.borne", band=lengths.bands[b].name, bears_w=least[b]) for b in np.flatnonzero(held)
        ]
        said.append(tell("lengths.held", power_w=lengths.trial.station.transmitter.power_w, bands=bands))
    if little:
        said.append(tell("lengths.little", bands=little))
    if unsure:
        said.append(tell("lengths.unsure", bands=unsure))
    elif lengths.suits[best].any():
        said.append(tell("lengths.sure"))
    extreme = [
        band.name for band, high in zip(lengths.bands, lengths.extreme.mean(axis=0) > 0, strict=True) if high
    ]
    if extreme:
        said.append(tell("lengths.extreme", bands=extreme))
    return tuple(said)
