"""An antenna that is planned by its wires as plain objects."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from functools import lru_cache

import numpy as np

from tithe.answers.antenna.shapes import AntennaEstimate, PlannedOut, WireDrawn
from tithe.answers.station.budget_json import spanned
from tithe.core import PlannedAntenna
from tithe.core.message import Message, tell
from tithe.core.reflection import swr
from tithe.core.wires.estimate import Case, Fed, Plan, as_typed, soil_counts
from tithe.core.wires.far_field import sky
from tithe.core.wires.ground import Soil
from tithe.core.wires.layout import Point, Wire
from tithe.text import say

REFERENCE_OHM = 50.0
_LITTLE = 0.25
"""Of what leaves, below 30°: less is little for far places."""


def planned(antenna: PlannedAntenna, mhz: Sequence[float], with_sky: bool = True) -> PlannedOut:
    """Its wires and what it will be at each frequency. Raises `InputError`."""
    shape = antenna.plan.shape
    layout = shape.layout()
    results = estimates(antenna, mhz, with_sky)
    return {
        "wires": [_drawn(wire) for wire in layout.wires],
        "feed": list(layout.feed),
        "coils": [list(coil.at) for coil in layout.coils],
        "radials": [_drawn(wire) for wire in _radials(antenna.plan)],
        "results": results,
        "sentence": say(_rests_on(antenna, results)),
    }


def estimates(antenna: PlannedAntenna, mhz: Sequence[float], with_sky: bool = True) -> list[AntennaEstimate]:
    """One object a frequency. Raises `InputError`."""
    by_frequency = antenna.cases(np.array(mhz, dtype=np.float64) * 1e6)
    return [
        _estimate(antenna, f_mhz, cases, with_sky) for f_mhz, cases in zip(mhz, by_frequency, strict=True)
    ]


def _estimate(
    antenna: PlannedAntenna, mhz: float, cases: tuple[tuple[Case, Fed], ...], with_sky: bool
) -> AntennaEstimate:
    z = np.array([estimate.z_ohm for _, estimate in cases])
    loss = np.array([estimate.loss_ohm for _, estimate in cases])
    stated = antenna.stated_loss
    if stated is not None:
        loss = np.broadcast_to(stated.ohm(np.array([mhz * 1e6])), z.shape)
    loss = np.minimum(loss, z.real)
    leaves = np.minimum(np.array([estimate.sky_ohm for _, estimate in cases]), z.real - loss)
    own = np.array([estimate.own_ohm for _, estimate in cases])
    soil = np.clip((z.real - leaves - own) / z.real, 0.0, 1.0)
    gamma = (z - REFERENCE_OHM) / (z + REFERENCE_OHM)
    over_ground = antenna.plan.ground != "free-space"
    low = _low_share(antenna.plan, mhz * 1e6) if with_sky and over_ground else None
    moved = np.where([estimate.moved != "" for estimate, _ in cases], np.abs(gamma - gamma[0]), 0.0)
    most = int(np.argmax(moved))
    return {
        "mhz": mhz,
        "r_ohm": spanned(z.real),
        "x_ohm": spanned(z.imag),
        "swr": spanned(swr(np.minimum(np.abs(gamma), 1.0))),
        "efficiency": spanned(np.clip(1 - loss / z.real, 0.0, 1.0)),
        "soil": spanned(soil) if over_ground else None,
        "sky": spanned(leaves / z.real) if over_ground else None,
        "sky_share": float(leaves[0] / z.real[0]) if over_ground else None,
        "low_angle_share": low,
        "matters": cases[most][0].moved if moved[most] > 0 else "",
    }


@lru_cache(maxsize=256)
def _low_share(plan: Plan, freq_hz: float) -> float:
    """Of what leaves for the sky, what leaves below 30°."""
    return sky(as_typed(plan, freq_hz), plan.ground).low_share


def _radials(plan: Plan) -> list[Wire]:
    """The radials on the ground, to be drawn."""
    radials = plan.shape.radials
    if radials is None:
        return []
    angles = 2 * np.pi * np.arange(radials.count) / max(radials.count, 1)
    foot = Point(0.0, 0.0, 0.0)
    reach = radials.length_m
    ends = [Point(float(reach * np.cos(a)), float(reach * np.sin(a)), 0.0) for a in angles]
    return [Wire(foot, end, radials.radius_m) for end in ends]


def _drawn(wire: Wire) -> WireDrawn:
    return {"start": list(wire.start), "end": list(wire.end)}


def _steep(antenna_estimate: AntennaEstimate) -> bool:
    return antenna_estimate["low_angle_share"] is not None and antenna_estimate["low_angle_share"] < _LITTLE


def _rests_on(antenna: PlannedAntenna, results: list[AntennaEstimate]) -> tuple[Message, ...]:
    """What the estimate is, and which assumption moves it most on most of the frequencies."""
    if not antenna.spread:
        return (tell("antenna.alone"),)
    said = [tell("antenna.estimate")]
    matters = Counter(result["matters"] for result in results if result["matters"])
    if matters:
        said.append(tell(f"antenna.matters-{matters.most_common(1)[0][0]}"))
    shape, on_soil = antenna.plan.shape, isinstance(antenna.plan.ground, Soil)
    if on_soil and not soil_counts(shape) and not shape.ground_ohm and antenna.stated_loss is None:
        said.append(tell("antenna.no-ground-loss"))
    if on_soil:
        shares = [result["sky_share"] for result in results if result["sky_share"] is not None]
        if shares:
            said.append(tell("antenna.sky", share=(min(shares), max(shares))))
    steep = [tell("antenna.at", freq_hz=result["mhz"] * 1e6) for result in results if _steep(result)]
    if steep:
        said.append(tell("antenna.steep", at=steep))
    return tuple(said)
