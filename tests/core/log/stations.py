"""Stations that readings are made of, and meters that err as their sheets allow."""

from dataclasses import replace

import numpy as np

from tithe.core import AttenuatedLine, Line, Station, Transmitter, Tuner, solve
from tithe.core.antenna import table
from tithe.core.antenna.sampled import SampledAntenna
from tithe.core.log.case import in_state
from tithe.core.log.instruments import instrument
from tithe.core.log.rows import TUNING_SD
from tithe.core.log.taken import Taken
from tithe.core.log.unknowns import POWER_SD, unknowns_of
from tithe.core.parts.meter import Meter
from tithe.core.parts.more_lossy import more_lossy
from tithe.core.parts.transformer import Transformer
from tithe.core.priors import MEASURED_SD

FREQS = (3.65e6, 7.1e6, 10.1e6, 14.2e6, 21.2e6, 28.5e6)
BEFORE, BEHIND, RUN = 1, 3, 4

LINE = AttenuatedLine(50, 0.66, 0.6, 0.01)
NEAR, FAR = 1, 4
KNOWN = Station(
    Transmitter(100.0),
    (
        Line(LINE, 5.0, "jumper"),
        Meter("near", 200, 5, 25),
        Line(LINE, 2.0, "patch"),
        Tuner(label="tuner"),
        Meter("far", 200, 5, 25),
        Line(LINE, 25.0, "run"),
        Transformer(ratio=4, loss_db=0.1, label="unun"),
    ),
    table(((1e6, 20, -30), (7e6, 90, 60), (14e6, 200, -150), (30e6, 40, 20))),
)
"""A station of every kind of part; its meters are the parts `NEAR` and `FAR`."""


def random_station(rng):
    freqs = np.sort(rng.choice(FREQS, rng.integers(1, 4), replace=False))
    points = []
    for f in (1.8e6, *freqs, 30e6):
        gamma = rng.uniform(0.1, 0.85) * np.exp(2j * np.pi * rng.random())
        z = 50 * (1 + gamma) / (1 - gamma)
        points.append((f, z.real, z.imag))
    accuracy, directivity = rng.choice([3, 5, 10]), rng.choice([20, 25, 30])
    run = AttenuatedLine(50, 0.66, rng.uniform(0.4, 1.5), rng.uniform(0.003, 0.02))
    chain = (
        Line(AttenuatedLine(50, 0.66, 1.2, 0.01), 1.2, "jumper"),
        Meter("radio side", 200, accuracy, directivity),
        Tuner(coil_q=rng.uniform(80, 300)),
        Meter("antenna side", 200, accuracy, directivity),
        Line(run, rng.uniform(10, 45), "run"),
    )
    return Station(Transmitter(100.0), chain, table(tuple(points))), freqs


def gamma_of(station, freqs):
    """Γ of its antenna re 50 Ω."""
    return solve(station, freqs).antenna.gamma(50.0)


def with_gamma(station, freqs, gamma):
    """The station with an antenna of that Γ re 50 Ω at those frequencies."""
    gamma = gamma * np.minimum(1.0, 0.999 / np.abs(gamma))
    ends = [(1.8e6, gamma[0]), *zip(freqs.tolist(), gamma, strict=True), (30e6, gamma[-1])]
    return replace(station, antenna=SampledAntenna(tuple((f, g.real, g.imag) for f, g in ends)))


def truth(station, freqs, rng, gamma_sd=MEASURED_SD):
    """A station as it might really be, and the loss of its lossy parts by frequency."""
    unknowns = unknowns_of(station)
    gamma = gamma_of(station, freqs)
    real = with_gamma(station, freqs, gamma + gamma_sd * (rng.normal(size=(2, len(freqs))).T @ [1, 1j]))
    chain = list(station.chain)
    for p, n in enumerate(unknowns.parts):
        log = unknowns.part_mean[p] + unknowns.part_sd[p] * rng.normal()
        chain[n] = more_lossy(chain[n], float(np.exp(log)))
    power = 100 * np.exp(POWER_SD * rng.normal())
    sender = replace(real.transmitter, power_w=float(power))
    real = replace(real, chain=tuple(chain), transmitter=sender)
    budget = solve(real, freqs)
    return real, np.array([budget.stages[n].loss_db for n in unknowns.parts])


def read(described, real, freqs, rng, power_w=None, meters=(BEFORE, BEHIND)):
    """Every meter at every frequency, the tuner matching and bypassed, each with its own errors."""
    out = []
    gains: dict[int, float] = {}
    for state in ("auto", "bypass"):
        budget = solve(in_state(real, state), freqs)
        for at in meters:
            if rng.random() < 0.15:
                continue
            meter = instrument(described, at)
            gain = np.exp(gains.setdefault(at, rng.normal() * meter.gain_sd))
            for k, f in enumerate(freqs.tolist()):
                v, i = budget.stages[at].source.v[k], budget.stages[at].source.i[k]
                there, back = (v + 50 * i) / 2 / np.sqrt(50), (v - 50 * i) / 2 / np.sqrt(50)
                if state == "auto" and at == BEFORE:
                    back = back + there * TUNING_SD * (rng.normal(size=2) @ [1, 1j])
                first, other = (meter.leak_sd * (rng.normal(size=2) @ [1, 1j]) for _ in range(2))
                forward = abs(there + first * back) ** 2 * gain + rng.normal() * meter.reading_sd_w
                reflected = abs(back + other * there) ** 2 * gain + rng.normal() * meter.reading_sd_w
                if forward > 1:
                    reflected = float(np.clip(reflected, 0, 0.999 * forward))
                    out.append(Taken(f, at, float(forward), reflected, tuner=state, power_w=power_w))
    return out
