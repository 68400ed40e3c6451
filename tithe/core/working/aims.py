"""The workings of what kept sweeps lead to: the next cut, the next radials, how far a dip has moved."""

from __future__ import annotations

from tithe.core.sweep import Drift, Radials, TrimStep
from tithe.core.sweep.trim import Means, last_telling_step
from tithe.core.working import formulas as f
from tithe.core.working.single import single
from tithe.core.working.working import Step, Values, Working

Workings = dict[str, Working]


def workings_of_trim(
    steps: tuple[TrimStep, ...], last_hz: float, target_hz: float, wire_m: float | None, means: Means
) -> Workings:
    """Of the change advised for a dip at ``last_hz``, by rule (``change``) and by the last step
    (``learned``)."""
    values: Values = {"f_dip": last_hz, "f_target": target_hz}
    derivations: Workings = {}
    if means == "coil":
        share = (last_hz / target_hz) ** 2 - 1
        return {
            "change": single("trim-coil", "d_coil", values | {"d_coil": share}, Step(f.coil_change, "d_coil"))
        }
    if wire_m:
        change = wire_m * (last_hz / target_hz - 1)
        values = values | {"l_side": wire_m, "d_change": change}
        derivations["change"] = single("trim-wire", "d_change", values, Step(f.wire_change, "d_change"))
    if (step_told := last_telling_step(steps)) is not None:
        before_hz, after_hz, done_m = step_told
        moved = (after_hz - before_hz) / done_m
        values = {
            "f_dip": after_hz, "f_before": before_hz, "f_target": target_hz, "d_done": done_m,
            "v_moved": moved, "d_change": (target_hz - after_hz) / moved if moved else 0.0,
        }  # fmt: skip
        if moved < 0:
            by_step = (Step(f.moved_per_metre, "v_moved"), Step(f.learned_change, "d_change"))
            derivations["learned"] = single("trim-learned", "d_change", values, *by_step)
    return derivations


def workings_of_radials(radials: Radials) -> Workings:
    """Of what twice the count leaves and gains, by both shapes of the fall; nothing where that is not
    told."""
    if radials.next_count is None:
        return {}
    last = radials.readings[-1]
    out: Workings = {}
    for name, (power, rest, lost) in zip(("parted", "close"), radials.fits, strict=True):
        now, then = (rest + lost * n**-power for n in (last.count, radials.next_count))
        values: Values = {
            "n_last": float(last.count), "n_next": float(radials.next_count), "p_fall": power, "r_rest": rest,
            "a_fit": lost, "r_last": last.r_ohm, "r_next": last.r_ohm - (now - then),
        }  # fmt: skip
        values["a_gain"] = f.radials_gain(rest, lost, float(last.count), float(radials.next_count), power)
        steps = (Step(f.with_more_radials, "r_next"), Step(f.radials_gain, "a_gain"))
        out[name] = single(f"radials-{name}", "a_gain", values, *steps)
    return out


def workings_of_drift(drift: Drift) -> Workings:
    """Of how far each dip has moved: ``dips[0].moved_khz``."""
    out: Workings = {}
    for n, pair in enumerate(drift.dips):
        moved = pair.after.freq_hz - pair.before.freq_hz
        values: Values = {"f_high": pair.after.freq_hz, "f_low": pair.before.freq_hz, "f_moved": moved}
        step = Step(f.distance, "f_moved")
        out[f"dips[{n}].moved_khz"] = single("moved", "f_moved", values, step, scale=1e-3)
    return out
