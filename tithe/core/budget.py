"""The sum: from rated to radiated power, stage by stage.

`solve` walks from the antenna back to the transmitter with (V, I) pairs of arbitrary scale, then scales
everything by the forward wave that the transmitter, behind its protection, sends into what it sees. What
each part takes is the difference of the real powers at its two ends, so the shares add up to the rated
power by construction.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial
from typing import Protocol, cast

import numpy as np

from tithe.core.antenna import radiation_efficiency
from tithe.core.arrays import Complex, Real, decibels
from tithe.core.errors import require
from tithe.core.line import Line, LineDetails
from tithe.core.meter import Meter, Reading
from tithe.core.phases import PHASES, REFINED_FROM_SWR, ROUNDS, OpenPhases, turning_points
from tithe.core.reflection import mismatch_loss_db, swr
from tithe.core.station import Part, Station
from tithe.core.transformer import Transformer
from tithe.core.transmitter import Drive
from tithe.core.tuner import AnyTuned, AnyTuner, AnyTunerDetails, TunerDetails
from tithe.core.twoport import Port, Powered, Run, through

DB_PER_S_UNIT = 6.0
AUDIBLE_DB = 1.0


@dataclass(frozen=True)
class Stage:
    """One part of the chain with the true phasors at its two ends; arrays of shape ``(..., F)``."""

    part: Part
    source: Powered
    load: Powered
    reference_ohm: float
    details: LineDetails | Reading | AnyTunerDetails | None = None

    @property
    def in_w(self) -> Real:
        """Power in, W."""
        return self.source.power_w

    @property
    def out_w(self) -> Real:
        """Power out, W."""
        return self.load.power_w

    @property
    def taken_w(self) -> Real:
        """Power turned to heat in the part, W."""
        return np.asarray(self.in_w - self.out_w)

    @property
    def loss_db(self) -> Real:
        """10 log₁₀(in/out), dB; inf where nothing comes out."""
        return loss_db(self.source.shape.power_w, self.load.shape.power_w)

    @property
    def swr_in(self) -> Real:
        """SWR at the part's input against the station's reference."""
        return swr(np.abs(self.source.gamma(self.reference_ohm)))

    @property
    def volts_rms_worst(self) -> Real:
        """The larger rms voltage of the part's two ends; on a line, of all its length."""
        if isinstance(self.details, LineDetails):
            return np.asarray(self.details.volts_peak_max[0] / np.sqrt(2))
        return np.maximum(np.abs(self.source.v), np.abs(self.load.v))


def loss_db(in_w: Real, out_w: Real) -> Real:
    """dB between two powers; 0 where both are 0, inf where only the second is."""
    ratio = np.divide(out_w, in_w, out=np.ones(np.shape(in_w)), where=np.asarray(in_w) > 0)
    return -decibels(np.maximum(ratio, 0.0))


@dataclass(frozen=True)
class Counted:
    """Three ways of counting the loss, dB, shapes ``(..., F)``.

    mismatch_only: what is reflected at the antenna is gone, nothing else counts (true where nothing
    re-reflects it, as with a matched generator and no tuner). handbook: matched loss of everything plus
    the handbook's extra for SWR on each line, any tuner without loss. whole_chain: all that is really
    lost between rated and radiated.
    """

    mismatch_only_db: Real
    handbook_db: Real
    whole_chain_db: Real


