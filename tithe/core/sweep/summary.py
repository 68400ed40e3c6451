"""What a sweep says in short: where the SWR is lowest, where X is zero, and what the cable hides."""

from __future__ import annotations

from tithe.core.message import Message, Messages, tell
from tithe.core.sweep.features import Dip, Features
from tithe.core.sweep.sweep import Sweep


def describe(sweep: Sweep, features: Features) -> Messages:
    """The sweep's deepest dip and how many more there are, or that there is none."""
    edge = (tell(f"sweep.falls-{features.falls_at}"),) if features.falls_at else ()
    if not features.dips:
        low, high = sweep.range_hz
        return tell("sweep.no-dip", low_hz=low, high_hz=high), *edge
    rest = len(features.dips) - 1
    phase = () if sweep.gamma is not None else (tell("sweep.no-phase"),)
    more = (tell("sweep.more-dips", count=rest),) if rest else ()
    return *describe_dip(features.dips[0]), *phase, *more, *edge


def describe_dip(dip: Dip) -> Messages:
    """One dip: its lowest SWR, its resonance and the distance between the two."""
    lowest = tell("sweep.lowest", freq_hz=dip.freq_hz, ratio=dip.swr)
    if dip.within_hz:
        lowest = tell("sweep.lowest-within", freq_hz=dip.freq_hz, ratio=dip.swr, within_hz=dip.within_hz)
    if dip.resonance is None or dip.apart_hz is None:
        return (lowest,)
    return lowest, _resonance(dip.apart_hz, dip.resonance.freq_hz, dip.resonance.r_ohm)


def _resonance(apart_hz: float, freq_hz: float, r_ohm: float) -> Message:
    if abs(apart_hz) < 1000:
        return tell("sweep.resonant-there", r_ohm=r_ohm)
    return tell("sweep.resonant", apart_hz=abs(apart_hz), higher=apart_hz > 0, freq_hz=freq_hz, r_ohm=r_ohm)


def flattery(room: Dip, antenna: Dip, lost_db: float) -> Messages:
    """How much of a dip's low SWR the cable made: nearer to the radio, and nearer to the antenna."""
    if antenna.swr <= room.swr * 1.02:
        return ()
    return (tell("sweep.flattery", lost_db=lost_db, antenna=antenna.swr, room=room.swr),)
