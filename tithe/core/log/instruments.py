"""What an instrument's own errors may be, by its sheet: the last part of what explains a reading.

A meter has one gain error for all its readings (half its accuracy as a standard deviation, so that nineteen
in twenty lie within the accuracy), one leak of its coupler at each frequency and setting (half its
directivity's amplitude for each of its two parts), and a reading error of a quarter of its accuracy at full
scale each time. The radio's own meter, and one without a sheet, has the errors that such meters have: 10 %,
20 dB.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Real
from tithe.core.intervals import SIGMAS
from tithe.core.log.taken import RADIO, Taken
from tithe.core.parts.meter import SPEECH_SHARE, Meter
from tithe.core.station import Station

USUAL_ACCURACY, USUAL_DIRECTIVITY_DB = 0.10, 20.0


@dataclass(frozen=True)
class Instrument:
    """``accuracy``: share of full scale; ``full_scale_w``; ``leak``: amplitude; ``reference_ohm``."""

    at: int
    accuracy: float
    full_scale_w: float
    leak: float
    reference_ohm: float

    @property
    def gain_sd(self) -> float:
        """Of the logarithm of all its powers."""
        return self.accuracy / 2

    @property
    def leak_sd(self) -> float:
        """Of each part of what leaks."""
        return self.leak / 2

    @property
    def reading_sd_w(self) -> float:
        """Of each power it shows, W."""
        return self.accuracy * self.full_scale_w / 4


def rho_reading_sd(error_w: Real, forward_w: Real, rho: Real) -> Real:
    """Of |Γ| by two powers, each read to ``error_w``: one standard deviation, small |Γ| included."""
    relative = error_w / np.maximum(forward_w, error_w / 2)
    of_reflected = np.minimum(relative / (2 * np.maximum(rho, 1e-3)), np.sqrt(relative))
    return np.asarray(np.hypot(of_reflected, rho * relative / 2))


def shown_rho(station: Station, taken: Taken) -> tuple[float, float, float] | None:
    """|Γ| as a reading shows it, from what to what it may be by its instrument alone in nineteen cases of
    twenty; None where it tells of no reflection."""
    if taken.rho is None or taken.rho >= 1:
        return None
    meter, watts = instrument(station, taken.at), taken.forward_w or station.transmitter.power_w
    reads = rho_reading_sd(*(np.array(x) for x in (meter.reading_sd_w, watts, taken.rho)))
    off = SIGMAS * float(np.hypot(meter.leak_sd, reads))
    return max(taken.rho - off, 0.0), taken.rho, min(taken.rho + off, 1.0)


def instrument(station: Station, at: int) -> Instrument:
    """The meter that is the ``at``-th part, or the radio's own."""
    radio = station.transmitter
    usual_leak = 10 ** (-USUAL_DIRECTIVITY_DB / 20)
    if at == RADIO:
        return Instrument(at, USUAL_ACCURACY, radio.power_w, usual_leak, radio.reference_ohm)
    meter = station.chain[at]
    assert isinstance(meter, Meter)
    accuracy = USUAL_ACCURACY if meter.accuracy_pct is None else meter.accuracy_pct / 100
    leak = usual_leak if meter.directivity_db is None else meter.leak
    full = meter.full_scale_w or radio.power_w
    return Instrument(at, max(accuracy, 0.005), full, leak, meter.reference_ohm)


def shown_share(station: Station, taken: Taken) -> float:
    """Of the peak power what a reading shows, the known error of its meter's scale included."""
    meter = None if taken.at == RADIO else station.chain[taken.at]
    scale = meter.scale if isinstance(meter, Meter) else 1.0
    return share_of(station, taken)[0] * scale


def share_of(station: Station, taken: Taken) -> tuple[float, float]:
    """Of the peak power what a reading shows, and by how much the logarithm of that may be off."""
    meter = None if taken.at == RADIO else station.chain[taken.at]
    mode = taken.mode or (meter.mode if isinstance(meter, Meter) else "peak")
    if (taken.emission or station.transmitter.emission) != "speech" or mode == "peak":
        return 1.0, 0.0
    least, usual, most = SPEECH_SHARE
    return usual, float(np.log(most / least)) / 4
