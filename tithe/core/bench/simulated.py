"""A simulated bench: instruments with errors of their own, and parts whose truth is hidden until it is asked
for.

It stands in for analyzer, short, open, resistor, wattmeters and dummy load; what it shows goes through the
same door as what was typed or saved. The truth is drawn round the station's own part: coils of another Q, a
line that loses more or less than its sheet, a connector with water in it somewhere. The same seed gives the
same day, and the same truth.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np

from tithe.core.arrays import Complex, Real, decibels
from tithe.core.bench.residual import Residual
from tithe.core.bench.watts import Watts
from tithe.core.errors import InputError
from tithe.core.parts.inline import Inline
from tithe.core.parts.line import AttenuatedLine, Line, LineType, attenuation_db_per_m
from tithe.core.parts.meter import Meter
from tithe.core.parts.transformer import Transformer
from tithe.core.parts.tuner.part import Tuner
from tithe.core.twoport import Port, TwoPort

R0 = 50.0
_MISTUNED = 0.002
"""By how much hands leave each knob beside the match."""


@dataclass(frozen=True)
class Swept:
    """``gamma``: Γ re 50 Ω as shown, by what is at the far side, (F,); ``truth``: the hidden figures."""

    freq_hz: Real
    gamma: Mapping[str, Complex]
    truth: Mapping[str, Real | float]


def _end(ohm: float) -> Port:
    if np.isinf(ohm):
        return Port(np.array([1 + 0j]), np.array([0j]))
    return Port(np.array([ohm + 0j]), np.array([1 + 0j]))


def _swept(
    two_port: TwoPort, freq_hz: Real, ends: Mapping[str, float], residual: Residual, rng: np.random.Generator,
    truth: Mapping[str, Real | float],
) -> Swept:  # fmt: skip
    true = np.stack([two_port.input(_end(ohm)).gamma(R0) * np.ones(len(freq_hz)) for ohm in ends.values()])
    shown = residual.shown(true, rng)[0]
    return Swept(freq_hz, dict(zip(ends, shown, strict=True)), truth)


def _resistor(ohm: float, residual: Residual, rng: np.random.Generator) -> float:
    gamma = float(residual.resistor(rng)[0, 0])
    return ohm * (1 + gamma) / (1 - gamma)


def tuner(part: Tuner, freq_hz: Real, residual: Residual, seed: int) -> Swept:
    """Matched into R₀ by hand at each frequency, then a short and an open, its knobs left; its coils of a
    hidden Q. Truth: ``coil_q`` and ``loss_db`` into R₀, each (F,). Raises `InputError` where it does not
    match R₀ at one of them."""
    rng = np.random.default_rng(seed)
    q = rng.uniform(50, 300) * (1 + 0.25 * np.sin(np.log(freq_hz / 1e6) + rng.uniform(0, 6)))
    resistor = _resistor(R0, residual, rng)
    ends = {"match": resistor, "short": 0.0, "open": np.inf}
    true, losses = [], []
    for f, own in zip(freq_hz.tolist(), q.tolist(), strict=True):
        at = np.array([f])
        coils = replace(part, coil_q=own, setting="auto")
        setting = coils.tune(at, _end(resistor), R0)
        if not bool(setting.matched.all()):
            raise InputError("tuner", "no-match-into-r0", freq_hz=f)
        by_hand = setting.values * (1 + _MISTUNED * rng.normal(size=setting.values.shape))
        two_port = replace(setting, values=by_hand).two_port
        true.append([complex(two_port.input(_end(ohm)).gamma(R0)[0]) for ohm in ends.values()])
        losses.append(loss_into(two_port, R0))
    shown = residual.shown(np.array(true).T, rng)[0]
    return Swept(freq_hz, dict(zip(ends, shown, strict=True)), {"coil_q": q, "loss_db": np.array(losses)})


def loss_into(two_port: TwoPort, ohm: float) -> float:
    """Loss of a two-port at one frequency into a resistance, dB."""
    far = _end(ohm)
    return float(decibels(two_port.input(far).power_w[0] / far.power_w[0]))


def line(part: Line, residual: Residual, seed: int, freq_hz: Real) -> Swept:
    """A line as it is, an open, a short and R₀ at its far end. Truth: ``r0_ohm``, ``velocity_factor``,
    ``k1``, ``k2``, ``length_m``."""
    rng = np.random.default_rng(seed)
    kind = _aged(part.line, rng)
    ends = {"open": np.inf, "short": 0.0, "load": _resistor(R0, residual, rng)}
    truth = {
        "r0_ohm": kind.r0_ohm, "velocity_factor": kind.velocity_factor, "k1": kind.k1, "k2": kind.k2,
        "length_m": part.length_m,
    }  # fmt: skip
    return _swept(Line(kind, part.length_m).two_port(freq_hz), freq_hz, ends, residual, rng, truth)


def _aged(kind: LineType, rng: np.random.Generator) -> AttenuatedLine:
    """A line that is not quite what its sheet says."""
    low, high = (attenuation_db_per_m(kind, np.array([f])) * 100 for f in (1e6, 100e6))
    k2 = max((float(high[0]) - 10 * float(low[0])) / 90, 0.0)
    k1 = float(low[0]) - k2
    r0 = kind.r0_ohm * rng.uniform(0.96, 1.04)
    velocity = min(kind.velocity_factor * rng.uniform(0.98, 1.02), 1.0)
    return AttenuatedLine(r0, velocity, k1 * rng.uniform(0.9, 1.7), k2 * rng.uniform(0.9, 2.5))


def fault(part: Line, residual: Residual, seed: int, freq_hz: Real) -> Swept:
    """A run with a connector that holds water, its far end as it hangs: open. Truth: ``fault_m`` and
    ``end_m``."""
    rng = np.random.default_rng(seed)
    where = part.length_m * rng.uniform(0.2, 0.8)
    wet = AttenuatedLine(part.line.r0_ohm * rng.uniform(0.4, 0.6), part.line.velocity_factor, 2.0, 0.05)
    piece = 0.07
    rest = part.length_m - where - piece
    run = (
        Line(part.line, where).two_port(freq_hz)
        @ Line(wet, piece).two_port(freq_hz)
        @ Line(part.line, max(rest, 0.0)).two_port(freq_hz)
    )
    truth = {"fault_m": where + piece / 2, "end_m": part.length_m}
    return _swept(run, freq_hz, {"hanging": np.inf}, residual, rng, truth)


def part(made: Inline | Transformer, residual: Residual, seed: int, freq_hz: Real) -> Swept:
    """A part in line or a transformer by its three sweeps. Truth: ``resistor_ohm`` (as marked), and
    ``ratio``, ``loss_db``, ``leakage_h``, ``magnetizing_h``, ``core_loss_ohm``."""
    rng = np.random.default_rng(seed)
    ratio = made.ratio if isinstance(made, Transformer) else 1.0
    truth = Transformer(
        ratio * rng.uniform(0.95, 1.05), rng.uniform(0.05, 0.35), R0, rng.uniform(4e-6, 20e-6),
        rng.uniform(1500, 6000), rng.uniform(0.02e-6, 0.15e-6),
    )  # fmt: skip
    marked = R0 * ratio
    ends = {"match": _resistor(marked, residual, rng), "short": 0.0, "open": np.inf}
    figures = {
        "resistor_ohm": marked, "ratio": truth.ratio, "loss_db": truth.loss_db,
        "leakage_h": truth.leakage_h or 0.0, "magnetizing_h": truth.magnetizing_h or 0.0,
        "core_loss_ohm": truth.core_loss_ohm or 0.0,
    }  # fmt: skip
    return _swept(truth.two_port(freq_hz), freq_hz, ends, residual, rng, figures)


def check(residual: Residual, seed: int, freq_hz: Real) -> Swept:
    """The three pieces through an analyzer whose calibration is as good as told, or on some days much worse.
    Truth: ``worse``, by how many times its errors are."""
    rng = np.random.default_rng(seed)
    worse = 1.0 if rng.random() < 0.5 else float(rng.uniform(3, 6))
    second = replace(
        residual,
        directivity_db=max(residual.directivity_db - float(20 * np.log10(worse)), 3.0),
        tracking_db=min(residual.tracking_db * worse, 3.0),
        tracking_deg=min(residual.tracking_deg * worse, 30.0),
    )
    true = np.repeat(np.array([[1], [-1], [0]], dtype=np.complex128), len(freq_hz), axis=1)
    shown = second.shown(true, rng)[0]
    return Swept(freq_hz, dict(zip(("open", "short", "load"), shown, strict=True)), {"worse": worse})


@dataclass(frozen=True)
class Wattage:
    """Two meters' readings on either side of a part; ``loss_db``: the truth."""

    before: Watts
    behind: Watts
    loss_db: float


