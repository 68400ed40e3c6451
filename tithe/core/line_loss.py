"""The first question: what a length of line loses at a mismatch, whatever the phase.

The question is a small station (a tuner or none, one line, an antenna by its SWR or its impedance), solved
like any other; here its answer is read where the question asks, and laid out over SWR and over bands.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from tithe.core.antenna.swr_only import SwrAntenna
from tithe.core.antenna.swr_range import swr_range
from tithe.core.arrays import Real
from tithe.core.budget import Budget, Stage, solve
from tithe.core.message import Message, Messages, tell
from tithe.core.parts.line import LineDetails
from tithe.core.reflection import swr
from tithe.core.station import Band, Station
from tithe.core.verdict import heard

RATIOS = (
    1.0,
    1.25,
    1.5,
    1.75,
    2.0,
    2.5,
    3.0,
    3.5,
    4.0,
    5.0,
    6.0,
    7.0,
    8.0,
    9.0,
    10.0,
    12.0,
    14.0,
    16.0,
    18.0,
    20.0,
)
"""The SWRs at the antenna that a picture is drawn through."""


@dataclass(frozen=True)
class LineLoss:
    """A budget read at its longest line; arrays of shape ``(F,)``, or ``(P, F)`` where the phase is
    unknown."""

    budget: Budget

    @property
    def place(self) -> int:
        """Place of the line in the run."""
        return max(n for n, stage in enumerate(self.budget.stages) if stage.part.feedline)

    @property
    def _stage(self) -> Stage:
        return self.budget.stages[self.place]

    @property
    def _along(self) -> LineDetails:
        along = self._stage.along
        assert along is not None  # a line in line has its wave
        return along

    @property
    def matched_db(self) -> Real:
        """Loss into a matched load, dB."""
        return self._along.matched_db

    @property
    def loss_db(self) -> Real:
        """Loss of the line as it is, dB."""
        return self._stage.loss_db

    @property
    def extra_db(self) -> Real:
        """What the mismatch adds to the matched loss, dB; it may be below 0."""
        return np.asarray(self.loss_db - self.matched_db)

    @property
    def matched_w(self) -> Real:
        """What would come out of the line behind a tuner that loses nothing, W."""
        return np.asarray(self.budget.station.transmitter.power_w * 10 ** (-self.loss_db / 10))

    @property
    def swr_asked(self) -> Real:
        """SWR at the antenna's end, against what the one asked about is."""
        return self._swr_at_load(reference_of(self.budget.station))

    @property
    def swr_on_line(self) -> Real:
        """SWR at the antenna's end, against the line's own impedance."""
        return self._swr_at_load(self._along.part.line.r0_ohm)

    def _swr_at_load(self, reference_ohm: float) -> Real:
        return swr(np.minimum(np.abs(self.budget.antenna.gamma(reference_ohm)), 1.0))

    @property
    def swr_antenna(self) -> Real:
        """SWR at the antenna's end, as the radio's meters would show it."""
        return self._swr_at_load(self.budget.station.transmitter.reference_ohm)

    @property
    def swr_radio(self) -> Real:
        """SWR at the radio's end of the line."""
        return self._stage.swr_in

    @property
    def handbook_extra_db(self) -> Real:
        """What the handbook's formula gives for the mismatch's part, dB."""
        return np.asarray(self._along.handbook_db - self.matched_db)

    @property
    def handbook_notes(self) -> list[Messages]:
        """Why the handbook and the exact loss part, per frequency; nothing where they do not."""
        return self._along.handbook_notes(self.loss_db)

    @property
    def limit_w(self) -> Real:
        """The power into the line at which its hottest place is as hot as it bears, W (inf: not known)."""
        return self._along.limit_w(self.budget.station.transmitter.duty)


def reference_of(station: Station) -> float:
    """Against what the antenna's SWR is, Ω: as it was asked, else what the radio is made for."""
    antenna = station.antenna
    return antenna.reference_ohm if isinstance(antenna, SwrAntenna) else station.transmitter.reference_ohm


