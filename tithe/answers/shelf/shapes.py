"""What the shelf's comparison is answered with: `POST /shelf/compare`."""

from __future__ import annotations

from typing_extensions import TypedDict

from tithe.answers.station.budget_shapes import Figure


class LineBeside(TypedDict):
    """One line of the shelf at the place asked about.

    ``token``: its slug, or ``own-`` and its own number. Losses in dB, matched and before the load there;
    ``limit_w``: the peak power into it that it bears there (null: not known); ``price``: of the length (null:
    not known).
    """

    token: str
    matched_db: float
    loss_db: Figure
    limit_w: Figure
    price: float | None


class LinesBeside(TypedDict):
    """All lines of the shelf, in its order; ``swr``: of the load that they face, against the reference.

    ``why``: why nothing is told of that load, though of the lines; then losses there and what they bear are
    null.
    """

    swr: Figure
    why: str
    lines: list[LineBeside]
