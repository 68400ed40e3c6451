"""Antennas of wires: the kernel against its loops interpreted, and what a plan and its lengths take."""

from collections.abc import Iterator
from dataclasses import replace
from itertools import count

import numpy as np

from benchmarks.timing import seconds
from tithe.core import Line, Station, Transmitter, Tuner
from tithe.core.antenna import PlannedAntenna
from tithe.core.bands import USUAL
from tithe.core.kernel import wire_fields
from tithe.core.planning.fit import fit
from tithe.core.planning.lengths import lengths, trial
from tithe.core.planning.pairs import pairs
from tithe.core.planning.what_if import what_if
from tithe.core.planning.width import width
from tithe.core.reflection import reflection_of
from tithe.core.wires.estimate import AS_TYPED, Plan, all_cases, fed
from tithe.core.wires.ground import SOILS, Soil
from tithe.core.wires.mesh import cut
from tithe.core.wires.metal import METALS
from tithe.core.wires.moments import RULES
from tithe.core.wires.shapes import Dipole, EndFed, InvertedVee, Shape
from tithe.core.wires.soil_table import make_tables
from tithe.document import shelf

BANDS = [band for band in USUAL if 3e6 < band.low_hz < 30e6]
FREQS = [f for band in BANDS for f in (band.low_hz, band.middle_hz, band.high_hz)]
_LONGER = count()


def _another(shape: Shape) -> Plan:
    """One that no answer is kept of."""
    field = "length_m" if isinstance(shape, Dipole) else "leg_m"
    longer = getattr(shape, field) + 1e-4 * next(_LONGER)
    changed: Shape = replace(shape, **{field: longer})  # type: ignore[type-var]
    return Plan(changed, SOILS["average"], METALS["copper"])


def lines() -> Iterator[str]:
    """One line of text per measurement."""
    mesh = cut(Dipole(10, 10).layout(), 20.0, False, 20)
    request = (mesh.start, mesh.along, mesh.length, mesh.radius, 2 * np.pi / 20, RULES, mesh.needed, 1 + 0j)
    compiled = seconds(lambda: wire_fields.fill(*request))
    plain = seconds(lambda: wire_fields.fill.py_func(*request), runs=1)  # type: ignore[attr-defined]
    times = f"{plain / compiled:.0f} × as fast as with its loops interpreted"
    yield f"matrix of 10 segments over a mirror: {1e6 * compiled:.0f} µs, {times}"
    took = seconds(lambda: make_tables([Soil(12.0, 1e-3 + 1e-6 * next(_LONGER))], FREQS), runs=1)
    yield f"the tables of a soil from {FREQS[0] / 1e6:.1f} to {FREQS[-1] / 1e6:.1f} MHz: {took:.1f} s (aim 1)"
    for name, shape in (("level", Dipole(60, 5)), ("sloping", InvertedVee(30, 20))):
        over = [
            seconds(lambda: all_cases(replace(_another(shape), ground=ground), tuple(FREQS), False))  # noqa: B023
            for ground in (SOILS["average"], "perfect")
        ]
        yield (
            f"60 m of {name} wire, {len(FREQS)} frequencies up to 30 MHz: {1000 * over[0]:.0f} ms over soil, "
            f"with what leaves for the sky (aim 150); {over[0] / over[1]:.1f} × what it takes over a mirror"
        )
    took = seconds(
        lambda: all_cases(_another(InvertedVee(10.1, 11)), tuple(b.middle_hz for b in BANDS), True)
    )
    yield f"a vee with its interval at the middle of {len(BANDS)} bands: {1000 * took:.0f} ms"
    chain = (Tuner(), Line(shelf.line_type("rg-213"), 5.0))
    antenna = PlannedAntenna(Plan(EndFed(20, 2, 8, 5, 0.5), SOILS["average"]))
    station = Station(Transmitter(), chain, antenna, bands=tuple(BANDS))
    took = seconds(lambda: lengths(station, np.linspace(10, 30, 60)), runs=1)
    yield f"60 lengths at {len(FREQS)} frequencies, the station solved at each: {took:.1f} s (aim 3)"
    yield from _questions(station)


def _questions(station: Station) -> Iterator[str]:
    """What is asked of a plan beside its impedance."""
    plan = _another(InvertedVee(10.1, 11))
    planned = replace(station, antenna=PlannedAntenna(plan))
    took = seconds(lambda: what_if(planned), runs=1)
    yield f"what if, on {len(BANDS)} bands: {1000 * took:.0f} ms"
    took = seconds(lambda: width(_another(InvertedVee(10.1, 11)), 7.1e6))
    yield f"how far one may move on one band: {1000 * took:.0f} ms"
    freqs = np.linspace(6.6e6, 7.7e6, 101)
    measured = reflection_of(np.array([fed(plan, f, AS_TYPED) for f in freqs.tolist()]), 50.0)
    took = seconds(lambda: fit(_another(InvertedVee(10, 11)), freqs, measured), runs=1)
    yield f"an estimate fitted to a sweep: {1000 * took:.0f} ms"
    request = trial(planned, np.linspace(7, 11, 40))
    took = seconds(lambda: list(pairs(request, 5.0, 25.0, 40)), runs=1)
    yield f"40 × 40 pairs of lengths at {len(FREQS)} frequencies: {took:.1f} s"
