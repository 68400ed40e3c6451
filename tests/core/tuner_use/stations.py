"""A tuner in its station, and the same network solved by chain matrices of its own."""

from typing import Any

import numpy as np

from tithe.core import AttenuatedLine, Line, Station, SteppedTuner, Transmitter, Tuner
from tithe.core.antenna import table
from tithe.core.parts.tuner.rated import RatedTuner
from tithe.core.station import Band

RATED = Tuner(capacitor_volts=1000, coil_amps=5)
TUNERS: dict[str, Any] = {
    "t": RATED,
    "low-pass t": Tuner("t-lowpass", c_max_f=2000e-12, l_max_h=3e-6, capacitor_volts=1000, coil_amps=5),
    "pi": Tuner("pi", c_max_f=2000e-12, l_max_h=6e-6, capacitor_volts=1000, coil_amps=5),
    "l": Tuner("l", c_max_f=400e-12, l_max_h=4e-6, capacitor_volts=1000, coil_amps=5),
    "stepped": SteppedTuner(c_bits=5, l_bits=5, capacitor_volts=1000, coil_amps=5),
    "rated": RatedTuner(reach_swr=5),
}
LINE = Line(AttenuatedLine(50.0, 0.66, 0.6, 0.01), 14.0)
FREQS = (3.5, 3.8, 7.0, 7.2, 14.0, 14.35, 28.0, 29.0)
ANTENNA = table(
    tuple((f * 1e6, r, x) for f, r, x in zip(FREQS, (12, 16, 55, 70, 300, 240, 90, 130),
                                             (-500, -380, -40, 45, 300, 420, -120, 60), strict=True))
)  # fmt: skip
BANDS = (Band("80 m", 3.5e6, 3.8e6), Band("40 m", 7e6, 7.2e6), Band("20 m", 14e6, 14.35e6),
         Band("10 m", 28e6, 29e6), Band("6 m", 50e6, 52e6))  # fmt: skip


def station(tuner=RATED, line=LINE):
    return Station(Transmitter(100.0), (tuner, line), ANTENNA, bands=BANDS)


def series(z):
    return np.array([[1, z], [0, 1]])


def shunt(z):
    return np.array([[1, 0], [1 / z, 1]])


def nodal(tuner, values, form, freq, load):
    """Γ at the radio and the loss, by chain matrices of its own."""
    omega = 2 * np.pi * freq
    out = np.eye(2, dtype=complex)
    network = tuner.networks[form]
    for k, (_, kind) in enumerate(network.elements):
        if kind == "coil":
            z = omega * values[k] * (1 / tuner.coil_q + 1j)
        else:
            z = (1 / tuner.capacitor_q - 1j) / (omega * max(values[k], 1e-18))
        along = (network.plane == "T") == (k != 1)
        out = out @ (series(z) if along else shunt(z))
    v, i = out @ np.array([load, 1.0])
    gamma = (v - 50 * i) / (v + 50 * i)
    return gamma, 10 * np.log10((v * np.conj(i)).real / load.real)


def brute_swr(tuner, values, freq, load):
    gamma = abs(nodal(tuner, values, 0, freq, load)[0])
    return (1 + gamma) / (1 - gamma)
