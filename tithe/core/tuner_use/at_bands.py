"""A tuner at the loads that its station really shows it, band by band, beside 50 Ω; and what would bring a
band inside its reach."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.budget import solve
from tithe.core.cost import Pause, go_on
from tithe.core.errors import InputError
from tithe.core.main_run import back_through, main_run
from tithe.core.parts.line import SPEED_OF_LIGHT
from tithe.core.parts.part import Part
from tithe.core.parts.transformer import Transformer
from tithe.core.parts.tuner.networks import NETWORKS
from tithe.core.parts.tuner.part import Tuner
from tithe.core.parts.tuner.shortfall import Shortfall
from tithe.core.reflection import reflection
from tithe.core.station import Band, Station
from tithe.core.tuner_use.loads import any_tuner, in_line, known_at, loads_at
from tithe.core.tuner_use.reach import Met, meet

TRACK = 33
"""Loads along a band, edge to edge; its middle is among them."""
_OTHERS = ("t-highpass", "t-lowpass", "pi", "l")
_RATIOS = (4.0, 0.25)
_TRANSFORMER_DB = 0.2
_STEPS = 60
_LEAST_M = 1.0

Way = Literal["longer", "shorter", "ratio", "network"]


@dataclass(frozen=True)
class Proposal:
    """What would bring a band inside: the main run as long as ``value`` (m), a transformer of that ratio
    behind the tuner, or another ``network`` of its parts; ``radiated_w``: what then leaves."""

    way: Way
    value: float
    network: str
    radiated_w: float


@dataclass(frozen=True)
class AtBand:
    """``gamma`` (`TRACK`,): its loads from edge to edge, re the reference; the tuner in its middle, at the
    real load and into the reference, and what it lacks there."""

    band: Band
    freq_hz: Real
    gamma: Complex
    real: Met
    flat: Met
    shortfall: Shortfall | None
    proposals: tuple[Proposal, ...]


def at_bands(station: Station, at: int, pause: Pause = go_on) -> list[AtBand]:
    """Each band whose antenna is known from edge to edge. Raises `InputError` where there is no tuner."""
    tuner, r0 = any_tuner(station, at), station.transmitter.reference_ohm
    edges = [np.linspace(b.low_hz, b.high_hz, TRACK) for b in station.bands]
    seen = [n for n, freq in enumerate(edges) if known_at(station, freq).all()]
    if not seen:
        return []
    freq = np.stack([edges[n] for n in seen])
    z = loads_at(station, at, freq.ravel()).reshape(freq.shape)
    gamma = reflection(z, np.ones_like(z), r0)
    middles, loads = freq[:, TRACK // 2], z[:, TRACK // 2]
    power_w = station.transmitter.power_w
    tuned, real = meet(tuner, middles, loads, r0, power_w)
    _, flat = meet(tuner, middles, np.full(len(seen), r0 + 0j), r0, power_w)
    out = []
    for k, n in enumerate(seen):
        pause()
        matched = bool(real.matched[k])
        proposals = (
            () if matched else tuple(sorted(_proposals(station, at, float(middles[k])), key=_by_watts))
        )
        shortfall = None if matched else tuned.shortfall(k)
        met = (
            Met(*(np.asarray(figure)[k] for figure in vars(met_case).values())) for met_case in (real, flat)
        )
        out.append(AtBand(station.bands[n], freq[k], gamma[k], next(met), next(met), shortfall, proposals))
    return out


def _by_watts(proposal: Proposal) -> float:
    return -proposal.radiated_w


def _proposals(station: Station, at: int, freq_hz: float) -> Iterator[Proposal]:
    behind = station.chain[at + 1 :]
    for ratio in _RATIOS:
        transformer = Transformer(ratio=ratio, loss_db=_TRANSFORMER_DB)
        if (watts := _radiated(station, at, (station.chain[at], transformer, *behind), freq_hz)) is not None:
            yield Proposal("ratio", ratio, "", watts)
    tuner = station.chain[at]
    if isinstance(tuner, Tuner):
        for network in _OTHERS:
            if NETWORKS[network] == tuner.networks:
                continue
            another = replace(tuner, network=network, setting="auto")
            if (watts := _radiated(station, at, (another, *behind), freq_hz)) is not None:
                yield Proposal("network", 0.0, network, watts)
    yield from _lengths(station, at, behind, freq_hz)


def _lengths(station: Station, at: int, behind: tuple[Part, ...], freq_hz: float) -> Iterator[Proposal]:
    """The nearest length either way, within half a wave of the line."""
    try:
        place, run = main_run(behind)
    except InputError:
        return
    half_m = SPEED_OF_LIGHT / freq_hz / 2 * run.line.velocity_factor
    steps = np.arange(-_STEPS, _STEPS + 1)
    length_m = run.length_m + half_m * steps / _STEPS
    steps, length_m = steps[length_m >= _LEAST_M], length_m[length_m >= _LEAST_M]
    freq = np.array([freq_hz])
    varied = replace(run, length_m=length_m[:, None])  # type: ignore[arg-type]  # lengths side by side
    end = solve(in_line(station, at), freq).antenna.shape
    load = back_through((*behind[:place], varied, *behind[place + 1 :]), end, freq)
    tuner, r0 = any_tuner(station, at).automatic(), station.transmitter.reference_ohm
    matched = tuner.tune(freq, load, r0).matched[:, 0]
    ways: tuple[tuple[Way, int], ...] = (("longer", 1), ("shorter", -1))
    for way, sign in ways:
        beyond = np.flatnonzero(matched & (steps * sign > 0))
        if not beyond.size:
            continue
        nearest = float(length_m[beyond[np.argmin(np.abs(steps[beyond]))]])
        parts = (*behind[:place], replace(run, length_m=nearest), *behind[place + 1 :])
        if (watts := _radiated(station, at, (station.chain[at], *parts), freq_hz)) is not None:
            yield Proposal(way, nearest, "", watts)


def _radiated(station: Station, at: int, parts: tuple[Part, ...], freq_hz: float) -> float | None:
    """What leaves with these parts from the tuner on, W; None where it does not match."""
    in_place = in_line(replace(station, chain=(*station.chain[:at], *parts)), at)
    budget = solve(in_place, np.array([freq_hz]))
    tuned = budget.stages[at].tuned
    if tuned is None or not np.all(tuned.matched):
        return None
    return float(np.ravel(budget.radiated_w)[0])
