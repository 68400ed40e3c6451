"""What currents over soil give off, by a reference of another kind: plane waves over all directions along the
ground, travelling and fading ones, each reflected by Fresnel's coefficients and weighed with the currents
that send and receive it. No table, no image and no charge comes into it."""

import numpy as np

from tithe.core.kernel.wire_fields import ETA
from tithe.core.wires.ground import Soil
from tithe.core.wires.moments import gauss


def _beams(mesh, halves, k, across, azimuth, down):
    """The currents as plane waves down to the ground from them, or up from it to them: across the plane of
    incidence and in it."""
    points, weights = gauss(4)
    flows, places, ways = [], [], []
    for n, length in enumerate(mesh.length):
        s = points * length
        shape = halves[2 * n] * np.sin(k * (length - s)) + halves[2 * n + 1] * np.sin(k * s)
        flows.append(shape / np.sin(k * length) * weights * length)
        places.append(mesh.start[n] + np.outer(s, mesh.along[n]))
        ways.append(np.tile(mesh.along[n], (len(s), 1)))
    flow, place, along = np.concatenate(flows), np.concatenate(places), np.concatenate(ways)
    if not down:
        flow = flow.conj()
    up = np.sqrt(1 - across**2 + 0j)
    up = np.where(up.imag > 0, -up, up)
    out = np.empty((2, len(across), len(azimuth)), dtype=complex)
    for a, angle in enumerate(azimuth):
        radial = place[:, 0] * np.cos(angle) + place[:, 1] * np.sin(angle)
        outward = along[:, 0] * np.cos(angle) + along[:, 1] * np.sin(angle)
        tangent = along[:, 1] * np.cos(angle) - along[:, 0] * np.sin(angle)
        turned = np.exp((1j if down else -1j) * k * np.outer(across, radial))
        wave = turned * np.exp(-1j * k * np.outer(up, place[:, 2]))
        out[0, :, a] = wave @ (flow * tangent)
        in_plane = np.outer(up if down else -up, outward) + np.outer(across, along[:, 2])
        out[1, :, a] = (wave * in_plane) @ flow
    return out


def into_the_soil(result, soil: Soil, turns=48, points=40):
    """What goes into the soil, as a resistance at the feed, Ω."""
    mesh, k = result.mesh, result.wavenumber
    permittivity = complex(soil.permittivity(result.freq_hz).item())
    azimuth = 2 * np.pi * np.arange(turns) / turns
    share, weight = gauss(points)
    scale = ETA * k * k / (8 * np.pi**2) * abs(result.z_ohm) ** 2
    lowest = k * float(mesh.start[:, 2].min())

    def both(across):
        """|wave|² and what the ground gives back, in both planes."""
        up = np.sqrt(1 - across**2 + 0j)
        up = np.where(up.imag > 0, -up, up)
        under = np.sqrt(permittivity - across**2)
        level = (up - under) / (up + under)
        plane = (permittivity * up - under) / (permittivity * up + under)
        sent = _beams(mesh, result.halves, k, across, azimuth, True)
        got = _beams(mesh, result.halves, k, across, azimuth, False)
        mirrored = np.stack([level, plane])[..., None]
        return up, mirrored, sent, got

    # Travelling waves, sin θ = across: what the ground does not throw back it keeps.
    angle = share * np.pi / 2
    up, mirrored, sent, _ = both(np.sin(angle))
    kept = ((1 - np.abs(mirrored) ** 2) * np.abs(sent) ** 2).sum(axis=0).mean(axis=1)
    soil_w = float((weight * np.pi / 2 * np.sin(angle) * kept).sum()) * np.pi
    # Fading ones, across = cosh t.
    far = np.arccosh(1 + 12 / lowest)
    for low, high in zip(np.linspace(0, far, 9)[:-1], np.linspace(0, far, 9)[1:], strict=True):
        t = low + (high - low) * share
        up, mirrored, sent, got = both(np.cosh(t))
        fed = (mirrored * sent * got).sum(axis=0).mean(axis=1) / up
        soil_w += float((weight * (high - low) * np.cosh(t) * np.sinh(t) * fed).sum().real) * 2 * np.pi
    return scale * soil_w
