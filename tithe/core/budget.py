"""The sum: from rated to radiated power, stage by stage.

`solve` walks from the antenna back to the transmitter with (V, I) pairs of arbitrary scale, then scales
everything by the forward wave that the transmitter, behind its protection, sends into what it sees. What
each part takes is the difference of the real powers at its two ends, so the shares add up to the rated
power by construction.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import cached_property, partial
from math import prod
from typing import Protocol, cast

import numpy as np

from tithe.core.antenna import radiation_efficiency
from tithe.core.arrays import Complex, Real
from tithe.core.cost import Pause, go_on, paused_by
from tithe.core.errors import InputError, require
from tithe.core.parts.line import LineDetails
from tithe.core.parts.meter import Reading
from tithe.core.parts.part import Details, Part, Tuned, TunerSetting, UnderPower
from tithe.core.phases import PHASES, REFINED_FROM_SWR, ROUNDS, OpenPhases, telling, turning_points
from tithe.core.reflection import mismatch_loss_db, swr
from tithe.core.solving_cost import ROWS
from tithe.core.station import Station
from tithe.core.transmitter import Drive
from tithe.core.twoport import Port, Powered, Run, TwoPort, through

DB_PER_S_UNIT = 6.0
AUDIBLE_DB = 1.0


@dataclass(frozen=True)
class Stage:
    """One part of the chain with the true phasors at its two ends; arrays of shape ``(..., F)``.

    ``tuned``: of a tuner in line, how it is set.
    """

    station: Station
    part: Part
    freq_hz: Real
    source: Powered
    load: Powered
    tuned: Tuned | None = None

    @cached_property
    def details(self) -> Details | None:
        """What its kind has to tell beside; None of a part out of line."""
        if self.part.bypassed:
            return None
        if self.tuned is not None:
            return self.tuned.details(self.source, self.load)
        emission = self.station.transmitter.emission
        return self.part.details(UnderPower(self.freq_hz, self.source, self.load, emission))

    @property
    def along(self) -> LineDetails | None:
        """The standing wave along a length of line; None of other kinds."""
        return self.details.along if self.details else None

    @property
    def reading(self) -> Reading | None:
        """What a meter shows; None of other kinds."""
        return self.details.reading if self.details else None

    @property
    def setting(self) -> TunerSetting | None:
        """How a tuner is set; None of other kinds."""
        return self.details.setting if self.details else None

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

    @cached_property
    def loss_db(self) -> Real:
        """10 log₁₀(in/out), dB; inf where nothing comes out."""
        return loss_db(self.source.shape.power_w, self.load.shape.power_w)

    @property
    def swr_in(self) -> Real:
        """SWR at the part's input against the station's reference."""
        return swr(np.abs(self.source.gamma(self.station.transmitter.reference_ohm)))

    @property
    def volts_rms_worst(self) -> Real:
        """The larger rms voltage of the part's two ends; on a line, of all its length."""
        if self.along is not None:
            return np.asarray(self.along.volts_peak_max[0] / np.sqrt(2))
        return np.maximum(np.abs(self.source.v), np.abs(self.load.v))


def loss_db(in_w: Real, out_w: Real) -> Real:
    """dB between two powers; 0 where both are 0, inf where only the second is."""
    with np.errstate(divide="ignore", invalid="ignore"):
        lost = -10.0 * np.log10(np.maximum(np.divide(out_w, in_w), 0.0))
    return np.where(np.greater(in_w, 0), lost, 0.0)


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
    the first `PHASES` are even, the others stand where a figure turns. ``radiated_w``: what leaves the
    antenna's wires; ``sky_w``: what of that leaves for the sky, all of it where it is not known what the soil
    takes.
    """

    station: Station
    freq_hz: Real
    drive: Drive
    stages: tuple[Stage, ...]
    antenna: Powered
    radiated_w: Real
    sky_w: Real
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
    def soil_w(self) -> Real:
        """What warms the soil under the antenna and around it; 0 where that is not known."""
        return np.asarray(self.radiated_w - self.sky_w)

    @cached_property
    def total_db(self) -> Real:
        """Rated over radiated, dB."""
        return loss_db(np.full(self.radiated_w.shape, self.station.transmitter.power_w), self.radiated_w)

    @property
    def rho_counted(self) -> Real:
        """|Γ| of the antenna against the reference as the run's transformers show it there."""
        turned = prod(stage.part.impedance_ratio for stage in self.stages if not stage.part.bypassed)
        r0 = self.station.transmitter.reference_ohm * turned
        return np.minimum(np.abs(self.antenna.gamma(r0)), 1.0)

    @property
    def counted(self) -> Counted:
        """The three ways of counting."""
        handbook = np.zeros(self.radiated_w.shape)
        for stage in self.stages:
            if stage.part.bypassed:
                continue
            along = stage.along
            handbook = handbook + (along.handbook_db if along else stage.part.matched_db(self.freq_hz))
        return Counted(mismatch_loss_db(self.rho_counted), handbook, self.total_db)


