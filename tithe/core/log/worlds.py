"""One station in many worlds at once: another antenna, parts that lose more, something in series or across
at a joint. All worlds are walked through together, so that each costs what its arithmetic costs.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tithe.core.antenna.sampled import INTERPOLATION_OHM
from tithe.core.arrays import Complex, Real
from tithe.core.budget import loss_db
from tithe.core.log.unknowns import MOST_RHO
from tithe.core.parts.more_lossy import more_lossy, worse
from tithe.core.parts.part import Part
from tithe.core.station import Station
from tithe.core.twoport import Port


@dataclass(frozen=True)
class Worlds:
    """K worlds at F frequencies: Γ at the feedpoint re 50 Ω, ``gamma`` (K, F); ln of how many times as much
    each of P lossy parts loses, ``log_loss`` (K, P); what stands in series, ``series_ohm``, and across,
    ``shunt_s``, at each joint, (K, J, F): the n-th before the n-th part, the last at the feedpoint."""

    gamma: Complex
    log_loss: Real
    series_ohm: Complex
    shunt_s: Complex

    def __len__(self) -> int:
        """K."""
        return len(self.gamma)


def joined(every: list[Worlds]) -> Worlds:
    """One after the other."""
    columns = ("gamma", "log_loss", "series_ohm", "shunt_s")
    return Worlds(*(np.concatenate([getattr(worlds, name) for worlds in every]) for name in columns))


@dataclass(frozen=True)
class Walked:
    """V and I at each plane, (K, N + 2, F): at the radio, at the radio's side of each part, at the feedpoint;
    ``loss_db`` of each lossy part (K, P, F)."""

    v: Complex
    i: Complex
    loss_db: Real


def walked(station: Station, freq_hz: Real, lossy: tuple[int, ...], worlds: Worlds) -> Walked:
    """The station in each world at ``freq_hz`` (F,), Hz, under its rated power; ``lossy``: the places of its
    P lossy parts."""
    chain = station.chain
    gamma = worlds.gamma * np.minimum(1.0, MOST_RHO / np.maximum(np.abs(worlds.gamma), 1e-12))
    port = Port(1 + gamma, (1 - gamma) / INTERPOLATION_OHM)
    planes, losses = [port], {}
    for n in range(len(chain), -1, -1):
        z, y = worlds.series_ohm[:, n], worlds.shunt_s[:, n]
        port = Port(port.v + z * port.i, port.i)
        port = Port(port.v, port.i + y * port.v)
        if n == 0:
            planes.append(port)
            break
        load, part = port, chain[n - 1]
        column = lossy.index(n - 1) if n - 1 in lossy else None
        more = np.zeros(len(worlds)) if column is None else worlds.log_loss[:, column]
        port = _input(station, part, freq_hz, load, more)
        if column is not None:
            losses[column] = loss_db(port.power_w, load.power_w)
        planes.append(port)
    v, i = (np.stack(column, axis=1) for column in zip(*reversed(planes), strict=True))
    r0 = station.transmitter.reference_ohm
    rho = np.minimum(np.abs(port.gamma(r0)), 1.0)
    scale = np.sqrt(station.transmitter.drive(rho).forward_w * 4 * r0) / np.abs(port.v + r0 * port.i)
    shape = (len(worlds), 0, len(freq_hz))
    lost = np.stack([losses[p] for p in range(len(lossy))], axis=1) if lossy else np.zeros(shape)
    return Walked(np.asarray(v * scale[:, None]), np.asarray(i * scale[:, None]), lost)


def _input(station: Station, part: Part, freq_hz: Real, load: Port, log_loss: Real) -> Port:
    """The radio's side of a part in each world, (K, F)."""
    if part.bypassed:
        return load
    if part.tuner is None:
        two_port = (worse(part, np.exp(log_loss)[:, None]) if log_loss.any() else part).two_port(freq_hz)
        assert two_port is not None
        return two_port.input(load)
    v, i = np.empty_like(load.v), np.empty_like(load.i)
    sender = station.transmitter
    values, which = np.unique(log_loss, return_inverse=True)
    for n, value in enumerate(values):
        rows = which == n
        tuner = (more_lossy(part, float(np.exp(value))) if value else part).tuner
        assert tuner is not None
        port = Port(load.v[rows], load.i[rows])
        v[rows], i[rows] = tuner.tune(freq_hz, port, sender.reference_ohm, sender.power_w).input(port)
    return Port(v, i)
