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
from numpy.typing import NDArray

from tithe.core.arrays import Mask, Real
from tithe.core.errors import require, require_not_negative
from tithe.core.ratings import Ratings
from tithe.core.reflection import reflection, rho_of_swr, swr
from tithe.core.twoport import Port, Powered
from tithe.core.wording import ratio

MOST_LOSS_DB = 100.0


@dataclass(frozen=True)
class RatedTuner:
    """Reach as a largest SWR, losses in dB."""

    reach_swr: float = 3.0
    loss_db_at_1: float = 0.2
    loss_db_at_reach: float = 0.5
    setting: Literal["auto", "bypass"] = "auto"
    dc_on_coax: bool = False
    label: str = "tuner"
    ratings: Ratings = field(default_factory=Ratings)
    network: Literal["rated"] = field(default="rated", init=False)
    kind: Literal["tuner"] = field(default="tuner", init=False)

    def __post_init__(self) -> None:
        require(self.reach_swr > 1, "reach_swr", "must be above 1", self.reach_swr)
        require_not_negative("loss_db_at_1", self.loss_db_at_1)
        require(
            self.loss_db_at_reach >= self.loss_db_at_1,
            "loss_db_at_reach",
            f"must not be below loss_db_at_1 ({self.loss_db_at_1:g})",
            self.loss_db_at_reach,
        )
        most = f"must be {MOST_LOSS_DB:g} dB or less"
        require(self.loss_db_at_reach <= MOST_LOSS_DB, "loss_db_at_reach", most, self.loss_db_at_reach)

    @property
    def bypassed(self) -> bool:
        """Whether the tuner is switched out."""
        return self.setting == "bypass"

    def tune(self, freq_hz: Real, load: Port, reference_ohm: float) -> RatedTuned:
        """What the sheet promises for a load (shapes ``(..., F)``)."""
        return RatedTuned(self, load, reference_ohm)

    def reaches(self, freq_hz: Real, load: Port, reference_ohm: float, comfort_swr: float) -> Mask:
        """Whether each load is inside the reach; what would be left beyond it is only an estimate."""
        return self.tune(freq_hz, load, reference_ohm).matched


@dataclass(frozen=True)
class RatedTuned:
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
    def lacks(self) -> NDArray[np.object_]:
        """What a match would need, as words."""

        def need(load: float, matched: bool) -> str:
            return "" if matched else f"reaches SWR {ratio(self.tuner.reach_swr)}, the load has {ratio(load)}"

        return np.asarray(np.vectorize(need, otypes=[object])(self.load_swr, self.matched))

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
        """Beside the phasors at the radio side."""
        return RatedDetails(self, source)


@dataclass(frozen=True)
class RatedDetails:
    """A rated tuner under power."""

    tuned: RatedTuned
    source: Powered

    @property
    def efficiency(self) -> Real:
        """Power out over power in."""
        return np.asarray(10 ** (-self.tuned.loss_db / 10))

    @property
    def limit_w(self) -> Real:
        """The sheet's power rating (inf: none stated)."""
        limit = self.tuned.tuner.ratings.max_power_w
        return np.full(np.shape(self.source.power_w), np.inf if limit is None else limit)
