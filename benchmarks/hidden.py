"""Stations with something hidden in them, drawn apart from the priors that a diagnosis has: each is solved
part by part as any station is, with the fault as a part of its own, and read by meters that leak and err.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import ClassVar

import numpy as np

from tithe.core.antenna import Antenna
from tithe.core.antenna.guess import Guess
from tithe.core.antenna.loss import SeriesLoss
from tithe.core.antenna.sampled import INTERPOLATION_OHM
from tithe.core.arrays import Complex, Real
from tithe.core.budget import solve
from tithe.core.log.case import in_state
from tithe.core.log.causes import OFTEN, CauseId
from tithe.core.log.instruments import Instrument, instrument
from tithe.core.log.taken import RADIO, State, Taken
from tithe.core.parts.line import Line
from tithe.core.parts.meter import Meter
from tithe.core.parts.more_lossy import more_lossy
from tithe.core.parts.part import Part
from tithe.core.parts.ratings import NO_RATINGS, Ratings
from tithe.core.parts.transformer import Transformer
from tithe.core.station import Station
from tithe.core.twoport import Port, Run, TwoPort, series, shunt

WOBBLE, TUNING = 0.12, 0.05
"""How far Γ of an honest antenna may be off (half of that a part, about: as a table a year old), and what is
left where a tuner has matched, each part of Γ."""
READ_SD = 0.25
"""Of a meter's accuracy at full scale, to what it is read."""


@dataclass(frozen=True)
class Bad(Part):
    """A joint with Ω in series, and S across behind that."""

    series_ohm: complex = 0.0
    shunt_s: float = 0.0
    label: str = "joint"
    kind: str = "bad"
    bypassed: bool = False
    ratings: Ratings = NO_RATINGS

    def two_port(self, freq_hz: Real) -> TwoPort:
        """The chain matrix."""
        z = np.full(np.shape(freq_hz), self.series_ohm, dtype=np.complex128)
        if self.series_ohm.imag:
            z = z.real + 1j * z.imag * freq_hz / 7e6
        return series(z) @ shunt(np.full(np.shape(freq_hz), self.shunt_s, dtype=np.complex128))


@dataclass(frozen=True)
class Turned:
    """An antenna whose resonance has moved by a share of the frequency, whose resistance has a factor, and
    whose Γ is off at each frequency by a number of its own."""

    base: Antenna
    moved: float = 0.0
    ohm: float = 1.0
    off: Callable[[Real], Complex] | None = None
    phase_known: ClassVar[bool] = True
    loss: ClassVar[SeriesLoss | None] = None
    sky: ClassVar[SeriesLoss | None] = None

    @property
    def label(self) -> str:
        """As the antenna's."""
        return self.base.label

    @property
    def range_hz(self) -> tuple[float, float]:
        """As the antenna's."""
        return self.base.range_hz

    def each_s(self, freq_hz: float) -> float:
        """As the antenna's."""
        return self.base.each_s(freq_hz)

    def guess(self, freq_hz: float) -> Guess | None:
        """As the antenna's."""
        return self.base.guess(freq_hz)

    def terminals(self, freq_hz: Real, run: Callable[[], Run]) -> Port:
        """V and I at the feedpoint."""
        low, high = self.base.range_hz
        port = self.base.terminals(np.clip(freq_hz / (1 + self.moved), low, high), run)
        z = port.z_ohm
        z = self.ohm * z.real + 1j * z.imag
        gamma = (z - INTERPOLATION_OHM) / (z + INTERPOLATION_OHM)
        if self.off is not None:
            gamma = gamma + self.off(freq_hz)
        gamma = gamma * np.minimum(1.0, 0.999 / np.maximum(np.abs(gamma), 1e-12))
        return Port(1 + gamma, (1 - gamma) / INTERPOLATION_OHM)


@dataclass(frozen=True)
class Hidden:
    """What is there, and what is read: the ``cause`` by its id."""

    cause: str
    told: str
    readings: tuple[Taken, ...]