@dataclass(frozen=True)
class Budget:
    """Where the power goes; arrays of shape ``(..., F)``, leading axes for loads known only in part.

    ``turns`` (P, F): with the phase unknown, where round its circle each row stands (`tithe.core.phases`);
    the first `PHASES` are even, the others stand where a figure turns.
    """

    station: Station
    freq_hz: Real
    drive: Drive
    stages: tuple[Stage, ...]
    antenna: Powered
    radiated_w: Real
    turns: Real | None = None

    @property
    def input(self) -> Powered:
        """The phasors that the transmitter sees."""
        return self.stages[0].source if self.stages else self.antenna

    @property
    def gamma(self) -> Complex:
        """Γ that the transmitter sees."""
        return self.input.gamma(self.station.transmitter.reference_ohm)

    @property
    def swr(self) -> Real:
        """SWR that the transmitter sees."""
        return swr(np.abs(self.gamma))

    @property
    def antenna_taken_w(self) -> Real:
        """What the antenna's own losses take."""
        return np.asarray(self.antenna.power_w - self.radiated_w)

    @property
    def total_db(self) -> Real:
        """Rated over radiated, dB."""
        return loss_db(np.full(self.radiated_w.shape, self.station.transmitter.power_w), self.radiated_w)

    @property
    def counted(self) -> Counted:
        """The three ways of counting."""
        handbook = np.zeros(self.radiated_w.shape)
        turned = 1.0
        for stage in self.stages:
            part = stage.part
            if isinstance(part, AnyTuner) or part.bypassed:
                continue
            if isinstance(stage.details, LineDetails):
                handbook = handbook + stage.details.handbook_db
            elif not isinstance(part, Line):
                handbook = handbook + part.loss_db
            if isinstance(part, Transformer):
                turned *= part.ratio
        r0 = self.station.transmitter.reference_ohm * turned
        rho = np.minimum(np.abs(self.antenna.gamma(r0)), 1.0)
        return Counted(mismatch_loss_db(rho), handbook, self.total_db)


MAX_RUN_DB = 400.0
"""Matched loss of the whole run beyond which nothing is computed: one part in 10⁴⁰ arrives."""


def matched_db(part: Part, freq_hz: Real) -> Real | float:
    """Loss of a part into a matched load, dB; 0 for one out of line, and for a tuner."""
    if part.bypassed or isinstance(part, AnyTuner):
        return 0.0
    return part.matched_db(freq_hz) if isinstance(part, Line) else part.loss_db


def _require_bearable(station: Station, freq_hz: Real) -> None:
    total = np.zeros(np.shape(freq_hz))
    for n, part in enumerate(station.chain):
        total = total + matched_db(part, freq_hz)
        place = f"chain[{n}].{'length_m' if isinstance(part, Line) else 'loss_db'}"
        rule = f"makes the run lose more than {MAX_RUN_DB:g} dB when matched; no power would arrive"
        require(bool((total <= MAX_RUN_DB).all()), place, rule)


def run_without_tuners(station: Station, freq_hz: Real) -> Run:
    """All passive parts in line, from the radio to the antenna."""
    run, lost_db = through(freq_hz), np.zeros(np.shape(freq_hz))
    for part in station.chain:
        if part.bypassed or isinstance(part, AnyTuner):
            continue
        run = run @ part.two_port(freq_hz)
        lost_db = lost_db + matched_db(part, freq_hz)
    return Run(run, np.asarray(lost_db))


class OpenAntenna(Protocol):
    """What an antenna known without its phase has beside."""

    def open_phases(self, freq_hz: Real, run: Callable[[], Run]) -> OpenPhases: ...


def open_phases_of(station: Station, freq_hz: Real) -> OpenPhases:
    """Of a station whose antenna is known without its phase."""
    antenna = cast(OpenAntenna, station.antenna)
    return antenna.open_phases(freq_hz, partial(run_without_tuners, station, freq_hz))


def _walk_back(station: Station, freq_hz: Real, antenna: Port) -> list[tuple[Port, Port, AnyTuned | None]]:
    port, ends = antenna, []
    for part in reversed(station.chain):
        load, tuned = port, None
        if not part.bypassed:
            if isinstance(part, AnyTuner):
                tuned = part.tune(freq_hz, load, station.transmitter.reference_ohm)
                port = tuned.input(load)
            else:
                port = part.two_port(freq_hz).input(load)
        ends.append((port, load, tuned))
    return ends[::-1]


def solve(
    station: Station, freq_hz: Real, turns: Real | None = None, *, only_radiated: bool = False
) -> Budget:
    """The whole budget at each frequency.

    ``freq_hz``: Hz, shape ``(F,)``, each above 0 and inside the antenna's data. Raises `InputError`
    with the place otherwise. With the antenna's phase unknown there is a row for each of some phases, more
    of them where a figure turns (``only_radiated``: where that one does, which is quicker); ``turns`` (P, F)
    gives them instead.
    """
    freq_hz = np.atleast_1d(np.asarray(freq_hz, dtype=np.float64))
    good = bool(np.isfinite(freq_hz).all() and (freq_hz > 0).all())
    require(good, "mhz", "every frequency must be a finite number above 0")
    _require_bearable(station, freq_hz)
    if station.antenna.phase_known:
        antenna = station.antenna.terminals(freq_hz, partial(run_without_tuners, station, freq_hz))
        return _solve_at(station, freq_hz, antenna)
    phases = open_phases_of(station, freq_hz)
    if turns is not None:
        return _solve_at(station, freq_hz, phases.port(turns), turns)
    return _refined(station, freq_hz, phases, _radiated if only_radiated else _figures)


