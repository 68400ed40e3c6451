"""A tuner in its station as plain objects."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence

import numpy as np

from tithe.answers.tuner.shapes import (
    CureOut,
    HandsOut,
    MetOut,
    MoveOut,
    ReachOut,
    RetuningBand,
    RetuningOut,
    RouteOut,
    SpotOut,
    TunerBand,
    TunerBands,
)
from tithe.core.arrays import Real
from tithe.core.message import Message, tell
from tithe.core.parts.tuner.dial import Dial
from tithe.core.parts.tuner.part import Tuner
from tithe.core.tuner_use.at_bands import AtBand, Proposal
from tithe.core.tuner_use.hands import Move, Route
from tithe.core.tuner_use.reach import Met, Reach
from tithe.core.tuner_use.retune import Retuning, Spot
from tithe.text import say


def _each(values: Real, places: int = 4) -> list[float | None]:
    """Figures rounded; what has no bound is null."""
    return [round(float(v), places) if np.isfinite(v) else None for v in np.ravel(values)]


def _gamma(values: Real) -> list[float]:
    return [round(float(v), 5) for v in values]


def reached(reach: Reach, freq_hz: float, power_w: float) -> ReachOut:
    """The disc, cell by cell."""
    met = reach.met
    loss = np.where(met.matched, met.loss_db, np.inf)
    return {
        "mhz": freq_hz / 1e6,
        "cell": reach.cell,
        "re": _gamma(reach.gamma.real),
        "im": _gamma(reach.gamma.imag),
        "loss_db": _each(loss, 3),
        "limit_w": _each(np.where(met.matched, met.limit_w, np.inf), 1),
        "sentence": say(_reach_messages(met, freq_hz, power_w)),
    }


def _reach_messages(met: Met, freq_hz: float, power_w: float) -> list[Message]:
    if not met.matched.any():
        return [tell("reach.nothing", freq_hz=freq_hz)]
    loss = np.quantile(met.loss_db[met.matched], [0.0, 0.5, 1.0])
    share = float(np.mean(met.matched))
    said = [
        tell("reach.most" if share < 1 else "reach.all", freq_hz=freq_hz, share=share),
        tell("reach.loses", least=float(loss[0]), half=float(loss[1]), most=float(loss[2])),
    ]
    weak = float(np.mean(met.limit_w[met.matched] < power_w))
    if weak > 0:
        said.append(tell("reach.weak", share=weak, power_w=power_w))
    return said


def _met(met: Met) -> MetOut:
    if not met.matched:
        return {"loss_db": None, "efficiency": None, "limit_w": None}
    loss, limit = float(met.loss_db), float(met.limit_w)
    return {
        "loss_db": loss,
        "efficiency": float(10 ** (-loss / 10)),
        "limit_w": limit if np.isfinite(limit) else None,
    }


def bands(at_bands: Sequence[AtBand], run_at: int | None, power_w: float, planned: bool) -> TunerBands:
    """Every band that is known; ``planned``: by an antenna that is an estimate, taken as it is typed."""
    return {
        "run_at": run_at,
        "bands": [_band(at_band) for at_band in at_bands],
        "sentence": say(
            [*_band_messages(at_bands, power_w), *([tell("tuner.as-planned")] if planned else [])]
        ),
    }


def _band(at_band: AtBand) -> TunerBand:
    return {
        "name": at_band.band.name,
        "mhz": at_band.band.middle_hz / 1e6,
        "re": _gamma(at_band.gamma.real),
        "im": _gamma(at_band.gamma.imag),
        "matched": bool(at_band.real.matched),
        "real": _met(at_band.real),
        "flat": _met(at_band.flat),
        "lack": say(at_band.shortfall.message) if at_band.shortfall else "",
        "cures": [_proposal(proposal) for proposal in at_band.proposals],
    }


def _proposal(proposal: Proposal) -> CureOut:
    text = say(_proposed(proposal))
    return {
        "way": proposal.way,
        "value": proposal.value,
        "network": proposal.network,
        "radiated_w": proposal.radiated_w,
        "text": text,
    }


def _proposed(proposal: Proposal) -> Message:
    if proposal.way == "ratio":
        step = "step-up" if proposal.value > 1 else "step-down"
        return tell(f"proposal.{step}", watts=proposal.radiated_w)
    if proposal.way == "network":
        return tell(f"proposal.{proposal.network}", watts=proposal.radiated_w)
    return tell("proposal.length", length_m=proposal.value, watts=proposal.radiated_w)


def _band_messages(at_bands: Sequence[AtBand], power_w: float) -> list[Message]:
    if not at_bands:
        return [tell("tuner.no-bands")]
    out = [at_band.band.name for at_band in at_bands if not at_band.real.matched]
    inside = [at_band for at_band in at_bands if at_band.real.matched]
    said = [tell("tuner.out", bands=out)] if out else [tell("tuner.inside", count=len(at_bands))]
    if inside:
        worst = max(inside, key=lambda at_band: float(at_band.real.loss_db))
        real, flat = float(worst.real.loss_db), float(worst.flat.loss_db)
        said.append(tell("tuner.worst", band=worst.band.name, real=real, flat=flat))
        weak = [at_band.band.name for at_band in inside if at_band.real.limit_w < power_w]
        if weak:
            said.append(tell("tuner.weak", bands=weak, power_w=power_w))
    return said


def hands(
    tuner: Tuner,
    freq_hz: float,
    meter: Route,
    by_dials: Route | None,
    dials: Mapping[str, Dial],
    least_db: float | None,
) -> HandsOut:
    """The order of moves; ``least_db``: what the best match loses (None: there is none)."""
    from_half = isinstance(tuner.setting, str)
    coil_taps = any(dial.taps for name, dial in dials.items() if name.startswith("l"))
    said = [tell("hands.from-half" if from_half else "hands.from-here")]
    if least_db is not None and meter.loss_db > least_db + 0.1:
        said.append(tell("hands.more-capacitance", here=meter.loss_db, least=least_db))
    if tuner.network == "t-highpass":  # elsewhere no capacitor stands in series towards the antenna
        said.append(tell("hands.why"))
    return {
        "mhz": freq_hz / 1e6,
        "meter": _route(meter, dials, "hands.by-meter"),
        "dials": _route(by_dials, dials, "hands.by-dials") if by_dials else None,
        "cautions": [say(tell("hands.taps" if coil_taps else "hands.roller")), say(tell("hands.low-power"))],
        "sentence": say(said),
    }


def _route(route: Route, dials: Mapping[str, Dial], begin: str) -> RouteOut:
    ends = route.moves[-1].swr if route.moves else route.start_swr
    reached = "hands.there" if ends <= 1.5 else "hands.not-there"
    said = [tell(begin, count=len(route.moves)), tell(reached, swr=ends, loss_db=route.loss_db)]
    return {
        "start_swr": _bound(route.start_swr),
        "moves": [_move(move, dials) for move in route.moves],
        "loss_db": route.loss_db,
        "sentence": say(said),
    }


def _bound(ratio: float) -> float | None:
    return ratio if np.isfinite(ratio) else None


def _number(knob: str, value: float, dials: Mapping[str, Dial]) -> float | None:
    dial = dials.get(knob)
    if dial is None or not dial.known:
        return None
    number = float(dial.number(value))
    return number if np.isfinite(number) else None


def _knob(name: str) -> Message:
    """A knob as it is called in a sentence."""
    return tell(f"knob.{name}")


def _stands(share: float, number: float | None) -> Message:
    if number is not None:
        return tell("move.number", number=number)
    if 0.005 < share < 0.995:
        return tell("move.stands", share=share)
    return tell("move.full" if share > 0.5 else "move.least")


def _move(move: Move, dials: Mapping[str, Dial]) -> MoveOut:
    number = _number(move.knob, move.value, dials)
    move_out = {"knob": _knob(move.knob), "to": _stands(move.share, number)}
    message = tell("move.turn", **move_out)
    if move.follows:
        after = _number(move.follows, move.follows_value, dials)
        ends = _stands(move.follows_share, after)
        message = tell("move.together", follows=_knob(move.follows), ends=ends, **move_out)
    return {
        "knob": move.knob,
        "share": move.share,
        "number": number,
        "swr": _bound(move.swr),
        "text": say(message),
    }


def retuning(results: Sequence[Retuning], limits: Iterable[float]) -> RetuningOut:
    """Every band that is known."""
    return {
        "limits": list(limits),
        "bands": [_retuned(result) for result in results],
        "sentence": say(_retuning_messages(results)),
    }


def _retuned(retuning: Retuning) -> RetuningBand:
    return {
        "name": retuning.band.name,
        "mhz": [round(float(f) / 1e6, 6) for f in retuning.freq_hz],
        "spots": [_spot(spot) for spot in retuning.spots],
        "bare": _each(retuning.bare, 3),
        "bare_within": [_mhz(ends) for ends in retuning.bare_within],
        "covers": list(retuning.covers),
        "sentence": say(_covered(retuning)),
    }


def _mhz(ends: tuple[float, float] | None) -> list[float] | None:
    return None if ends is None else [end / 1e6 for end in ends]


def _spot(spot: Spot) -> SpotOut:
    return {
        "mhz": spot.freq_hz / 1e6,
        "preset": spot.preset,
        "swr": _each(spot.swr, 3),
        "within": [_mhz(ends) for ends in spot.within],
    }


def _covered(retuning: Retuning) -> Message:
    count = retuning.covers[1]
    if count is None:
        return tell("retune.never", limit=retuning.limits[1])
    return tell("retune.covers", count=count, limit=retuning.limits[1])


def _retuning_messages(results: Sequence[Retuning]) -> list[Message]:
    if not results:
        return [tell("tuner.no-bands")]
    many = [result for result in results if (result.covers[1] or 1) > 1]
    if not many:
        return [tell("retune.one-each")]
    most = max(many, key=lambda result: result.covers[1] or 0)
    return [tell("retune.most", band=most.band.name, count=most.covers[1], limit=most.limits[1])]
