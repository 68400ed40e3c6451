"""What is supposed of a station: a cause of one size."""

from __future__ import annotations

from dataclasses import dataclass

from tithe.core.log.slips import NONE, Slip
from tithe.core.message import Message


@dataclass(frozen=True)
class Change:
    """What is different about a station: the antenna's resonance by ``moved`` (a share of the frequency) and
    its resistance by a factor (``log_ohm`` its logarithm), each open by so much; ``log_loss`` by the column
    of a lossy part; Ω in series, S across and H in series by the joint."""

    moved: float = 0.0
    log_ohm: float = 0.0
    moved_sd: float = 0.003
    log_ohm_sd: float = 0.0
    log_loss: tuple[tuple[int, float], ...] = ()
    series: tuple[tuple[int, float], ...] = ()
    shunt: tuple[tuple[int, float], ...] = ()
    series_h: tuple[tuple[int, float], ...] = ()

    def __add__(self, other: Change) -> Change:
        """Both at once."""
        return Change(
            self.moved + other.moved,
            self.log_ohm + other.log_ohm,
            max(self.moved_sd, other.moved_sd),
            max(self.log_ohm_sd, other.log_ohm_sd),
            self.log_loss + other.log_loss,
            self.series + other.series,
            self.shunt + other.shunt,
            self.series_h + other.series_h,
        )


NOTHING = Change()


@dataclass(frozen=True)
class Supposed:
    """A cause of one size: its id, what it would be as a message, how likely it is beforehand (ln), what it
    changes of the station, and how readings slipped; ``pair``: two causes at once,
    told by the id of the rarer."""

    cause: str
    message: Message
    log_prior: float
    change: Change = NOTHING
    slip: Slip = NONE
    pair: bool = False
