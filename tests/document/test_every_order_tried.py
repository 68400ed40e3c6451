"""Choose against every sensible order of the shelf's parts, written down apart from it, solved one by one."""

from itertools import product

import numpy as np
import pytest

from tithe.answers.choose import choose_json
from tithe.core import solve
from tithe.core.bearable import bearable_share
from tithe.core.choose import evaluate, question
from tithe.document import choice, shelf
from tithe.document.station_file import validate

COAX, OPEN = ("rg-58", "rg-213", "hard-12"), ("window-450", "open-600")
BANDS = [("80 m", 3.5, 3.8), ("40 m", 7.0, 7.2), ("20 m", 14.0, 14.35)]
RUN_M, INDOOR_M, LEAD_M = 24.0, 5.0, 4.0
PARTS = {part.slug: part.part.model_dump(exclude_none=True) for part in shelf.parts()}
IN_ROOM: tuple[list[str], ...] = ([], ["own-3"], ["t-wide"])
TOPS = ("choke-1", "ratio-4", "ratio-9", "ratio-49")


def orders():
    """Slugs of parts, and lines as (slug, m)."""
    for coax, tuner, top in product(COAX, IN_ROOM, TOPS):
        yield [*tuner, (coax, RUN_M), top]
    for coax, top in product(COAX, TOPS):
        yield [(coax, RUN_M - LEAD_M), "relay-mast", (coax, LEAD_M), top]
        yield [(coax, RUN_M), *(["choke-1", "relay-mast"] if top == "choke-1" else ["relay-mast", top])]
    for line in OPEN:
        yield ["line-choke", "t-wide", (line, RUN_M)]
        yield ["own-3", "line-choke", (line, RUN_M)]
        outside = (line, RUN_M - INDOOR_M)
        yield [("rg-213", INDOOR_M), "line-choke", "relay-mast", outside]
        for tuner in IN_ROOM:
            yield [*tuner, ("rg-213", INDOOR_M), "ratio-4", outside]


def as_written(order):
    return [
        PARTS[n] if isinstance(n, str) else {"kind": "line", "line": n[0], "length_m": n[1]} for n in order
    ]


def drawn(seed):
    """A random antenna's station: from a few ohms to some thousands, as reactive as it comes."""
    rng = np.random.default_rng(seed)
    r = np.exp(rng.uniform(np.log(8), np.log(4000), len(BANDS)))
    x = rng.uniform(-1.5, 1.5, len(BANDS)) * r
    points = [
        [f, round(a, 3), round(b, 3)] for (_, *edges), a, b in zip(BANDS, r, x, strict=True) for f in edges
    ]
    return {
        "format": "tithe-station", "version": 1, "name": "a field",
        "transmitter": {"power_w": 100, "foldback": "folds-from-2"},
        "chain": [{"kind": "line", "line": "rg-213", "length_m": RUN_M}],
        "antenna": {"kind": "table", "points": points},
        "bands": [{"name": name, "low_mhz": low, "high_mhz": high} for name, low, high in BANDS],
        "choice": {"indoor_m": INDOOR_M, "lead_m": LEAD_M,
                   "lines_off": [slug for slug in shelf.lines() if slug not in (*COAX, *OPEN)]},
    }  # fmt: skip


@pytest.mark.parametrize("seed", range(10))
def test_nothing_on_the_shelf_in_any_sensible_order_betters_the_best(seed):
    document = drawn(seed)
    station = validate(document).to_core()
    request = question(station)

    def borne_w(order):
        chain = as_written(order)
        budget = solve(validate(document | {"chain": chain}).to_core(), request.freq_hz)
        return float(np.mean(budget.sky_w * bearable_share(budget)))

    most_w, order = max((borne_w(order), order) for order in map(tuple, orders()))
    wanted = choice.read(validate(document))
    grid = evaluate(request, wanted.kit, wanted.all_candidates())
    result = choose_json.ranked(wanted, grid)
    best_w = grid.score_w[result.best]
    assert 10 * np.log10(most_w / best_w) < 0.05, (order, most_w, grid.candidates[result.best].id, best_w)
