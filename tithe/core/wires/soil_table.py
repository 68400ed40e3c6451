"""What soil reflects beyond the image of `half_space.image_share`, tabled and looked up from then on.

The table lies over ρ and ζ in units of 1/k, at even steps of ln x + x/3: by like factors close by, by like
distances far off. It holds R e^{jR} times each of the four functions, which has neither wave nor pole left.
Nearer than the nearest the functions are those of charges at rest, farther off than the farthest those of the
far field along the same ray.

Over frequency a soil's tables run through nodes at like factors, cubic in between: from 1.8 to 30 MHz there
are a dozen. Over all soils that might be, they would need to be many more: far off a wave through soil with
little loss turns quickly with its permittivity.
"""

from __future__ import annotations

from collections.abc import Iterable
from functools import lru_cache, partial

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.at_once import each, kept_once
from tithe.core.compiled import kept
from tithe.core.wires import half_space
from tithe.core.wires.ground import SOILS, Soil
from tithe.core.wires.half_space import remainders

_NEAREST, _FARTHEST, _STEP = 2e-4, 25.0, 0.35
EVEN_FROM = 3.0
_USUAL_HZ = tuple(1e6 * mhz for mhz in (1.8, 3.5, 5.3, 7.0, 10.1, 14.0, 18.1, 21.0, 24.9, 28.0, 29.7))
_SOURCES = (__file__, half_space.__file__)
_RATIO = 1.4
"""From one node of the frequency to the next."""


def _places() -> Real:
    """ρ and ζ of the table, by Newton's steps from their even ones."""
    low, high = (np.log(x) + x / EVEN_FROM for x in (_NEAREST, _FARTHEST))
    even = np.linspace(low, high, int(np.ceil((high - low) / _STEP)) + 1)
    x = np.where(even < 0, np.exp(even), 1 + even)
    for _ in range(30):
        x = np.maximum(x - (np.log(x) + x / EVEN_FROM - even) / (1 / x + 1 / EVEN_FROM), x / 2)
    return np.asarray(x)


PLACES = _places()


def soil_table(soil: Soil, freq_hz: float) -> Complex:
    """At one frequency (Hz): shape ``(P, P, 4)`` over ρ and ζ at `PLACES`."""
    return _between(soil, freq_hz)


def make_tables(soils: Iterable[Soil], freqs_hz: Iterable[float]) -> None:
    """All that these soils need at these frequencies (Hz), side by side."""
    _make(frozenset(soils), frozenset(_first(f) for f in freqs_hz))


@lru_cache(maxsize=64)
def _make(soils: frozenset[Soil], first: frozenset[int]) -> None:
    nodes = sorted({corner + step for corner in first for step in range(4)})
    list(each(lambda pair: _node(*pair), [(soil, node) for soil in soils for node in nodes]))


def _first(freq_hz: float) -> int:
    """The first of the four nodes round a frequency."""
    return int(np.floor(np.log(freq_hz) / np.log(_RATIO))) - 1


@lru_cache(maxsize=64)
def _between(soil: Soil, freq_hz: float) -> Complex:
    first = _first(freq_hz)
    t = np.log(freq_hz) / np.log(_RATIO) - first
    weights = (
        -(t - 1) * (t - 2) * (t - 3) / 6, t * (t - 2) * (t - 3) / 2, -t * (t - 1) * (t - 3) / 2,
        t * (t - 1) * (t - 2) / 6,
    )  # fmt: skip
    values = np.zeros((len(PLACES), len(PLACES), 4), dtype=np.complex128)
    for step, weight in enumerate(weights):
        values += weight * _node(soil, first + step)
    return values


@kept_once(192)
def _node(soil: Soil, step: int) -> Complex:
    make = partial(_made, soil, step)
    if soil not in SOILS.values():
        return make()
    return kept(f"soil-{soil.eps_r:g}-{soil.sigma_s_m:g}-{step}", _SOURCES, make)


def _made(soil: Soil, step: int) -> Complex:
    apart = np.hypot(PLACES[:, None], PLACES[None, :])[..., None]
    permittivity = soil.permittivity(_RATIO**step).item()
    return np.asarray(remainders(PLACES, PLACES, permittivity) * apart * np.exp(1j * apart))


def make_usual_tables() -> None:
    """Those of the classes of soil on the short waves."""
    make_tables(SOILS.values(), _USUAL_HZ)
