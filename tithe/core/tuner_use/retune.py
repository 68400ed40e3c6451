"""How far one may move before the tuner must be set anew: the SWR over each band as its presets stand, how
many presets cover it, and the same without a tuner."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.cost import Pause, go_on
from tithe.core.parts.tuner.dial import Dial
from tithe.core.parts.tuner.ladder import Ladder
from tithe.core.parts.tuner.set_tuner import SetTuner
from tithe.core.reflection import reflection, swr
from tithe.core.station import Band, Station
from tithe.core.transmitter import Transmitter
from tithe.core.tuner_use.loads import known_at, loads_at, tuner_of_knobs
from tithe.core.tuner_use.preset import KnobTuner, Preset, gamma_in, network_of, on_dials, own_dials
from tithe.core.tuner_use.reach import meet

POINTS = 61
"""Frequencies over a band; its middle is among them."""


@dataclass(frozen=True)
class Spot:
    """A setting: matched at ``freq_hz``; ``preset``: which row of the chart (None: none, the match that least
    loss finds); ``swr`` over the band's frequencies; ``within``: for each limit from where to where (Hz) one
    may move, None where it is beyond the limit at its own frequency."""

    freq_hz: float
    preset: int | None
    swr: Real
    within: tuple[tuple[float, float] | None, ...]


@dataclass(frozen=True)
class Retuning:
    """A band with its settings; ``bare``: the SWR that the tuner sees, and from where to where it stays
    within each limit round its least; ``covers``: for each limit how many settings of least loss cover the
    band (None: no number does)."""

    band: Band
    freq_hz: Real
    limits: tuple[float, ...]
    spots: tuple[Spot, ...]
    bare: Real
    bare_within: tuple[tuple[float, float] | None, ...]
    covers: tuple[int | None, ...]


def limits_of(transmitter: Transmitter) -> tuple[float, ...]:
    """SWR 1.5 and 2, and where the radio begins to hold back, if that is another."""
    protection = transmitter.protection
    begins = [ratio for ratio, share in protection.points if share >= 1]
    folds = max(begins, default=1.0) * protection.own_reach_swr
    held = any(share < 1 for _, share in protection.points) or protection.own_reach_swr > 1
    return (1.5, 2.0, folds) if held and folds not in (1.0, 1.5, 2.0) else (1.5, 2.0)


def retuning(
    station: Station,
    at: int,
    dials: Mapping[str, Dial],
    presets: Sequence[Preset],
    only: Sequence[int],
    pause: Pause = go_on,
) -> list[Retuning]:
    """Each band whose antenna is known from edge to edge; of the presets those in ``only``, by their place.
    Without a preset a band is looked at from its middle."""
    _, tuner = tuner_of_knobs(station, at)
    out = []
    for band in station.bands:
        pause()
        freq = np.linspace(band.low_hz, band.high_hz, POINTS)
        if known_at(station, freq).all():
            loads = loads_at(station, at, freq)
            mine = [n for n in only if band.low_hz <= presets[n].freq_hz <= band.high_hz]
            question = _Question(station, tuner, own_dials(tuner, dials), freq, loads)
            out.append(question.answer(band, {n: presets[n] for n in mine}))
    return out


@dataclass(frozen=True)
class _Question:
    station: Station
    tuner: KnobTuner
    dials: Mapping[str, Dial]
    freq_hz: Real
    loads: Complex

    def answer(self, band: Band, presets: Mapping[int, Preset]) -> Retuning:
        r0 = self.station.transmitter.reference_ohm
        limits = limits_of(self.station.transmitter)
        tuned, met = meet(self.tuner, self.freq_hz, self.loads, r0, self.station.transmitter.power_w)
        assert isinstance(tuned, SetTuner)
        each = np.stack([self._swr(tuned, k) for k in range(POINTS)])
        each[~met.matched] = np.inf
        spots = [self._spot(n, preset, each, limits) for n, preset in presets.items()]
        if not spots:
            spots = [self._from(POINTS // 2, None, each[POINTS // 2], limits)]
        bare = swr(np.minimum(np.abs(reflection(self.loads, np.ones_like(self.loads), r0)), 1.0))
        covers = tuple(covering(each <= limit) for limit in limits)
        free = tuple(self._ends(int(np.argmin(bare)), bare, limit) for limit in limits)
        return Retuning(band, self.freq_hz, limits, tuple(spots), bare, free, covers)

    def _swr(self, tuned: SetTuner, k: int) -> Real:
        """Over the band, with the knobs as they stand for its k-th frequency."""
        return self._over(tuned.tuner.ladders[int(tuned.form[k])], tuned.values[:, k])

    def _over(self, ladder: Ladder, values: Real) -> Real:
        stands = np.repeat(values[:, None], POINTS, axis=1)
        r0 = self.station.transmitter.reference_ohm
        gamma = gamma_in(ladder, self.freq_hz, stands, self.loads, r0)
        return swr(np.minimum(np.abs(gamma), 1.0))

    def _spot(self, n: int, preset: Preset, each: Real, limits: tuple[float, ...]) -> Spot:
        k = int(np.argmin(np.abs(self.freq_hz - preset.freq_hz)))
        network, ladder = network_of(self.tuner, preset)
        if not on_dials(self.dials, preset):
            return self._from(k, n, each[k], limits)
        values = np.array([self.dials[name].value(preset.dials[name]) for name in network.knobs])
        return self._from(k, n, self._over(ladder, values), limits)

    def _from(self, k: int, n: int | None, over: Real, limits: tuple[float, ...]) -> Spot:
        within = tuple(self._ends(k, over, limit) for limit in limits)
        return Spot(float(self.freq_hz[k]), n, over, within)

    def _ends(self, k: int, over: Real, limit: float) -> tuple[float, float] | None:
        if over[k] > limit:
            return None
        out = np.flatnonzero(over > limit)
        low, high = out[out < k], out[out > k]
        first = self._crossing(low[-1], low[-1] + 1, over, limit) if len(low) else self.freq_hz[0]
        last = self._crossing(high[0], high[0] - 1, over, limit) if len(high) else self.freq_hz[-1]
        return float(first), float(last)

    def _crossing(self, beyond: int, inside: int, over: Real, limit: float) -> float:
        """Between two frequencies, where the SWR is the limit."""
        a, b = over[inside], min(over[beyond], 1e3)
        share = (limit - a) / (b - a)
        return float(self.freq_hz[inside] + share * (self.freq_hz[beyond] - self.freq_hz[inside]))


def covering(good: np.ndarray) -> int | None:
    """How few rows of a truth table (settings by frequencies) cover all frequencies, each over one unbroken
    stretch round its own; None where they do not."""
    count, at, size = 0, 0, len(good)
    while at < size:
        furthest = -1
        for k in range(size):
            if not good[k, k]:
                continue
            low = high = k
            while low > 0 and good[k, low - 1]:
                low -= 1
            while high < size - 1 and good[k, high + 1]:
                high += 1
            if low <= at <= high:
                furthest = max(furthest, high)
        if furthest < at:
            return None
        count, at = count + 1, furthest + 1
    return count
