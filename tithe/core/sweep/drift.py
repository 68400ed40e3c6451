"""What changed since the baseline, with likely causes in order and the figures that speak for each.

Both sweeps are laid on the same frequencies. Four marks are taken: how far the dips moved (as a share of
their frequency), how |Γ| changed where the antenna reflects (|Γ| above one half before), how |Γ| changed
anywhere, and how the impedance at the dips changed. Each mark is counted in units of the instrument's
uncertainty; a cause is named where its marks stand clear of it, and the one whose marks stand furthest comes
first.

Cable loss shows because what comes back has passed it twice: where the antenna reflects, the return loss
grows by twice the added loss, more at higher frequencies. Source: derived from |Γ_in| = |Γ|·10^(−loss/10).
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Real
from tithe.core.errors import require, require_positive
from tithe.core.message import Messages, tell
from tithe.core.parts.line import SPEED_OF_LIGHT
from tithe.core.reflection import rho_of_swr
from tithe.core.sweep.features import Dip, features
from tithe.core.sweep.sweep import Sweep

_PAIRED_WITHIN = 0.15
_REFLECTS = 0.5
_AT_THE_DIP = 0.005  # share of the frequency within which a resonance lies at the dip
_MOVED = 0.0015  # share of the frequency below which a dip has not moved


@dataclass(frozen=True)
class Cause:
    """A likely cause: a stable id, its figures to be told, and how far it stands clear of uncertainty."""

    id: str
    messages: Messages
    strength: float


@dataclass(frozen=True)
class PairedDip:
    """A dip of the baseline and the same one now."""

    before: Dip
    after: Dip

    @property
    def moved(self) -> float:
        """Share of its frequency by which it moved up."""
        return self.after.freq_hz / self.before.freq_hz - 1


@dataclass(frozen=True)
class Drift:
    """The causes, likeliest first (none: nothing has changed), what is told of all, and the paired dips."""

    causes: tuple[Cause, ...]
    messages: Messages
    dips: tuple[PairedDip, ...]


def compare(before: Sweep, after: Sweep, uncertainty: float = 0.02) -> Drift:
    """A later sweep against the baseline, taken at the same plane; ``uncertainty`` is that of |Γ|."""
    require_positive("uncertainty", uncertainty)
    low = max(before.range_hz[0], after.range_hz[0])
    high = min(before.range_hz[1], after.range_hz[1])
    require(high > low, "sweep", "nothing-in-common")
    grid = np.unique(np.clip(np.concatenate((before.freq_hz, after.freq_hz)), low, high))
    old, new = before.at(grid), after.at(grid)
    pairs = _pairs(features(old).dips, features(new).dips)
    causes = [
        *_moved(pairs),
        *_lossy(old, new, uncertainty),
        *_broken(old, new, pairs, uncertainty),
        *_turned(old, new, pairs, uncertainty),
    ]
    if not any(cause.id in ("cable-loss", "connection") for cause in causes):
        causes += _resistance(pairs, uncertainty)  # those change the lowest SWR by themselves
    causes.sort(key=lambda cause: -cause.strength)
    if not causes:
        apart = float(np.median(np.abs(new.rho - old.rho)))
        return Drift((), (tell("drift.nothing", rho=apart),), pairs)
    return Drift(tuple(causes), causes[0].messages, pairs)


def _pairs(before: tuple[Dip, ...], after: tuple[Dip, ...]) -> tuple[PairedDip, ...]:
    pairs = []
    for dip in before:
        near = min(after, key=lambda later: abs(later.freq_hz - dip.freq_hz), default=None)
        if near is not None and abs(near.freq_hz / dip.freq_hz - 1) < _PAIRED_WITHIN:
            pairs.append(PairedDip(dip, near))
    return tuple(sorted(pairs, key=lambda pair: pair.before.freq_hz))


def _moved(pairs: tuple[PairedDip, ...]) -> list[Cause]:
    if not pairs:
        return []
    moved = float(np.median([pair.moved for pair in pairs]))
    if abs(moved) < _MOVED or any(pair.moved * moved < 0 and abs(pair.moved) > _MOVED for pair in pairs):
        return []
    first, cause = pairs[0], "longer" if moved < 0 else "shorter"
    lead = tell(
        "drift.moved",
        dips=len(pairs),
        up=moved > 0,
        share=abs(moved),
        before_hz=first.before.freq_hz,
        after_hz=first.after.freq_hz,
    )
    return [Cause(cause, (tell(f"drift.{cause}", lead=lead),), abs(moved) / _MOVED)]


def _lossy(old: Sweep, new: Sweep, uncertainty: float) -> list[Cause]:
    reflects = old.rho > _REFLECTS
    if reflects.sum() < 3:
        return []
    extra = -10 * np.log10(np.maximum(new.rho[reflects], 1e-3) / old.rho[reflects])  # one way
    typical, f = float(np.median(extra)), old.freq_hz[reflects]
    least = 10 * np.log10(1 + uncertainty / float(np.median(old.rho[reflects])))
    smoother = float(np.mean(new.rho[reflects] < old.rho[reflects]))
    if typical < 2 * least or smoother < 0.9:
        return []
    half = len(f) // 2
    rising = float(np.median(extra[half:])) > float(np.median(extra[:half]))
    messages = [tell("drift.cable-loss", share=smoother, extra_db=typical)]
    if rising:
        messages.append(tell("drift.rises"))
    return [Cause("cable-loss", tuple(messages), typical / least)]


def _broken(old: Sweep, new: Sweep, pairs: tuple[PairedDip, ...], uncertainty: float) -> list[Cause]:
    rise = new.rho - old.rho
    up = float(np.mean(rise > 2 * uncertainty))
    gone = len(features(old).dips) > 0 and not pairs
    matched = old.rho < _REFLECTS
    if up < 0.7 and not (gone and matched.any() and float(np.median(rise[matched])) > 2 * uncertainty):
        return []
    was, now = float(np.median(old.swr)), float(np.median(new.swr))
    messages = [
        tell("drift.connection-no-dips" if gone else "drift.connection", share=up, before=was, after=now)
    ]
    return [
        Cause(
            "connection",
            (*messages, *_end_of(new), tell("drift.joints-first")),
            float(np.median(rise)) / uncertainty + (10 if gone else 0),
        )
    ]


def _end_of(new: Sweep) -> Messages:
    if new.gamma is None:
        return ()
    r = float(new.gamma[0].real)
    if abs(r) < _REFLECTS:
        return ()
    return (tell("drift.open" if r > 0 else "drift.short", freq_hz=float(new.freq_hz[0])),)


def _resistance(pairs: tuple[PairedDip, ...], uncertainty: float) -> list[Cause]:
    """The lowest SWR is another one at the same frequency: the resistance has changed."""
    messages = []
    for pair in pairs:
        step = abs(float(rho_of_swr(pair.after.swr) - rho_of_swr(pair.before.swr)))
        if step < 2 * uncertainty:
            continue
        a, b = pair.before.resonance, pair.after.resonance
        swrs = {"freq_hz": pair.after.freq_hz, "before": pair.before.swr, "after": pair.after.swr}
        message = tell("drift.resistance", **swrs)
        if a is not None and b is not None and max(map(_apart, (pair.before, pair.after))) < _AT_THE_DIP:
            message = tell("drift.resistance-ohms", **swrs, before_ohm=a.r_ohm, after_ohm=b.r_ohm)
        messages.append(Cause("resistance", (message,), step / uncertainty / 2))
    return sorted(messages, key=lambda cause: -cause.strength)[:1]


def _apart(dip: Dip) -> float:
    return abs(dip.apart_hz or 0.0) / dip.freq_hz


def _turned(old: Sweep, new: Sweep, pairs: tuple[PairedDip, ...], uncertainty: float) -> list[Cause]:
    """|Γ| as it was, its phase not: another length of line between."""
    if old.gamma is None or new.gamma is None or float(np.median(np.abs(new.rho - old.rho))) > uncertainty:
        return []
    strong = old.rho > 0.2
    if strong.sum() < 8 or any(abs(pair.moved) > _MOVED for pair in pairs):
        return []
    turn = np.unwrap(np.angle(new.gamma[strong] / old.gamma[strong]))
    f: Real = old.freq_hz[strong]
    slope = np.polyfit(f, turn, 1)[0]
    if abs(slope) * (f[-1] - f[0]) < 0.15:
        return []
    metres = -slope * SPEED_OF_LIGHT / (4 * np.pi)
    message = tell("drift.other-plane", length_m=abs(float(metres)), added=bool(metres > 0))
    return [Cause("other-plane", (message,), abs(float(slope)) * float(f[-1] - f[0]) / 0.15)]
