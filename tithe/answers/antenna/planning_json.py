"""What a planned antenna does in its station, as plain objects."""

from __future__ import annotations

import numpy as np

from tithe.answers.antenna.planning_shapes import (
    ChangeOut,
    FieldChanged,
    FitOut,
    FitPoint,
    MatchedWidth,
    MovedOut,
    OutcomeOut,
    PairsOut,
    WhatIfOut,
    WidthOnBand,
    WidthsOut,
)
from tithe.core.antenna.sampled import INTERPOLATION_OHM
from tithe.core.cost import Pause, go_on
from tithe.core.message import Message, tell
from tithe.core.planning.fit import AGREES, Fit, Moved
from tithe.core.planning.pairs import Pairs
from tithe.core.planning.what_if import Change, Outcome, WhatIf
from tithe.core.planning.width import Width, widths
from tithe.core.reflection import swr
from tithe.core.station import Band, counted_bands
from tithe.core.wires.estimate import Plan
from tithe.text import say

_IN_THE_FILE = {"radial_count": "radials"}
"""What the file calls otherwise than the core."""
_OPEN = 1e-9
_FEWER_W = 0.5
"""What is gained below this is told as nothing."""


def what_if(result: WhatIf, power_w: float) -> WhatIfOut:
    """Each change beside what is now."""
    return {
        "bands": [band.name for band in result.bands],
        "power_w": power_w,
        "now": _outcome(result.now),
        "changes": [_change(change, outcome) for change, outcome in result.changes],
        "sentence": say(_what_if_messages(result, power_w)),
    }


def _outcome(outcome: Outcome) -> OutcomeOut:
    return {
        "sky_w": outcome.sky_w.tolist(),
        "bears_w": [power if np.isfinite(power) else None for power in outcome.bears_w.tolist()],
    }


def _change(change: Change, outcome: Outcome) -> ChangeOut:
    fields: list[FieldChanged] = [
        {"place": _IN_THE_FILE.get(name, name), "value": list(value) if isinstance(value, tuple) else value}
        for name, value in change.fields.items()
    ]
    return {"text": say(change.message), "fields": fields, "outcome": _outcome(outcome)}


def _what_if_messages(what_if: WhatIf, power_w: float) -> tuple[Message, ...]:
    if not what_if.changes:
        return (tell("what-if.nothing"),)
    helps = [(change, outcome) for change, outcome in what_if.changes if _gains(what_if, outcome)]
    said = [tell("what-if.no-gain")]
    if helps:
        change, outcome = helps[0]
        gained = outcome.sky_w - what_if.now.sky_w
        best, worst = int(np.argmax(gained)), int(np.argmin(gained))
        more = {"now_w": float(what_if.now.sky_w[best]), "then_w": float(outcome.sky_w[best])}
        said = [tell("what-if.best", change=change.message, band=what_if.bands[best].name, **more)]
        if gained[worst] < -_FEWER_W:
            less = {"now_w": float(what_if.now.sky_w[worst]), "then_w": float(outcome.sky_w[worst])}
            said.append(tell("what-if.but", band=what_if.bands[worst].name, **less))
        said.append(_weakest(what_if, outcome))
    gives_up = what_if.now.bears_w < power_w
    for tried_change, then in what_if.changes:
        mended = gives_up & (then.bears_w >= power_w)
        if mended.any():
            names = [band.name for band, fine in zip(what_if.bands, mended, strict=True) if fine]
            said.append(tell("what-if.bears", change=tried_change.message, bands=names))
            break
    return tuple(said)


def _gains(what_if: WhatIf, outcome: Outcome) -> bool:
    """Whether a change puts more on the air on some band, and on all of them together."""
    gained = outcome.sky_w - what_if.now.sky_w
    return bool(gained.max() >= _FEWER_W and gained.sum() >= _FEWER_W)


def _weakest(what_if: WhatIf, outcome: Outcome) -> Message:
    """What the weakest of the bands that count would have, and what the tuner bears there."""
    counted = counted_bands(what_if.bands)
    n = int(counted[np.argmin(outcome.sky_w[counted])])
    watts = {"now_w": float(what_if.now.sky_w[counted].min()), "then_w": float(outcome.sky_w[n])}
    bears_w = float(outcome.bears_w[n])
    borne = tell("what-if.borne", bears_w=bears_w) if np.isfinite(bears_w) else tell("what-if.no-limit")
    return tell("what-if.weakest", band=what_if.bands[n].name, borne=borne, **watts)


def on_bands(plan: Plan, bands: tuple[Band, ...], pause: Pause = go_on) -> WidthsOut:
    """Matched at the middle of each band, how far one may move."""
    rows = []
    for band in bands:
        pause()
        rows.append((band, *widths(plan, band.middle_hz)))
    out: list[WidthOnBand] = [
        {
            "name": band.name,
            "mhz": band.middle_hz / 1e6,
            "own": _width(own),
            "full_size": None if full is None else _width(full),
        }
        for band, own, full in rows
    ]
    return {"bands": out, "sentence": say(_width_messages(rows))}


def _width(width: Width) -> MatchedWidth:
    return {
        "q": width.q,
        "at_2": (_mhz(width.at_2[0]), _mhz(width.at_2[1])),
        "at_3": (_mhz(width.at_3[0]), _mhz(width.at_3[1])),
        "efficiency": width.efficiency,
    }


def _mhz(freq_hz: float | None) -> float | None:
    return None if freq_hz is None else freq_hz / 1e6


