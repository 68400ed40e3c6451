"""Stations with something hidden in them, drawn apart from the priors that a diagnosis has: each is solved
part by part as any station is, with the fault as a part of its own, and read by meters that leak and err.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import ClassVar

import numpy as np

from tithe.core.antenna import Antenna
from tithe.core.antenna.dummy_load import dummy_load
from tithe.core.antenna.guess import Guess
from tithe.core.antenna.loss import SeriesLoss
from tithe.core.antenna.sampled import INTERPOLATION_OHM
from tithe.core.arrays import Complex, Real
from tithe.core.budget import solve
from tithe.core.log.case import in_state
from tithe.core.log.foreseen import BENCH_SD
from tithe.core.log.instruments import Instrument, instrument
from tithe.core.log.kept import SWEEP_SD
from tithe.core.log.often import OFTEN, CauseId
from tithe.core.log.rows import DUMMY_SD
from tithe.core.log.taken import RADIO, Load, State, Taken
from tithe.core.message import Message, tell
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


HIDDEN: tuple[CauseId, ...] = (
    "as-described", "antenna", "open", "short", "joint", "water", "ground", "transformer", "multiplier",
    "swapped", "reference", "wrong-end", "not-bypassed", "not-tuned",
)  # fmt: skip
CAUSES = tuple((name, OFTEN[name]) for name in HIDDEN)
"""As often as the table has each; how large, and by which law, is their own."""


@dataclass(frozen=True)
class Visit:
    """A ``station`` as it is described, and the ``actual`` one: ``causes`` by their ids, and how large each
    is, as sentences, ``messages``. Its meters have ``gains`` of their own (ln), its
    lossy parts lose ``factors`` of what is written, one of the meters may stand or be read
    wrongly (``wrong``, ``swapped_hz``: at which frequency two powers are typed the other way round)."""

    station: Station
    causes: tuple[str, ...]
    messages: tuple[Message, ...]
    actual: Station
    power_w: float
    meters: tuple[int, ...]
    gains: Mapping[int, float]
    factors: Mapping[int, float]
    wrong: int
    swapped_hz: float = 0.0

    @property
    def tuner(self) -> int:
        """The first one in line; -1: there is none."""
        chain = self.station.chain
        return next((n for n, part in enumerate(chain) if part.tuner and not part.bypassed), -1)

    def really(self, state: State) -> State:
        """How the tuner stands while it is taken to be in a state."""
        hit = ("not-bypassed" if state == "bypass" else "not-tuned") in self.causes
        return state if not hit else "auto" if state == "bypass" else "bypass"

    def shown(
        self, at: int, freq_hz: float, state: State, rng: np.random.Generator, load: Load = "antenna"
    ) -> tuple[float, float] | None:
        """What a meter shows, forward and reflected, W, into the antenna or a dummy load; None where it does
        not move."""
        real = self.really(state)
        plane = at
        if "wrong-end" in self.causes and at == self.wrong and at != RADIO:
            plane = _other_end(self.station, at)
        meter = instrument(self.station, at)
        r0 = 75.0 if "reference" in self.causes and at == self.wrong else meter.reference_ohm
        left = TUNING * (real == "auto" and at < self.tuner) * complex(rng.normal(), rng.normal())
        station = self.actual if load == "antenna" else replace(self.actual, antenna=_dummy(rng))
        port = planes(station, real, freq_hz)[plane]
        forward, reflected = _shown(port, r0, meter, self.gains[at], left, rng)
        if at == self.wrong and freq_hz == self.swapped_hz and state == "auto" and load == "antenna":
            forward, reflected = reflected, forward
        return (forward, max(reflected, 0.0)) if forward > 0 else None

    def benched(self, part: int, rng: np.random.Generator) -> float:
        """ln of how many times as much a lossy part loses as written, as the bench has it."""
        return float(np.log(self.factors[part]) + BENCH_SD * rng.normal())

    def gamma(self, joint: int, freq_hz: float, rng: np.random.Generator) -> complex:
        """What an analyzer shows at a joint, looking towards the antenna, the tuner out of line: Γ re 50
        Ω."""
        port = planes(self.actual, "bypass", freq_hz)[joint]
        err = SWEEP_SD * complex(rng.normal(), rng.normal())
        return complex(port.gamma(INTERPOLATION_OHM)) + err


def visit(
    station: Station, freq_hz: Real, rng: np.random.Generator, causes: Sequence[str] | None = None
) -> Visit:
    """What is wrong on a day, drawn as often as each is met unless it is said."""
    names, shares = zip(*CAUSES, strict=True)
    if causes is None:
        causes = (str(rng.choice(names, p=np.array(shares) / sum(shares))),)
    messages, spoiled, factors = _spoiled(station, causes, rng)
    power = station.transmitter.power_w * float(np.exp(rng.uniform(np.log(0.08), 0.0)))
    true_power = power * float(np.exp(rng.uniform(-0.08, 0.08)))
    spoiled = replace(spoiled, transmitter=replace(spoiled.transmitter, power_w=true_power))
    meters = [RADIO, *(n for n, part in enumerate(station.chain) if isinstance(part, Meter))]
    if len(meters) > 2 and rng.random() < 0.5:
        meters = meters[1:]
    gains = {at: float(rng.normal() * instrument(station, at).gain_sd) for at in meters}
    if "multiplier" in causes:
        at = meters[int(rng.integers(len(meters)))]
        off = float(rng.choice([np.log(10), -np.log(10), rng.uniform(0.26, 1.0), -rng.uniform(0.3, 1.1)]))
        gains[at] += off
        factor = float(np.exp(off))
        if at == RADIO:
            messages = (*messages, tell("hidden.multiplier-radio", factor=factor))
        else:
            messages = (*messages, tell("hidden.multiplier", meter=station.chain[at].label, factor=factor))
    swapped_hz = float(freq_hz[0]) if "swapped" in causes else 0.0
    read = tuple(meters)
    return Visit(station, tuple(causes), messages, spoiled, power, read, gains, factors, read[-1], swapped_hz)


@dataclass(frozen=True)
class Hidden:
    """What is there, and what is read: the ``cause`` by its id."""

    cause: str
    messages: tuple[Message, ...]
    readings: tuple[Taken, ...]


def hidden(
    station: Station, freq_hz: Real, rng: np.random.Generator, power_known: bool, cause: str | None = None
) -> Hidden:
    """One visit: what is wrong, and readings at all meters, tuned and, now and then, with the tuner out of
    line."""
    first_visit = visit(station, freq_hz, rng, None if cause is None else (cause,))
    states: list[State] = ["auto"]
    if first_visit.tuner >= 0 and (rng.random() < 0.35 or "not-bypassed" in first_visit.causes):
        states.append("bypass")
    out: list[Taken] = []
    for state in states:
        for f in freq_hz.tolist():
            for at in first_visit.meters:
                read = first_visit.shown(at, f, state, rng)
                if read is not None:
                    known = first_visit.power_w if power_known else None
                    out.append(Taken(f, at, *read, tuner=state, power_w=known))
    return Hidden(first_visit.causes[0], first_visit.messages, tuple(out))


def planes(station: Station, state: State, freq_hz: float) -> dict[int, Port]:
    """V and I at the radio, before each part and at the feedpoint, bad joints not counted."""
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


def _spoiled(
    station: Station, causes: Sequence[str], rng: np.random.Generator
) -> tuple[tuple[Message, ...], Station, dict[int, float]]:
    """What is wrong as it is told, the station with its parts as they may be and with that, and how many
    times as much each lossy part loses as written."""
    chain = list(station.chain)
    factors: dict[int, float] = {}
    for n, part in enumerate(chain):
        if isinstance(part, Line):
            factors[n] = float(np.exp(rng.triangular(-0.2, 0.05, 0.4)))
        elif part.tuner is not None:
            factors[n] = float(np.exp(rng.triangular(-0.6, 0.0, 0.7)))
    turned = Turned(station.antenna, float(rng.uniform(-0.004, 0.004)), 1.0, _wobble(rng, WOBBLE))
    messages: list[Message] = []
    joints: list[tuple[int, Bad]] = []
    for cause in causes:
        if cause == "antenna":
            moved = float(np.exp(rng.uniform(*np.log((0.01, 0.07)))) * rng.choice([-1, 1]))
            turned = replace(turned, moved=moved, ohm=float(np.exp(rng.uniform(-0.4, 0.4))))
            messages.append(tell("hidden.antenna", percent=100 * abs(moved), up=moved > 0))
        elif cause == "ground":
            turned = replace(turned, ohm=float(rng.uniform(1.4, 3.5)))
            messages.append(tell("hidden.ground", factor=turned.ohm))
        elif cause == "water":
            lengths = {n: part.length_m for n, part in enumerate(chain) if isinstance(part, Line)}
            n = max(lengths, key=lambda n: lengths[n])
            factor = float(np.exp(rng.uniform(np.log(1.8), np.log(8))))
            factors[n] = factor
            messages.append(tell("hidden.water", part=chain[n].label, factor=factor))
        elif cause in ("open", "short", "joint", "transformer"):
            at, bad = _bad(chain, cause, rng)
            joints.append((at, bad))
            across = bad.shunt_s > 0
            ohm = 1 / bad.shunt_s if across else abs(bad.series_ohm)
            where = (
                tell("hidden.feedpoint") if at == len(chain) else tell("hidden.before", part=chain[at].label)
            )
            code = "leakage" if cause == "transformer" else "joint"
            messages.append(tell(f"hidden.{code}", where=where, ohm=ohm, across=across))
    for n, factor in factors.items():
        chain[n] = more_lossy(chain[n], factor)
    for at, bad in sorted(joints, key=lambda joint: -joint[0]):
        chain.insert(at, bad)
    return tuple(messages), replace(station, chain=tuple(chain), antenna=turned), factors


def _dummy(rng: np.random.Generator) -> Antenna:
    """A dummy load that is not quite 50 Ω."""
    return dummy_load(INTERPOLATION_OHM * float(np.exp(2 * DUMMY_SD * rng.normal())))


def _bad(chain: Sequence[Part], cause: str, rng: np.random.Generator) -> tuple[int, Bad]:
    """A bad joint, and before which part."""
    lines = [n for n, part in enumerate(chain) if isinstance(part, Line)]
    ends = sorted({len(chain), *lines, *(n + 1 for n in lines)})
    joint = int(rng.choice(ends if cause != "joint" else np.arange(len(chain) + 1)))
    if cause == "joint":
        across = rng.random() < 0.4
        ohm = float(np.exp(rng.uniform(*np.log((60, 2000) if across else (3, 90)))))
        return joint, Bad(shunt_s=1 / ohm) if across else Bad(series_ohm=ohm)
    if cause == "transformer":
        joint = next((n for n, part in enumerate(chain) if isinstance(part, Transformer)), len(chain))
        return joint, Bad(series_ohm=1j * float(rng.uniform(15, 250)))
    series, across_ohm = (float(np.exp(rng.uniform(*np.log(span)))) for span in ((300, 8000), (0.5, 30)))
    return joint, Bad(series_ohm=series) if cause == "open" else Bad(shunt_s=1 / across_ohm)


def _wobble(rng: np.random.Generator, size: float) -> Callable[[Real], Complex]:
    """An error of Γ that changes slowly over frequency."""
    a, b = rng.uniform(-1, 1, (2, 4)) @ np.array([[1], [1j], [0], [0]]), rng.uniform(0, 6, 2)

    def off(freq_hz: Real) -> Complex:
        mhz = freq_hz / 1e6
        return np.asarray(size * (a[0] * np.cos(mhz / 4 + b[0]) + a[1] * np.sin(mhz / 7 + b[1])) / np.sqrt(2))

    return off
