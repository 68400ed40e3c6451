"""A tuner known only by its sheet: the SWR it reaches, and its loss at 1:1 and at full reach.

Inside its reach it shows the reference exactly, and loses a number of dB that runs linearly with the load's
SWR between the two stated figures. Beyond its reach the sheet says nothing: the SWR left is then estimated
as the load's over the reach, at the loss of full reach, and the result is marked as no match. It is a black
box: neither its phase nor the stress of its parts is known.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cached_property
from typing import Literal

import numpy as np

from tithe.core.arrays import Mask, Real
from tithe.core.errors import require, require_not_negative
from tithe.core.parts.part import Tuned, TunerPart, TunerSetting
from tithe.core.parts.ratings import NO_RATINGS, Ratings
from tithe.core.parts.tuner.shortfall import Shortfall
from tithe.core.reflection import reflection, rho_of_swr, swr
from tithe.core.twoport import Port, Powered

MOST_LOSS_DB = 100.0
BUILT_IN_SWR = 3.5


@dataclass(frozen=True)
class RatedTuner(TunerPart):
    """Reach as a largest SWR, losses in dB."""

    reach_swr: float = 3.0
    loss_db_at_1: float = 0.2
    loss_db_at_reach: float = 0.5
    setting: Literal["auto", "bypass"] = "auto"
    dc_on_coax: bool = False
    label: str = "tuner"
    ratings: Ratings = NO_RATINGS
    network: Literal["rated"] = field(default="rated", init=False)
    kind: Literal["tuner"] = field(default="tuner", init=False)

    def __post_init__(self) -> None:
        require(self.reach_swr > 1, "reach_swr", "above", self.reach_swr, least=1)
        require_not_negative("loss_db_at_1", self.loss_db_at_1)
        least, most = self.loss_db_at_1, self.loss_db_at_reach
        require(most >= least, "loss_db_at_reach", "not-below-other", most, other="loss_db_at_1", limit=least)
        require(most <= MOST_LOSS_DB, "loss_db_at_reach", "at-most", most, most=MOST_LOSS_DB)

    @property
    def built_in(self) -> bool:
        """Those inside radios reach SWR 3 or a little more."""
        return self.reach_swr <= BUILT_IN_SWR

    def tune(self, freq_hz: Real, load: Port, reference_ohm: float, power_w: float = 0.0) -> RatedTuned:
        """What the sheet promises for a load (shapes ``(..., F)``)."""
        return RatedTuned(self, load, reference_ohm)

    def reaches(self, freq_hz: Real, load: Port, reference_ohm: float, comfort_swr: float) -> Mask:
        """Whether each load is inside the reach; what would be left beyond it is only an estimate."""
        return self.tune(freq_hz, load, reference_ohm).matched


@dataclass(frozen=True)
class RatedTuned(Tuned):
    """A rated tuner at its loads."""

    tuner: RatedTuner
    load: Port
    reference_ohm: float

    @cached_property
    def load_swr(self) -> Real:
        """SWR of the load, against the reference."""
        rho = np.abs(reflection(self.load.v, self.load.i, self.reference_ohm))
        return swr(np.minimum(rho, 1.0))

    @property
    def matched(self) -> Mask:
        """Whether the load is inside the reach."""
        return np.asarray(self.load_swr <= self.tuner.reach_swr * (1 + 1e-12))

    @property
    def loss_db(self) -> Real:
        """By the sheet, linear in dB over SWR; that of full reach beyond it."""
        tuner = self.tuner
        share = np.clip((self.load_swr - 1) / (tuner.reach_swr - 1), 0.0, 1.0)
        return np.asarray(tuner.loss_db_at_1 + share * (tuner.loss_db_at_reach - tuner.loss_db_at_1))

    @property
    def two_port(self) -> None:
        """Not known: a sheet does not tell the phase."""

    def shortfall(self, k: int) -> Shortfall | None:
        """Its reach beside the SWR of the first load at the k-th frequency that lies beyond it."""
        beyond = np.atleast_1d(self.load_swr[..., k])[~np.atleast_1d(self.matched[..., k])]
        return Shortfall("", float(beyond.ravel()[0]), self.tuner.reach_swr) if beyond.size else None

    def input(self, load: Port) -> Port:
        """A wave at the radio side that carries the load's power and the loss.

        A load that takes no power at all leaves its forward wave's size to stand for the input's.
        """
        r0 = self.reference_ohm
        rho = rho_of_swr(np.maximum(self.load_swr / self.tuner.reach_swr, 1.0))
        power = np.maximum(load.power_w, 0.0) * 10 ** (self.loss_db / 10)
        sent = 1 - rho**2
        wave = np.abs(load.v + r0 * load.i) / 2
        amplitude = np.where(sent > 0, np.sqrt(power * r0 / np.where(sent > 0, sent, 1.0)), wave)
        phase = (load.v + r0 * load.i) / np.maximum(np.abs(load.v + r0 * load.i), 1e-300)
        return Port(phase * amplitude * (1 + rho), phase * amplitude * (1 - rho) / r0)

    def details(self, source: Powered, load: Powered) -> RatedDetails:
        """Efficiency and limit, for the true phasors (V, A) at both sides."""
        return RatedDetails(self, source)


@dataclass(frozen=True)
class RatedDetails(TunerSetting):
    """A rated tuner under power."""

    tuned: RatedTuned
    source: Powered

    @property
    def sheet(self) -> dict[str, Real | float]:
        """Reach, losses at both ends of it, and the load's SWR, no more than the reach."""
        tuner = self.tuned.tuner
        return {
            "a_at_1": tuner.loss_db_at_1,
            "a_at_reach": tuner.loss_db_at_reach,
            "s_load": np.minimum(self.tuned.load_swr, tuner.reach_swr),
            "s_reach": tuner.reach_swr,
        }

    @property
    def efficiency(self) -> Real:
        """Power out over power in."""
        return np.asarray(10 ** (-self.tuned.loss_db / 10))

    @property
    def limit_w(self) -> Real:
        """The sheet's power rating (inf: none stated)."""
        limit = self.tuned.tuner.ratings.max_power_w
        return np.full(np.shape(self.source.power_w), np.inf if limit is None else limit)