def _width_messages(rows: list[tuple[Band, Width, Width | None]]) -> tuple[Message, ...]:
    """On which bands it must be retuned, and where that is narrowest."""
    within = [
        (own.at_2[0] or 0) <= band.low_hz and band.high_hz <= (own.at_2[1] or np.inf) for band, own, _ in rows
    ]
    narrow = [row for row, whole in zip(rows, within, strict=True) if not whole]
    if not narrow:
        return (tell("width.whole"),)

    def span(width: Width) -> float:
        low, high = width.at_2
        return np.inf if low is None or high is None else high - low

    band, own, full = min(narrow, key=lambda row: span(row[1]))
    names = [row[0].name for row in narrow]
    said = [tell("width.narrow", bands=names)]
    if np.isfinite(span(own)):
        said.append(tell("width.narrowest", band=band.name, wide_hz=span(own), q=own.q))
        if full is not None and np.isfinite(span(full)) and span(full) > 1.2 * span(own):
            said.append(tell("width.full-size", wide_hz=span(full)))
    return tuple(said)


def fitted(fit: Fit) -> FitOut:
    """An estimate and a measurement, point by point, and what lies between them."""
    points: list[FitPoint] = [
        {
            "mhz": float(f) / 1e6,
            "measured": _seen(fit.measured[k]),
            "estimated": _seen(fit.estimated[k]),
            "fitted": _seen(fit.fitted[k]),
        }
        for k, f in enumerate(fit.freq_hz)
    ]
    return {
        "points": points,
        "before": fit.before,
        "after": fit.after,
        "moved": _moved(fit.moved),
        "pinned": list(fit.pinned),
        "odd": None if fit.odd is None else _moved(fit.odd),
        "sentence": say(_fit_messages(fit)),
    }


def _seen(gamma: complex) -> list[float | None]:
    rho = min(abs(gamma), 1.0)
    ratio = float(swr(np.array(rho)))
    z = INTERPOLATION_OHM * (1 + gamma) / (1 - gamma) if abs(1 - gamma) > _OPEN else complex(np.inf, np.inf)
    return [figure if np.isfinite(figure) else None for figure in (z.real, z.imag, ratio)]


def _moved(moved: Moved) -> MovedOut:
    return {
        "length": moved.length,
        "height": moved.height,
        "soil": moved.soil,
        "series_ohm": moved.series_ohm,
    }


def _fit_messages(fit: Fit) -> tuple[Message, ...]:
    if fit.before <= AGREES:
        return (tell("fit.agrees", off=fit.before),)
    said = [tell("fit.off", off=fit.before), tell("fit.moved", changes=_changes(fit.moved))]
    if fit.after <= AGREES:
        said.append(tell("fit.then-agrees", off=fit.after))
        return tuple(said)
    said.append(tell("fit.left", off=fit.after, freq_hz=fit.worst_hz))
    if fit.odd is None:
        said.append(tell("fit.unexplained"))
        return tuple(said)
    by = fit.odd.length - 1
    odd = []
    if abs(by) > 0.02:
        odd.append(tell("fit.shorter" if by < 0 else "fit.longer", share=abs(by)))
    if fit.odd.series_ohm > 2:
        odd.append(tell("fit.series", ohm=fit.odd.series_ohm))
    said.append(tell("fit.odd", changes=odd) if odd else tell("fit.unexplained"))
    return tuple(said)


def _changes(moved: Moved) -> list[Message]:
    out = [tell("fit.length", factor=moved.length)]
    if moved.height is not None:
        out.append(tell("fit.height", factor=moved.height))
    if moved.soil is not None:
        out.append(tell("fit.wetter" if moved.soil > 0 else "fit.drier", classes=abs(moved.soil)))
    return out


def paired(pairs: Pairs, line_at: int) -> PairsOut:
    """What each pair of lengths gives, and in a sentence which gives most."""
    n, k = pairs.best
    wire, line = float(pairs.wire_m[n]), float(pairs.line_m[k])
    weakest = pairs.weakest_band(n, k)
    said = [
        tell(
            "pairs.most", wire_m=wire, line_m=line, band=pairs.bands[weakest].name,
            sky_w=float(pairs.sky_w[n, k, weakest]), bears_w=float(pairs.bears_w[n, k, weakest]),
        )
    ]  # fmt: skip
    reached = pairs.reached[n, k]
    if reached.all():
        said.append(tell("pairs.all"))
    else:
        missing = [band.name for band, ok in zip(pairs.bands, reached, strict=True) if not ok]
        said.append(tell("pairs.missing", count=int(reached.sum()), of=len(pairs.bands), missing=missing))
    watts = pairs.bears_w[n, k].tolist()
    held = [
        tell("lengths.borne", band=pairs.bands[b].name, bears_w=watts[b])
        for b in np.flatnonzero(reached & ~pairs.suits[n, k])
    ]
    if held:
        said.append(tell("pairs.not-borne", power_w=pairs.power_w, bands=held))
    steps = int(pairs.room[n, k]) - 1
    if steps > 0:
        spare = {
            "wire_spare_m": steps * float(pairs.wire_m[1] - pairs.wire_m[0]),
            "line_spare_m": steps * float(pairs.line_m[1] - pairs.line_m[0]),
        }
        said.append(tell("pairs.room", **spare))
    else:
        said.append(tell("pairs.no-room"))
    return {
        "field": pairs.field,
        "bands": [band.name for band in pairs.bands],
        "wire_m": pairs.wire_m.tolist(),
        "line_m": pairs.line_m.tolist(),
        "count": pairs.count.astype(int).tolist(),
        "weakest_w": pairs.weakest_w.tolist(),
        "bears_w": pairs.least_borne_w.tolist(),
        "power_w": pairs.power_w,
        "best_wire_m": wire,
        "best_line_m": line,
        "line_at": line_at,
        "sentence": say(said),
    }
