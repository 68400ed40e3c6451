"""The workings of what is read off a sweep, by paths in its reading: ``dips[0].resonance.q``."""

from __future__ import annotations

import re
from collections.abc import Sequence

import numpy as np

from tithe.core.errors import InputError
from tithe.core.reflection import reflection_of, return_loss_db, rho_of_swr
from tithe.core.sweep import BandReading, Dip, Features, Resonance
from tithe.core.sweep.sweep import REFERENCE_OHM
from tithe.core.working import formulas as f
from tithe.core.working.single import single
from tithe.core.working.working import Step, Values, Working

_PATH = re.compile(r"(dips|bands)\[(\d+)\]\.([a-z_.\[\]0-9]+)")
_WIDTH = re.compile(r"widths\[(\d)\]\.width_khz")
_MHZ, _KHZ = 1e-6, 1e-3


def working_of_sweep(features: Features, bands: Sequence[BandReading], figure: str) -> Working:
    """The working of a figure of a reading. Raises `InputError` where there is no such figure."""
    path = _PATH.fullmatch(figure)
    derivation = None
    if path is not None:
        room, index, name = path[1], int(path[2]), path[3]
        if room == "dips" and index < len(features.dips):
            derivation = _of_dip(features.dips[index], name)
        elif room == "bands" and index < len(bands):
            derivation = _of_band(bands[index], name)
    if derivation is None:
        raise InputError("figure", "no-such-figure", figure)
    return derivation


def _of_dip(dip: Dip, name: str) -> Working | None:
    rho = float(rho_of_swr(dip.swr))
    values: Values = {"rho_in": rho, "s_in": dip.swr, "f_dip": dip.freq_hz, "r_ref": REFERENCE_OHM}
    match name:
        case "mhz":
            return single("lowest-swr", "f_dip", values, scale=_MHZ)
        case "swr":
            return single("swr", "s_in", values, Step(f.standing_wave, "s_in"))
        case "return_loss_db":
            values["a_return"] = float(return_loss_db(rho))
            return single("return-loss", "a_return", values, Step(f.return_loss, "a_return"))
        case "r_ohm" | "x_ohm" if dip.z_ohm is not None:
            values |= {"g_refl": complex(reflection_of(np.asarray(dip.z_ohm), REFERENCE_OHM))}
            values |= {"r_in": dip.z_ohm.real, "x_in": dip.z_ohm.imag}
            if name == "r_ohm":
                return single("impedance-of-sweep", "r_in", values, Step(f.resistance_of, "r_in"))
            return single("impedance-of-sweep", "x_in", values, Step(f.reactance_of, "x_in"))
        case "apart_khz" if dip.resonance is not None:
            values = {"f_high": dip.resonance.freq_hz, "f_low": dip.freq_hz, "f_apart": dip.apart_hz or 0.0}
            return single("apart", "f_apart", values, Step(f.distance, "f_apart"), scale=_KHZ)
    if (named := _WIDTH.fullmatch(name)) and int(named[1]) < len(dip.widths):
        width = dip.widths[int(named[1])]
        if width.low_hz is not None and width.high_hz is not None:
            values = {"f_high": width.high_hz, "f_low": width.low_hz, "f_width": width.width_hz or 0.0}
            return single("width", "f_width", values, Step(f.distance, "f_width"), scale=_KHZ)
    if name.startswith("resonance.") and dip.resonance is not None:
        return _of_resonance(dip.resonance, name.removeprefix("resonance."))
    return None


def _of_resonance(resonance: Resonance, name: str) -> Working | None:
    values: Values = {
        "f_res": resonance.freq_hz,
        "r_res": resonance.r_ohm,
        "z_slope": resonance.slope_ohm_per_hz,
        "q_res": resonance.q,
    }
    match name:
        case "mhz":
            return single("resonance", "f_res", values, scale=_MHZ)
        case "r_ohm":
            values |= {"g_refl": complex(reflection_of(np.asarray(resonance.r_ohm + 0j), REFERENCE_OHM))}
            values |= {"r_ref": REFERENCE_OHM, "r_in": resonance.r_ohm}
            return single("impedance-of-sweep", "r_in", values, Step(f.resistance_of, "r_in"))
        case "q":
            return single("quality", "q_res", values, Step(f.quality_factor, "q_res"))
    return None


def _of_band(band: BandReading, name: str) -> Working | None:
    ratios = {
        "swr_low": band.low, "swr_middle": band.middle, "swr_high": band.high, "swr_least": band.least,
        "swr_worst": band.worst,
    }  # fmt: skip
    ratio = ratios.get(name)
    if ratio is None:
        return None
    values: Values = {"rho_in": float(rho_of_swr(ratio)), "s_in": ratio}
    return single("band-swr", "s_in", values, Step(f.standing_wave, "s_in"))