def solve_alike(one: Station, other: Station, freq_hz: Real) -> tuple[Budget, Budget]:
    """Two stations with the same phases in the same rows, so that rows can be compared."""
    first, second = solve(one, freq_hz), solve(other, freq_hz)
    if first.turns is None or second.turns is None:
        return first, second
    turns = np.concatenate((first.turns, second.turns[PHASES:]))
    return solve(one, freq_hz, turns), solve(other, freq_hz, turns)


def _refined(
    station: Station, freq_hz: Real, phases: OpenPhases, told: Callable[[Budget], list[Real]]
) -> Budget:
    """Even phases first, then more of them where a figure turns."""
    turns = phases.even_turns()
    budget = _solve_at(station, freq_hz, phases.port(turns), turns)
    ratio = swr(np.minimum(np.abs(budget.antenna.gamma(station.transmitter.reference_ohm)), 1.0)).max(axis=0)
    if (ratio < REFINED_FROM_SWR).all():
        return budget
    figures = told(budget)
    for _ in range(ROUNDS):
        more = turning_points(turns, figures, ratio)
        if more is None:
            break
        there = told(_solve_at(station, freq_hz, phases.port(more)))
        turns = np.concatenate((turns, more))
        figures = [np.concatenate(pair) for pair in zip(figures, there, strict=True)]
    return _solve_at(station, freq_hz, phases.port(turns), turns)


def _radiated(budget: Budget) -> list[Real]:
    return [budget.radiated_w]


def _figures(budget: Budget) -> list[Real]:
    """What the extremes of are told, as finite figures ``(P, F)`` that turn like powers; what is inside a
    line turns with its ends."""
    found: list[Real] = [budget.radiated_w, budget.drive.held_back_w, np.abs(budget.gamma)]
    for port in (*(stage.source for stage in budget.stages), budget.antenna):
        z = port.z_ohm
        with np.errstate(divide="ignore", invalid="ignore"):  # a short has no admittance
            y = port.shape.i / port.shape.v
        found += [np.abs(port.v) ** 2, np.abs(port.i) ** 2, z.real, z.imag, y.imag]
    for stage in budget.stages:
        found += [stage.taken_w, stage.loss_db]
        if isinstance(stage.details, TunerDetails):
            found.append(stage.details.limit_w)
    return [np.clip(np.nan_to_num(one), -1e30, 1e30) for one in found]


def _solve_at(station: Station, freq_hz: Real, antenna: Port, turns: Real | None = None) -> Budget:
    ends = _walk_back(station, freq_hz, antenna)
    source = ends[0][0] if ends else antenna
    r0 = station.transmitter.reference_ohm
    drive = station.transmitter.drive(np.minimum(np.abs(source.gamma(r0)), 1.0))
    scale = np.sqrt(drive.forward_w * 4 * r0) / np.abs(source.v + r0 * source.i)
    stages = tuple(
        _stage(station, part, freq_hz, before.powered(scale), after.powered(scale), tuned)
        for part, (before, after, tuned) in zip(station.chain, ends, strict=True)
    )
    efficiency = radiation_efficiency(station.antenna, freq_hz, antenna)
    fed = antenna.powered(scale)
    return Budget(station, freq_hz, drive, stages, fed, np.asarray(fed.power_w * efficiency), turns)


def _stage(
    station: Station, part: Part, freq_hz: Real, source: Powered, load: Powered, tuned: AnyTuned | None
) -> Stage:
    details: LineDetails | Reading | AnyTunerDetails | None = None
    if tuned is not None:
        details = tuned.details(source, load)
    elif part.bypassed:
        pass
    elif isinstance(part, Line):
        details = part.details(freq_hz, source, load)
    elif isinstance(part, Meter):
        details = part.read(source, station.transmitter.emission)
    return Stage(part, source, load, station.transmitter.reference_ohm, details)