HIDDEN: tuple[CauseId, ...] = (
    "as-described", "antenna", "open", "short", "joint", "water", "ground", "transformer", "multiplier",
    "swapped", "reference", "wrong-end", "not-bypassed", "not-tuned",
)  # fmt: skip
CAUSES = tuple((name, OFTEN[name]) for name in HIDDEN)
"""As often as the table has each; how large, and by which law, is their own."""


def hidden(
    station: Station, freq_hz: Real, rng: np.random.Generator, power_known: bool, cause: str | None = None
) -> Hidden:
    """One visit: what is wrong, and readings at all meters, tuned and, now and then, with the tuner out of
    line."""
    names, shares = zip(*CAUSES, strict=True)
    cause = cause or str(rng.choice(names, p=np.array(shares) / sum(shares)))
    told, there = _spoiled(station, cause, rng)
    power = station.transmitter.power_w * float(np.exp(rng.uniform(np.log(0.08), 0.0)))
    true_power = power * float(np.exp(rng.uniform(-0.08, 0.08)))
    there = replace(there, transmitter=replace(there.transmitter, power_w=true_power))
    meters = [RADIO, *(n for n, part in enumerate(station.chain) if isinstance(part, Meter))]
    if len(meters) > 2 and rng.random() < 0.5:
        meters = meters[1:]
    states: list[State] = ["auto"]
    if any(part.tuner and not part.bypassed for part in station.chain) and (
        rng.random() < 0.35 or cause == "not-bypassed"
    ):
        states.append("bypass")
    gains = {at: rng.normal() * instrument(station, at).gain_sd for at in meters}
    scale = dict.fromkeys(meters, 0.0)
    if cause == "multiplier":
        at = meters[int(rng.integers(len(meters)))]
        scale[at] = float(
            rng.choice([np.log(10), -np.log(10), rng.uniform(0.26, 1.0), -rng.uniform(0.3, 1.1)])
        )
    wrong = meters[-1]
    tuner = next((n for n, part in enumerate(station.chain) if part.tuner and not part.bypassed), -1)
    out: list[Taken] = []
    for state in states:
        real: State = state
        if cause in ("not-bypassed", "not-tuned"):
            hit = (state == "bypass") == (cause == "not-bypassed")
            real = ("auto" if state == "bypass" else "bypass") if hit else state
        for f in freq_hz:
            ports = _ports(there, real, float(f))
            for at in meters:
                plane = at
                if cause == "wrong-end" and at == wrong and at != RADIO:
                    plane = _other_end(station, at)
                meter = instrument(station, at)
                r0 = 75.0 if cause == "reference" and at == wrong else meter.reference_ohm
                left = TUNING * (real == "auto" and at < tuner) * complex(rng.normal(), rng.normal())
                forward, reflected = _shown(ports[plane], r0, meter, gains[at] + scale[at], left, rng)
                if cause == "swapped" and at == wrong and f == freq_hz[0] and state == "auto":
                    forward, reflected = reflected, forward
                if forward <= 0:
                    continue
                known = power if power_known else None
                out.append(Taken(float(f), at, forward, max(reflected, 0.0), tuner=state, power_w=known))
    return Hidden(cause, told, tuple(out))


def _ports(station: Station, state: State, freq_hz: float) -> dict[int, Port]:
    budget = solve(in_state(station, state), np.array([freq_hz]))
    out, n = {RADIO: budget.input}, 0
    for stage in budget.stages:
        if not isinstance(stage.part, Bad):
            out[n] = stage.source
            n += 1
    out[n] = budget.antenna
    return {at: Port(port.v[0], port.i[0]) for at, port in out.items()}


def _other_end(station: Station, at: int) -> int:
    if at > 0 and isinstance(station.chain[at - 1], Line):
        return at - 1
    return min(at + 2, len(station.chain))


