"""Moving the plane of a sweep: taken at one joint of the run, shown at another, through the known parts.

Joints are counted from the radio: 0 before the first part, n after the n-th. Towards the antenna the parts
are taken away with the inverse chain matrix, towards the radio they are put back with the matrix itself.
Tuners that set themselves are taken to be out of line, as one measures; one set by hand counts with its
setting.

Where taking a part away leaves |Γ| above 1 by more than an instrument's error can, the sweep cannot have come
through that part as it is described: its loss or its length does not agree. Without phase only plain lines
and in-line parts can be moved through, by |Γ| ↔ |Γ|·10^(matched/10).
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.errors import InputError, require
from tithe.core.message import Messages, tell
from tithe.core.parts.part import Part
from tithe.core.reflection import reflection
from tithe.core.sweep.noise import noise_at
from tithe.core.sweep.sweep import REFERENCE_OHM, Sweep, with_phase
from tithe.core.twoport import Port, TwoPort, through

MEASURED_WITHIN = 0.01
"""What an instrument in order errs by in |Γ|, beside its noise."""
_NUDGE = 1e-6


@dataclass(frozen=True)
class Moved:
    """A sweep at another joint, the matched loss between (dB, positive), what was left out of line, and
    why the result cannot be (nothing where it can)."""

    sweep: Sweep
    between_db: Real
    out_of_line: tuple[str, ...]
    contradiction: Messages


def two_port_of(parts: Iterable[Part], freq_hz: Real) -> tuple[TwoPort, Real, tuple[str, ...]]:
    """Chain matrix, matched loss (dB) and the names of tuners left out."""
    run, lost, left_out = through(freq_hz), np.zeros(np.shape(freq_hz)), []
    for part in parts:
        if part.bypassed:
            continue
        two_port = part.two_port(freq_hz)
        if part.tuner and not part.tuner.finds_match:
            load = Port(np.full(np.shape(freq_hz), 50 + 0j), np.ones(np.shape(freq_hz), dtype=np.complex128))
            two_port = part.tuner.tune(freq_hz, load, REFERENCE_OHM).two_port
        if two_port is None:
            left_out.append(part.label)
            continue
        run = run @ two_port
        lost = lost + part.matched_db(freq_hz)
    return run, lost, tuple(left_out)


def require_plane(place: str, joint: int, parts: int) -> None:
    """Demand a reference plane of a run: 0 at the radio, behind the n-th part n."""
    require(0 <= joint <= parts, place, "no-plane", joint, most=parts)


def move(sweep: Sweep, chain: tuple[Part, ...], taken: int, shown: int) -> Moved:
    """The sweep taken at joint ``taken`` as it would be at joint ``shown``."""
    for place, joint in (("taken", taken), ("shown", shown)):
        require_plane(place, joint, len(chain))
    between = chain[min(taken, shown) : max(taken, shown)]
    run, lost, left_out = two_port_of(between, sweep.freq_hz)
    outward = shown > taken
    if sweep.gamma is None:
        moved = _without_phase(sweep, between, lost if outward else -lost)
    else:
        through_run = run.output if outward else run.input
        gamma = _seen(through_run, sweep.gamma)
        # Γ there is an analytic function of Γ here: it stretches by the same, whatever the direction.
        stretch = np.abs(_seen(through_run, sweep.gamma + _NUDGE) - gamma) / _NUDGE
        moved = with_phase(sweep.freq_hz, gamma, noise_at(sweep) * stretch)
    return Moved(moved, np.asarray(lost), left_out, _contradiction(sweep, moved, between))


def _seen(through_run: Callable[[Port], Port], gamma: Complex) -> Complex:
    port = through_run(Port(1 + gamma, (1 - gamma) / REFERENCE_OHM))
    return reflection(port.v, port.i, REFERENCE_OHM)


def _without_phase(sweep: Sweep, between: tuple[Part, ...], gain_db: Real) -> Sweep:
    for part in between:
        if not part.bypassed and part.impedance_ratio != 1:
            raise InputError("shown", "not-through", part=part.label)
    gain = 10 ** (gain_db / 10)
    return Sweep(sweep.freq_hz, np.asarray(sweep.rho * gain), noise=np.asarray(noise_at(sweep) * gain))


def _contradiction(before: Sweep, after: Sweep, between: tuple[Part, ...]) -> Messages:
    # What the instrument may have erred by has grown on the way as |Γ| has.
    erred = (MEASURED_WITHIN + 6 * noise_at(before)) * after.rho / np.maximum(before.rho, 1e-9)
    over = (after.rho > 1 + erred) & (after.rho > before.rho * (1 + 1e-9))
    if not over.any():
        return ()
    k = int(np.argmax(np.where(over, after.rho, 0.0)))
    names = [part.label for part in between if not part.bypassed]
    rho, freq_hz = float(after.rho[k]), float(after.freq_hz[k])
    return (tell("sweep.contradiction", parts=names, freq_hz=freq_hz, rho=rho),)