def line_loss(station: Station, freq_hz: float) -> LineLoss:
    """The question's answer at one frequency (Hz). Raises `InputError` where the SWR contradicts the run."""
    return LineLoss(solve(station, np.array([freq_hz])))


def over_swr(station: Station, freq_hz: float) -> LineLoss:
    """The same at one frequency for an SWR at the antenna of each of `RATIOS`."""
    antenna = swr_range(freq_hz, RATIOS, reference_of(station))
    return _curve(replace(station, antenna=antenna), np.full(len(RATIOS), freq_hz))


def over_bands(station: Station, ratio: float, bands: Sequence[Band]) -> LineLoss:
    """The same for an SWR of ``ratio`` at the antenna, at the middle of each band (rising)."""
    middles = np.array([band.middle_hz for band in bands])
    points = tuple((float(f), ratio) for f in middles)
    antenna = SwrAntenna(points, reference_ohm=reference_of(station))
    return _curve(replace(station, antenna=antenna), middles)


def _curve(station: Station, freq_hz: Real) -> LineLoss:
    """A picture's points: more phases only where what is radiated turns."""
    return LineLoss(solve(station, freq_hz, only_radiated=True))


_OTHER_REFERENCE = 0.2
"""ln of a line's impedance over the radio's, from which on it matters against which an SWR is."""


def messages(answer: LineLoss, read_at_radio: bool) -> tuple[Message, ...]:
    """What arrives, what took the rest, the SWR at the other end, and whether anyone hears it."""
    budget = answer.budget
    drive, rated = budget.drive, budget.station.transmitter.power_w
    known, worked_out = answer.swr_antenna, answer.swr_radio
    if read_at_radio:
        known, worked_out = worked_out, known
    extra, part = _ends(answer.extra_db), answer._along.part
    line = {"line": part.label, "length_m": part.length_m, "matched_db": float(answer.matched_db[0])}
    turns = budget.turns is not None and extra[1] - extra[0] >= 0.005  # half of what is told
    unknown = tell("loss.phase" if turns else "loss.no-phase")
    said = [
        tell("loss.arrives", radiated_w=_ends(budget.radiated_w), rated_w=rated),
        tell("loss.line", **line, extra_db=extra, unknown=unknown)
        if np.isfinite(extra).all()
        else tell("loss.line-all", **line),
        tell("loss.other-end-antenna" if read_at_radio else "loss.other-end-radio", ratio=_ends(worked_out)),
    ]
    held = _ends(drive.held_back_w + drive.turned_back_w)
    if held[1] >= 0.01 * rated:
        said.append(tell("loss.not-sent", not_sent_w=held, ratio=_ends(budget.swr)))
    tuner = next((stage for stage in budget.stages if stage.tuned is not None), None)
    r0, reference = part.line.r0_ohm, budget.station.transmitter.reference_ohm
    if abs(np.log(r0 / reference)) > _OTHER_REFERENCE:
        both = {"known": _ends(answer.swr_antenna), "on_line": _ends(answer.swr_on_line)}
        said.append(tell("loss.reference", reference_ohm=reference, r0_ohm=r0, **both))
    if tuner is not None and tuner.tuned is not None:
        matched = tuner.tuned.matched
        if matched.all():
            said.append(tell("loss.tuner", taken_w=_ends(tuner.taken_w)))
        else:
            said.append(tell("loss.tuner-short", left=_ends(tuner.swr_in)))
    said.append(heard(budget.total_db, 0))
    if held[1] >= 0.01 * rated and tuner is None:
        said.append(tell("loss.were-it-matched", out_w=_ends(answer.matched_w)))
    return tuple(said)


def _ends(values: Real) -> tuple[float, float]:
    return float(values[..., 0].min()), float(values[..., 0].max())