def _shown(
    port: Port, r0: float, meter: Instrument, log_gain: float, left: complex, rng: np.random.Generator
) -> tuple[float, float]:
    """Forward and reflected watts of a bridge that leaks, and is read to what its scale allows; what a tuner
    has ``left`` comes back beside."""
    a, b = port.v + r0 * port.i, port.v - r0 * port.i
    b = b + left * a
    leak = meter.leak * np.sqrt(rng.uniform()) * np.exp(2j * np.pi * rng.uniform())
    powers = np.array([abs(a) ** 2, abs(b + leak * a) ** 2]) / (4 * r0) * np.exp(log_gain)
    read = powers + rng.normal(size=2) * meter.accuracy * meter.full_scale_w * READ_SD
    return float(read[0]), float(max(read[1], 0.0))


def _spoiled(station: Station, cause: str, rng: np.random.Generator) -> tuple[str, Station]:
    chain = list(station.chain)
    for n, part in enumerate(chain):
        if isinstance(part, Line):
            chain[n] = more_lossy(part, float(np.exp(rng.triangular(-0.2, 0.05, 0.4))))
        elif part.tuner is not None:
            chain[n] = more_lossy(part, float(np.exp(rng.triangular(-0.6, 0.0, 0.7))))
    turned = Turned(station.antenna, float(rng.uniform(-0.004, 0.004)), 1.0, _wobble(rng, WOBBLE))
    joint, told = len(chain), cause
    if cause == "antenna":
        moved = float(np.exp(rng.uniform(*np.log((0.01, 0.07)))) * rng.choice([-1, 1]))
        turned = replace(turned, moved=moved, ohm=float(np.exp(rng.uniform(-0.4, 0.4))))
        told = f"antenna moved by {moved:.3f}"
    elif cause == "ground":
        turned = replace(turned, ohm=float(rng.uniform(1.4, 3.5)))
        told = f"R times {turned.ohm:.1f}"
    elif cause == "water":
        lengths = {n: part.length_m for n, part in enumerate(chain) if isinstance(part, Line)}
        n = max(lengths, key=lambda n: lengths[n])
        factor = float(np.exp(rng.uniform(np.log(1.8), np.log(8))))
        chain[n] = more_lossy(station.chain[n], factor)
        told = f"{chain[n].label} times {factor:.1f}"
    elif cause in ("open", "short", "joint", "transformer"):
        lines = [n for n, part in enumerate(chain) if isinstance(part, Line)]
        ends = sorted({len(chain), *lines, *(n + 1 for n in lines)})
        joint = int(rng.choice(ends if cause != "joint" else np.arange(len(chain) + 1)))
        bad = {
            "open": Bad(series_ohm=float(np.exp(rng.uniform(*np.log((300, 8000)))))),
            "short": Bad(shunt_s=1 / float(np.exp(rng.uniform(*np.log((0.5, 30)))))),
        }.get(cause)
        if cause == "joint":
            across = rng.random() < 0.4
            ohm = float(np.exp(rng.uniform(*np.log((60, 2000) if across else (3, 90)))))
            bad = Bad(shunt_s=1 / ohm) if across else Bad(series_ohm=ohm)
        if cause == "transformer":
            joint = next((n for n, part in enumerate(chain) if isinstance(part, Transformer)), len(chain))
            bad = Bad(series_ohm=1j * float(rng.uniform(15, 250)))
        assert bad is not None
        told = f"{cause} before {joint}: {bad.series_ohm} Ω, {bad.shunt_s} S"
        chain.insert(joint, bad)
    return told, replace(station, chain=tuple(chain), antenna=turned)


def _wobble(rng: np.random.Generator, size: float) -> Callable[[Real], Complex]:
    """An error of Γ that changes slowly over frequency."""
    a, b = rng.uniform(-1, 1, (2, 4)) @ np.array([[1], [1j], [0], [0]]), rng.uniform(0, 6, 2)

    def off(freq_hz: Real) -> Complex:
        mhz = freq_hz / 1e6
        return np.asarray(size * (a[0] * np.cos(mhz / 4 + b[0]) + a[1] * np.sin(mhz / 7 + b[1])) / np.sqrt(2))

    return off
