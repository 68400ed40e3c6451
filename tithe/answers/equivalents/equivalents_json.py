"""A figure in its other forms, as plain objects."""

from __future__ import annotations

from typing import get_args

from tithe.answers.equivalents.shapes import EquivalentOut, EquivalentsOut
from tithe.core.equivalents import (
    Form,
    Level,
    Levelling,
    Reflected,
    Reflecting,
    Stepped,
    Stepping,
    level,
    reflected,
    stepped,
)
from tithe.core.message import tell
from tithe.text import say
from tithe.text.symbols import SYMBOLS

USUAL_OHM, USUAL_W = 50.0, 100.0


def equivalents(form: Form, value: float, ohm: float = USUAL_OHM, of_w: float = USUAL_W) -> EquivalentsOut:
    """Every form of a figure; a level across ``ohm``, a step of ``of_w``. Raises `InputError` as
    `tithe.core.equivalents` does."""
    if form in get_args(Reflecting):
        equivalent: Reflected | Stepped | Level = reflected(form, value)  # type: ignore[arg-type]  # one of these
        kind = "reflected"
    elif form in get_args(Stepping):
        equivalent, kind = stepped(form, value), "stepped"  # type: ignore[arg-type]  # one of these
    else:
        assert form in get_args(Levelling)
        equivalent, kind = level(form, value, ohm), "level"  # type: ignore[arg-type]  # one of these
    params = {"ohm": ohm, "of_w": of_w, **equivalent._asdict()}
    if isinstance(equivalent, Reflected):
        params["back_w"] = of_w * equivalent.share
    if isinstance(equivalent, Stepped):
        params |= {
            "left_w": of_w * equivalent.power_ratio,
            "gain": equivalent.db < 0,
            "size_db": abs(equivalent.db),
        }
    names = (*equivalent._fields, *(["left_w"] if isinstance(equivalent, Stepped) else []))
    return {
        "sentence": say(tell(f"also.{kind}", **params)),
        "rows": [
            {
                "form": name,
                "name": say(tell(f"also.name.{name}", **params)),
                "text": say(tell(f"also.{name}", **params)),
            }
            for name in names
        ],
    }


_BY_SYMBOL: dict[str, Form] = {
    "a_return": "return_loss_db",
    "a_mismatch": "mismatch_loss_db",
    "rho_in": "rho",
    "rho_load": "rho",
    "rho_left": "rho",
    "s_in": "swr",
    "s_load": "swr",
    "s_far": "swr",
}
_BY_UNIT: dict[str, Form] = {"dB": "db", "S-units": "s_units"}


def of_symbol(name: str, value: float | None) -> list[EquivalentOut]:
    """The other forms of a figure that a working gives; none where it has none, or is infinite."""
    form = _BY_SYMBOL.get(name) or _BY_UNIT.get(SYMBOLS[name].unit)
    if form is None or value is None:
        return []
    return [row for row in equivalents(form, value)["rows"] if row["form"] != form]
