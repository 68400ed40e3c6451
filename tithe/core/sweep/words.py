"""A sweep in a sentence or two: where the SWR is lowest, where X is zero, and what each is good for."""

from __future__ import annotations

from tithe.core.sweep.features import Dip, Features
from tithe.core.sweep.sweep import Sweep
from tithe.core.wording import figure, frequency, ratio

_PAST_THE_EDGE = {
    "low": " It still falls at the low end: a dip lies below the sweep.",
    "high": " It still falls at the high end: a dip lies above the sweep.",
    "both": " It still falls at both ends of the sweep: dips lie outside.",
    "": "",
}


def describe(sweep: Sweep, found: Features) -> str:
    """The sweep's sentence."""
    if not found.dips:
        low, high = (frequency(f) for f in sweep.range_hz)
        return f"No dip stands out between {low} and {high}.{_PAST_THE_EDGE[found.falls_at]}"
    dip = found.dips[0]
    rest = len(found.dips) - 1
    more = f" There {'is' if rest == 1 else 'are'} {rest} more dip{'' if rest == 1 else 's'}." if rest else ""
    phase = "" if sweep.gamma is not None else " Without the phase nobody can tell where it is resonant."
    return f"{describe_dip(dip)}{phase}{more}{_PAST_THE_EDGE[found.falls_at]}"


def describe_dip(dip: Dip) -> str:
    """One dip: its lowest SWR, its resonance and the distance between the two."""
    lowest = f"The SWR is lowest at {frequency(dip.freq_hz)}, {ratio(dip.swr)}."
    if dip.resonance is None or dip.apart_hz is None:
        return lowest
    resonance = dip.resonance
    apart = abs(dip.apart_hz) / 1e3
    r = f"R is {figure(resonance.r_ohm)} Ω"
    if apart < 1:
        return f"{lowest} There it is resonant too (X is zero), and {r}."
    side = "higher" if dip.apart_hz > 0 else "lower"
    return (
        f"{lowest} It is resonant (X is zero) {figure(apart, 2)} kHz {side}, at "
        f"{frequency(resonance.freq_hz)}, "
        f"where {r}. The first is where the radio is happiest, the second is what trimming moves most "
        "plainly."
    )


def flattery(room: Dip, antenna: Dip, lost_db: float) -> str:
    """How much of a dip's low SWR the cable made: nearer to the radio, and nearer to the antenna."""
    if antenna.swr <= room.swr * 1.02:
        return ""
    return (
        f"What lies between takes {figure(lost_db, 2)} dB when matched and flatters the antenna: SWR "
        f"{ratio(antenna.swr)} at the antenna’s end is {ratio(room.swr)} at the radio’s end."
    )
