"""The voltage at the open ends of wires: the potential of all their charges, the image's among them."""

from __future__ import annotations

import numpy as np

from tithe.core.arrays import Real
from tithe.core.kernel.wire_fields import ETA
from tithe.core.wires.ground import Soil
from tithe.core.wires.half_space import image_share
from tithe.core.wires.moments import Currents, gauss

_POINTS = gauss(12)


def end_ohm(currents: Currents) -> float:
    """The highest potential of an open end against far away, in magnitude, for an ampere at the feed, Ω.

    It is taken in the middle of the last segment, as along the last stretch of a conductor it hardly changes:
    the charge that crowds at the very tip is not among the pieces that are looked for. What soil does beyond
    the image of a charge close by is left out; it is the end's own charge that counts.
    """
    mesh = currents.mesh
    middle = mesh.start + mesh.along * mesh.length[:, None] / 2
    carried = np.zeros(2 * len(mesh.length), dtype=bool)
    carried[mesh.half] = True
    open_ends = np.flatnonzero(~carried)
    if not open_ends.size:
        return 0.0
    image = 0j if currents.ground == "free-space" else 1 + 0j
    if isinstance(currents.ground, Soil):
        image = image_share(currents.ground.permittivity(currents.freq_hz).item())
    way = mesh.along * (1, 1, -1)
    highest = 0.0
    for n in open_ends:
        radius = mesh.radius[n // 2]
        volts = _potential(currents, mesh.start - middle[n // 2], mesh.along, radius)
        mirrored = _potential(currents, mesh.start * (1, 1, -1) - middle[n // 2], way, radius)
        highest = max(highest, abs(volts - image * mirrored))
    return ETA / (4 * np.pi) * highest * abs(currents.z_ohm)


def _potential(currents: Currents, start: Real, along: Real, radius_m: float) -> complex:
    """Of the charges of all segments, which start ``start`` (N, 3) away, at ``radius_m`` from its axis: by
    points that crowd towards where each is nearest, s = foot + off·sinh."""
    k, length = currents.wavenumber, currents.mesh.length
    foot = -(start * along).sum(axis=1)
    off = np.sqrt(np.maximum((start**2).sum(axis=1) - foot**2, 0.0) + radius_m**2)
    low, high = np.arcsinh(-foot / off), np.arcsinh((length - foot) / off)
    share, weight = _POINTS
    turn = low[:, None] + (high - low)[:, None] * share
    s, apart = foot[:, None] + off[:, None] * np.sinh(turn), off[:, None] * np.cosh(turn)
    falling, rising = currents.halves[0::2, None], currents.halves[1::2, None]
    charge = (rising * np.cos(k * s) - falling * np.cos(k * (length[:, None] - s))) / np.sin(
        k * length[:, None]
    )
    return complex((charge * np.exp(-1j * k * apart) * weight * (high - low)[:, None]).sum())
