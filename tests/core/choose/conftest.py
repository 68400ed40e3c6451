"""A small kit whose parts are known, and stations to choose for."""

import numpy as np
import pytest

from tithe.core import (
    AttenuatedLine,
    Band,
    Inline,
    Line,
    Ratings,
    Station,
    Transformer,
    Transmitter,
    Tuner,
    table,
)
from tithe.core.choose import Candidate, Kit, Site, candidates, cost, evaluate, question, rank, to_buy

PRICES = {
    "thin": 1.0, "good": 4.0, "open": 2.0, "choke": 40.0, "line-choke": 30.0, "room-tuner": 200.0,
    "wide-tuner": 210.0,
    "mast-tuner": 300.0, "radio-tuner": 0.0, "ratio-4": 50.0, "ratio-9": 50.0, "ratio-49": 60.0,
    "arrestor-passing": 30.0,
}  # fmt: skip
LINES = {
    "thin": AttenuatedLine(50, 0.66, 2.97, 0.0112, name="thin", low_band_factor=1.6),
    "good": AttenuatedLine(50, 0.85, 0.396, 0.0011, name="good"),
    "open": AttenuatedLine(535, 0.975, 0.0656, 0.0, name="open", balanced=True, wet_factor=4.0),
}
COOL = Ratings(max_heat_w=1e6)
BANDS = (Band("40 m", 7.0e6, 7.2e6), Band("20 m", 14.0e6, 14.35e6, 2.0))


def make_kit(loss=1.0, q=1.0, lines=LINES, owned=("choke",), owned_line="thin"):
    """``loss`` scales what parts lose, ``q`` the quality of the tuners."""
    tuner = Tuner("l", coil_q=200 * q, capacitor_q=1500 * q, c_min_f=1e-15, c_max_f=1e-6, l_max_h=1e-3)
    parts = {
        "choke": Transformer(1, 0.1 * loss, ratings=COOL),
        "line-choke": Inline(0.1 * loss),
        "room-tuner": tuner,
        "wide-tuner": tuner,
        "mast-tuner": tuner,
        "radio-tuner": tuner,
        "ratio-4": Transformer(4, 0.2 * loss, ratings=COOL),
        "ratio-9": Transformer(9, 0.3 * loss, ratings=COOL),
        "ratio-49": Transformer(49, 0.6 * loss, ratings=COOL),
        "arrestor-passing": Inline(0.05 * loss),
    }
    coax = {t: line for t, line in lines.items() if not line.balanced}
    open_lines = {t: line for t, line in lines.items() if line.balanced}
    return Kit(coax, open_lines, parts, indoor_coax=next(iter(coax)), owned=frozenset(owned),
               owned_line=owned_line, owned_line_m=200.0)  # fmt: skip


def make_station(z, run_m, line="thin", tuner=None, bands=BANDS, **transmitter):
    points = tuple((f, z.real, z.imag) for f in (6.9e6, 30e6))
    head = () if tuner is None else (tuner,)
    chain = (*head, Line(LINES[line], run_m, "run"), Transformer(1, 0.1, label="choke", ratings=COOL))
    return Station(Transmitter(**transmitter), chain, table(points), bands=bands)


def ranked(station, kit, site, wishes, within_db=1.0, budget=None):
    present = Candidate("present", kit.owned_line, (), present=True)
    chosen = (present, *candidates(site, kit, wishes))
    grid = evaluate(question(station), kit, chosen)
    costs = np.array([cost(to_buy(item, kit, PRICES)) for item in chosen])
    return rank(grid, costs, within_db, budget)


@pytest.fixture
def kit():
    return make_kit()


@pytest.fixture
def site():
    return Site(40.0, 6.0, 3.0)