_MOST = 1e30
MAX_RUN_DB = 400.0
"""Matched loss of the whole run beyond which nothing is computed: one part in 10⁴⁰ arrives."""


def _require_bearable(station: Station, freq_hz: Real) -> None:
    """An error where the run would lose all but nothing; every part's loss grows with the frequency."""
    total, highest = np.zeros(1), np.max(freq_hz, keepdims=True)
    for n, part in enumerate(station.chain):
        total = total + (0.0 if part.bypassed else part.matched_db(highest))
        if not (total <= MAX_RUN_DB).all():
            place = f"chain[{n}].{part.size_key}"
            raise InputError(place, "loses-everything", most_db=MAX_RUN_DB)


def run_without_tuners(station: Station, freq_hz: Real) -> Run:
    """All passive parts in line, from the radio to the antenna."""
    run, lost_db = through(freq_hz), np.zeros(np.shape(freq_hz))
    for part in station.chain:
        two_port = None if part.bypassed else part.two_port(freq_hz)
        if two_port is not None:
            run = run @ two_port
            lost_db = lost_db + part.matched_db(freq_hz)
    return Run(run, np.asarray(lost_db))


class OpenAntenna(Protocol):
    """What an antenna known without its phase has beside."""

    def open_phases(self, freq_hz: Real, run: Callable[[], Run]) -> OpenPhases: ...


def open_phases_of(station: Station, freq_hz: Real) -> OpenPhases:
    """The open phases of a station whose antenna is known without its phase, at ``freq_hz`` (F,)."""
    antenna = cast(OpenAntenna, station.antenna)
    return antenna.open_phases(freq_hz, partial(run_without_tuners, station, freq_hz))


@dataclass(frozen=True)
class _Chain:
    """A station at its frequencies; the two-ports of its passive parts serve for all loads."""

    station: Station
    freq_hz: Real
    pause: Pause = go_on

    @cached_property
    def two_ports(self) -> list[TwoPort | None]:
        """Of each part in turn; None of tuners and of what is out of line."""
        return [None if part.bypassed else part.two_port(self.freq_hz) for part in self.station.chain]

    def _walk_back(self, antenna: Port) -> list[tuple[Port, Port, Tuned | None]]:
        port, ends = antenna, []
        for part, two_port in zip(reversed(self.station.chain), reversed(self.two_ports), strict=True):
            load, tuned = port, None
            if two_port is not None:
                port = two_port.input(load)
            elif part.tuner is not None and not part.bypassed:
                self.pause()
                sender = self.station.transmitter
                tuned = part.tuner.tune(self.freq_hz, load, sender.reference_ohm, sender.power_w)
                port = tuned.input(load)
            ends.append((port, load, tuned))
        return ends[::-1]

    def solve(self, antenna: Port, turns: Real | None = None) -> Budget:
        """The budget with V and I at the antenna to an arbitrary scale."""
        station, freq_hz, ends = self.station, self.freq_hz, self._walk_back(antenna)
        source = ends[0][0] if ends else antenna
        r0 = station.transmitter.reference_ohm
        drive = station.transmitter.drive(np.minimum(np.abs(source.gamma(r0)), 1.0))
        scale = np.sqrt(drive.forward_w * 4 * r0) / np.abs(source.v + r0 * source.i)
        stages = tuple(
            Stage(station, part, freq_hz, before.powered(scale), after.powered(scale), tuned)
            for part, (before, after, tuned) in zip(station.chain, ends, strict=True)
        )
        fed = antenna.powered(scale)
        radiated_w = np.asarray(fed.power_w * radiation_efficiency(station.antenna.loss, freq_hz, antenna))
        sky_w = radiated_w
        if station.antenna.sky is not None:
            sky_w = np.minimum(np.abs(fed.i) ** 2 * station.antenna.sky.ohm(freq_hz), radiated_w)
        return Budget(station, freq_hz, drive, stages, fed, radiated_w, sky_w, turns)


