"""What parts have in common whose loss is known as a matched insertion loss."""

from __future__ import annotations

from dataclasses import replace
from typing import Any, cast

import numpy as np

from tithe.core.arrays import Real
from tithe.core.parts.part import Part


class InsertionLoss(Part):
    """``loss_db`` into a matched load, ``series_share`` of it in series; a dataclass adds the fields."""

    loss_db: float
    series_share: float

    def matched_db(self, freq_hz: Real) -> Real:
        """The same at every frequency."""
        return np.full(np.shape(freq_hz), self.loss_db)

    def with_series_split(self, series_share: float) -> Part:
        """The same with another share of its loss in series, where nothing is said of it."""
        changed = replace(cast(Any, self), series_share=series_share)
        return cast(Part, changed) if self.seat_unknown else self
