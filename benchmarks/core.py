"""The core's speed: whole stations against scikit-rf's cascade of the same lines and parts."""

from collections.abc import Iterator
from functools import partial

import numpy as np
import skrf
from skrf.network import a2s

from benchmarks.timing import seconds
from tithe.core import (
    Inline,
    Line,
    Meter,
    Resonator,
    Station,
    SwrAntenna,
    Transformer,
    Transmitter,
    Tuner,
    solve,
)
from tithe.core.parts.line import constants
from tithe.core.phases import PHASES
from tithe.core.reflection import reflection_of
from tithe.core.twoport import Port
from tithe.document import shelf

FREQ = np.linspace(6.5e6, 7.5e6, 1000)
ANTENNA = Resonator(7.1e6, 60, 8)
CHAIN = (
    Line(shelf.line_type("rg-58"), 1.2, "jumper"),
    Meter("radio side", full_scale_w=200, accuracy_pct=5, directivity_db=25),
    Tuner("t-highpass", label="tuner"),
    Meter("antenna side"),
    Inline(0.05, label="arrestor"),
    Line(shelf.line_type("rg-213"), 38, "run"),
    Inline(0.1, label="choke"),
    Transformer(1.0, 0.2, label="1:1"),
)
STATION = Station(Transmitter(100), CHAIN, ANTENNA)


def cascade_with_scikit_rf(freq_hz: np.ndarray) -> np.ndarray:
    """Γ at the radio of the same lines and parts, tuner left out, through scikit-rf."""
    frequency = skrf.Frequency.from_f(freq_hz, unit="hz")
    network = None
    for part in CHAIN:
        if isinstance(part, Tuner):
            continue
        if isinstance(part, Line):
            gamma, z0 = constants(part.line, freq_hz)
            media = skrf.media.DefinedGammaZ0(frequency, gamma=gamma, z0=z0, z0_port=50)
            item = media.line(part.length_m, "m")
        else:
            port = part.two_port(freq_hz)
            abcd = np.stack([np.stack([port.a, port.b], -1), np.stack([port.c, port.d], -1)], -2)
            item = skrf.Network(frequency=frequency, s=a2s(abcd, 50 * np.ones((len(freq_hz), 2))), z0=50)
        network = item if network is None else network**item
    terminals = ANTENNA.terminals(freq_hz)
    load = skrf.Network(frequency=frequency, s=reflection_of(terminals.z_ohm, 50.0), z0=50)
    return (network**load).s[:, 0, 0]


def abcd_products(freq_hz: np.ndarray) -> Port:
    """The bare chain matrices and their products, nothing else: the floor."""
    port = ANTENNA.terminals(freq_hz)
    for part in reversed(CHAIN):
        if not isinstance(part, Tuner):
            port = part.two_port(freq_hz).input(port)
    return port


def lines() -> Iterator[str]:
    """One printable line per benchmark."""
    mine = seconds(lambda: solve(STATION, FREQ))
    theirs = seconds(lambda: cascade_with_scikit_rf(FREQ), runs=3)
    yield (
        f"station of 8 parts with auto T tuner, 1,000 frequencies at once: {len(FREQ) / mine:,.0f}/s; "
        f"scikit-rf cascade without tuner {len(FREQ) / theirs:,.0f}/s; ratio {theirs / mine:.2f} (aim 5)"
    )
    alone = seconds(lambda: [solve(STATION, FREQ[k : k + 1]) for k in range(40)], runs=3) / 40
    theirs_alone = seconds(lambda: [cascade_with_scikit_rf(FREQ[k : k + 1]) for k in range(40)], runs=3) / 40
    yield (
        f"the same, one frequency per call: {1 / alone:,.0f}/s; scikit-rf {1 / theirs_alone:,.0f}/s; "
        f"ratio {theirs_alone / alone:.2f}"
    )
    yield (
        f"1,000 frequencies in one call against scikit-rf once per frequency: "
        f"ratio {theirs_alone * len(FREQ) / mine:,.0f}"
    )
    floor = seconds(lambda: abcd_products(FREQ))
    no_tuner = Station(STATION.transmitter, tuple(p for p in CHAIN if not isinstance(p, Tuner)), ANTENNA)
    passive = seconds(lambda: solve(no_tuner, FREQ))
    yield (
        f"the same without its tuner, as scikit-rf has it: {len(FREQ) / passive:,.0f}/s; "
        f"ratio {theirs / passive:.1f} (aim 20)"
    )
    yield (
        f"bare ABCD products {floor * 1e3:.2f} ms, budget without tuner {passive * 1e3:.2f} ms, "
        f"with auto T {mine * 1e3:.1f} ms; above the bare products {1 - floor / mine:.0%} of the time"
    )
    rng = np.random.default_rng(1)
    n = 10_000
    z = np.exp(rng.uniform(0, 7, n)) + 1j * rng.uniform(-500, 500, n)
    f = rng.uniform(1.8e6, 30e6, n)
    load = Port(z, np.ones(n, complex))
    tuner = Tuner("t-highpass")
    took = seconds(lambda: tuner.tune(f, load, 50.0), runs=3)
    share = float(tuner.tune(f, load, 50.0).matched.mean())
    values, ladder = tuner.tune(f, load, 50.0).values, tuner.ladders[0]
    bare = seconds(lambda: ladder.two_port(f, values).input(load))
    alone = seconds(lambda: ladder.match(f, z, 50.0), runs=3)
    yield (
        f"10,000 least-loss T solves ({share:.0%} have a match): {took:.2f} s, the search for a match alone "
        f"{alone / n * 1e6:.1f} µs a load (aim 2); "
        f"one bare evaluation of their ABCD products {bare * 1e3:.1f} ms ({1 - bare / took:.1%} is above it)"
    )
    ratios = tuple((hz, 3.0) for hz in np.linspace(7.0e6, 7.2e6, 5))
    unknown = Station(STATION.transmitter, CHAIN, SwrAntenna(ratios))
    circle = np.linspace(7.0e6, 7.2e6, 100)
    took, passive = (
        seconds(partial(solve, station, circle), runs=3)
        for station in (unknown, Station(unknown.transmitter, no_tuner.chain, unknown.antenna))
    )
    yield (
        f"SWR only, 72 phases × 100 frequencies with auto T: {took * 1e3:.0f} ms "
        f"(without the tuner {passive * 1e3:.0f} ms, so {1 - passive / took:.0%} is the tuner's)"
    )
    steep = Station(STATION.transmitter, CHAIN, SwrAntenna(((7.1e6, 20.0),)))
    middle, even = np.array([7.1e6]), np.linspace(0, 1, PHASES, endpoint=False)[:, None]
    refined, plain = seconds(lambda: solve(steep, middle)), seconds(lambda: solve(steep, middle, even))
    yield (
        f"SWR 20 only, extremes to 1 %: {refined * 1e3:.1f} ms; {PHASES} even phases {plain * 1e3:.1f} ms; "
        f"ratio {refined / plain:.1f}"
    )