def solve(
    station: Station,
    freq_hz: Real,
    turns: Real | None = None,
    *,
    only_radiated: bool = False,
    pause: Pause = go_on,
) -> Budget:
    """The whole budget at each frequency.

    ``freq_hz``: Hz, shape ``(F,)``, each above 0 and inside the antenna's data. Raises `InputError`
    with the place otherwise. With the antenna's phase unknown there is a row for each of some phases, more
    of them where a figure turns (``only_radiated``: where that one does, which is quicker); ``turns`` (P, F)
    gives them instead. ``pause`` is called before each tuner's search.
    """
    freq_hz = np.atleast_1d(np.asarray(freq_hz, dtype=np.float64))
    good = bool(np.isfinite(freq_hz).all() and (freq_hz > 0).all())
    require(good, "mhz", "frequencies")
    _require_bearable(station, freq_hz)
    if not only_radiated:
        require(len(freq_hz) <= at_once(station), "", "too-much-at-once")
    chain = _Chain(station, freq_hz, pause)
    if station.antenna.phase_known:
        with paused_by(pause):  # the wires of a planned one take a while
            antenna = station.antenna.terminals(freq_hz, partial(run_without_tuners, station, freq_hz))
            return chain.solve(antenna)
    phases = open_phases_of(station, freq_hz)
    if turns is not None:
        return chain.solve(phases.port(turns), turns)
    return _refined(chain, phases, _radiated if only_radiated else _figures)


_MOST_AT_ONCE = 300_000
"""Ports that are held at once: parts by frequencies by phases. That is some 250 MB."""


def at_once(station: Station) -> int:
    """At how many frequencies a station is solved at once, at the most."""
    rows = 1 if station.antenna.phase_known else ROWS
    return max(_MOST_AT_ONCE // (rows * (len(station.chain) + 1)), 1)


def in_blocks(freq_hz: Real, *stations: Station) -> Iterator[Real]:
    """Frequencies piece by piece, each as many as these stations are solved at together without holding much,
    a few at the least so that there are not many pieces."""
    count = max(min(at_once(station) for station in stations) // (2 * len(stations)), 1)
    for first in range(0, len(freq_hz), count):
        yield freq_hz[first : first + count]


def solve_alike(
    station: Station, beside: Station, freq_hz: Real, pause: Pause = go_on
) -> tuple[Budget, Budget]:
    """Two stations with the same phases in the same rows, so that rows can be compared."""
    first, second = solve(station, freq_hz, pause=pause), solve(beside, freq_hz, pause=pause)
    if first.turns is None or second.turns is None:
        return first, second
    turns = np.concatenate((first.turns, second.turns[PHASES:]))
    return solve(station, freq_hz, turns, pause=pause), solve(beside, freq_hz, turns, pause=pause)


def _refined(chain: _Chain, phases: OpenPhases, figure: Callable[[Budget], Real]) -> Budget:
    """Even phases first, then more of them where a figure turns."""
    turns = phases.even_turns()
    budget = chain.solve(phases.port(turns), turns)
    reference = chain.station.transmitter.reference_ohm
    ratio = swr(np.minimum(np.abs(budget.antenna.gamma(reference)), 1.0)).max(axis=0)
    if (ratio < REFINED_FROM_SWR).all():
        return budget
    figures = figure(budget)
    for _ in range(ROUNDS):
        more = turning_points(turns, figures, ratio)
        if more is None:
            break
        values = figure(chain.solve(phases.port(more)))
        turns, figures = np.concatenate((turns, more)), np.concatenate((figures, values), axis=1)
    if len(turns) == PHASES:
        return budget
    turns = telling(turns, figures)
    return chain.solve(phases.port(turns), turns)


def _radiated(budget: Budget) -> Real:
    return budget.radiated_w[None]


def _figures(budget: Budget) -> Real:
    """What the extremes of are told, as finite figures ``(N, P, F)`` that turn like powers; what is inside a
    line turns with its ends."""
    planes = [*(stage.source for stage in budget.stages), budget.antenna]
    v, i = (np.stack([getattr(plane.shape, name) for plane in planes]) for name in "vi")
    amplitude = planes[0].amplitude  # one of all planes
    volts, amps, powers = np.abs(v) ** 2, np.abs(i) ** 2, v * i.conj()
    with np.errstate(divide="ignore", invalid="ignore"):  # a short has no admittance, an open no impedance
        z, susceptance = powers / amps, -powers.imag / volts
        kept = powers.real[1:] / powers.real[:-1]
    of_tuners = (stage.details for stage in budget.stages if stage.tuned is not None)
    borne = [figure for details in of_tuners if details for figure in details.tracked_figures]
    drive = (budget.drive.held_back_w, budget.drive.turned_back_w)
    tracked = np.stack([budget.radiated_w, *drive, np.abs(budget.gamma), *borne])
    scaled = (amplitude**2 * values for values in (volts, amps, -np.diff(powers.real, axis=0)))
    stack = np.concatenate((tracked, *scaled, z.real, z.imag, susceptance, kept))
    np.nan_to_num(stack, copy=False, nan=0.0, posinf=_MOST, neginf=-_MOST)
    return np.clip(stack, -_MOST, _MOST, out=stack)