def watts(power_w: float, full_scale_w: float, accuracy: float, seed: int) -> Wattage:
    """A part of hidden loss between two meters into a dummy load."""
    rng = np.random.default_rng(seed)
    loss_db = float(rng.uniform(0.2, 3.0))
    read = []
    for true in (power_w, power_w * 10 ** (-loss_db / 10)):
        shown = true * float(np.exp(rng.normal() * accuracy / 2))
        shown += float(rng.normal()) * accuracy * full_scale_w / 4
        read.append(Watts(max(round(shown, 1), 0.1), 0.0, full_scale_w, accuracy))
    return Wattage(read[0], read[1], loss_db)


@dataclass(frozen=True)
class MeterMeasurement:
    """What a meter shows into a dummy load, and the peak voltage across it; ``scale``: the truth."""

    shown_w: float
    volts: float
    scale: float


def meter(
    part: Meter, power_w: float, load_pct: float, volts_pct: float, read_w: float, seed: int
) -> MeterMeasurement:
    """A meter with a hidden error of its scale, into 50 Ω, a diode of no drop beside it."""
    rng = np.random.default_rng(seed)
    accuracy = 0.1 if part.accuracy_pct is None else part.accuracy_pct / 100
    scale = float(np.exp(rng.normal() * 1.5 * accuracy))
    ohm = R0 * (1 + rng.normal() * load_pct / 100 / 2)
    volts = float(np.sqrt(2 * ohm * power_w)) * (1 + rng.normal() * volts_pct / 100 / 2)
    return MeterMeasurement(power_w * scale + float(rng.normal()) * read_w / 2, volts, scale)
