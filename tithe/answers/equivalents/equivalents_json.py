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
        found: Reflected | Stepped | Level = reflected(form, value)  # type: ignore[arg-type]  # one of these
        kind = "reflected"
    elif form in get_args(Stepping):
        found, kind = stepped(form, value), "stepped"  # type: ignore[arg-type]  # one of these
    else:
        assert form in get_args(Levelling)
        found, kind = level(form, value, ohm), "level"  # type: ignore[arg-type]  # one of these
    told = {"ohm": ohm, "of_w": of_w, **found._asdict()}
    if isinstance(found, Reflected):
        told["back_w"] = of_w * found.share
    if isinstance(found, Stepped):
        told |= {"left_w": of_w * found.power_ratio, "gain": found.db < 0, "size_db": abs(found.db)}
    names = (*found._fields, *(["left_w"] if isinstance(found, Stepped) else []))
    return {
        "sentence": say(tell(f"also.{kind}", **told)),
        "rows": [
            {
                "form": name,
                "name": say(tell(f"also.name.{name}", **told)),
                "text": say(tell(f"also.{name}", **told)),
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
