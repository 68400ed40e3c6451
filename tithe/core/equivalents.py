"""One figure said in the other ways there are: of a reflection, of a step in power, of a level of power.

A reflection is |Γ|; return loss, SWR, the share that comes back and mismatch loss say the same (see
`tithe.core.reflection`). A step is in decibels; an S-unit is 6 dB, voltages go by the root of the powers. A
level is in watts; its voltage is that across a resistance that takes them, and S9 is 50 µV into 50 Ω,
−73 dBm. Source: the definitions; S9 and the S-unit as recommended for receivers below 30 MHz.
"""

from __future__ import annotations

from typing import Literal, NamedTuple

import numpy as np

from tithe.core.budget import DB_PER_S_UNIT
from tithe.core.errors import InputError, require, require_positive
from tithe.core.reflection import mismatch_loss_db, return_loss_db, rho_of_swr, swr

Reflecting = Literal["swr", "return_loss_db", "rho", "share", "mismatch_loss_db"]
Stepping = Literal["db", "s_units", "power_ratio", "voltage_ratio"]
Levelling = Literal["watts", "dbm", "volts", "s_meter_db"]
Form = Reflecting | Stepping | Levelling

S9_DBM = -73.0
_MOST_DB = 400.0


class Reflected(NamedTuple):
    """A reflection in all its forms; those that are infinite are ``inf``."""

    swr: float
    return_loss_db: float
    rho: float
    share: float
    mismatch_loss_db: float


class Stepped(NamedTuple):
    """A step down in power in all its forms: what is left as a ratio of powers and of voltages."""

    db: float
    s_units: float
    power_ratio: float
    voltage_ratio: float


class Level(NamedTuple):
    """A power in all its forms; ``volts``: rms; ``s_meter_db``: above S9."""

    watts: float
    dbm: float
    volts: float
    s_meter_db: float


def reflected(form: Reflecting, value: float) -> Reflected:
    """By one of the forms. Raises `InputError` for what no passive load reflects.

    >>> [round(x, 3) for x in reflected("return_loss_db", 18.0)]
    [1.288, 18.0, 0.126, 0.016, 0.069]
    """
    if form == "swr":
        require(value >= 1, "value", "at-least", value, least=1)
        rho = float(rho_of_swr(value))
    else:
        require(value >= 0, "value", "at-least", value, least=0)
        rho = _rho(form, value)
    require(rho <= 1, "value", "at-most", value, most=1)
    back = rho * rho
    return Reflected(
        float(swr(rho)), float(return_loss_db(rho)), float(rho), float(back), float(mismatch_loss_db(rho))
    )


def _rho(form: Reflecting, value: float) -> float:
    match form:
        case "return_loss_db":
            return float(10 ** (-value / 20))
        case "share":
            return float(np.sqrt(value))
        case "mismatch_loss_db":
            return float(np.sqrt(-np.expm1(-value * np.log(10) / 10)))
        case _:
            return value


def stepped(form: Stepping, value: float) -> Stepped:
    """By one of the forms; below 0 dB it is a gain. Raises `InputError` for a ratio that is not above 0, and
    for more than 400 dB.

    >>> [round(x, 3) for x in stepped("s_units", 1.0)]
    [6.0, 1.0, 0.251, 0.501]
    """
    if form in ("power_ratio", "voltage_ratio"):
        require_positive("value", value)
        db = -(10 if form == "power_ratio" else 20) * float(np.log10(value))
    else:
        db = value * (DB_PER_S_UNIT if form == "s_units" else 1.0)
    _require_decibels(db, value)
    return Stepped(db, db / DB_PER_S_UNIT, 10 ** (-db / 10), 10 ** (-db / 20))


def level(form: Levelling, value: float, ohm: float = 50.0) -> Level:
    """By one of the forms, across a resistance. Raises `InputError` for a power, voltage or resistance that
    is not above 0, and for a level beyond 400 dB.

    >>> [round(x, 3) for x in level("dbm", 50.0)]
    [100.0, 50.0, 70.711, 123.0]
    """
    require_positive("ohm", ohm)
    if form in ("watts", "volts"):
        require_positive("value", value)
        watts = value if form == "watts" else value / ohm * value
        require(0 < watts < np.inf, "value", "beyond-decibels", value, most=_MOST_DB)
        dbm = 10 * float(np.log10(watts)) + 30
    else:
        dbm = value + (S9_DBM if form == "s_meter_db" else 0.0)
    _require_decibels(dbm, value)
    watts = 10 ** ((dbm - 30) / 10)
    return Level(watts, dbm, float(np.sqrt(watts * ohm)), dbm - S9_DBM)


def _require_decibels(db: float, given: float) -> None:
    if not abs(db) <= _MOST_DB:
        raise InputError("value", "beyond-decibels", given, most=_MOST_DB)
