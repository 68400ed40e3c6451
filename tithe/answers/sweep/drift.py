"""What changed since a baseline."""

from __future__ import annotations

from tithe.answers import working_json
from tithe.answers.sweep import shapes as s
from tithe.answers.sweep import sweep_json
from tithe.answers.sweep.taken import TakenSweep
from tithe.core.sweep import compare
from tithe.core.working import workings_of_drift
from tithe.text import say


def drift(baseline: TakenSweep, kept: TakenSweep, shown: int | None, uncertainty: float) -> s.DriftAnswer:
    """What changed since the baseline, both at one joint (null: where each was taken)."""
    before = baseline.at_joint_of(kept, shown).sweep
    after = kept.at_joint_of(kept, shown).sweep
    change = compare(before, after, uncertainty)
    return {
        "baseline": baseline.title,
        "sentence": say(change.messages),
        "causes": [
            {"id": c.id, "sentence": say(c.messages), "strength": round(float(c.strength), 2)}
            for c in change.causes
        ],
        "dips": [
            {
                "before_mhz": pair.before.freq_hz / 1e6,
                "after_mhz": pair.after.freq_hz / 1e6,
                "before_swr": sweep_json.plain(pair.before.swr),
                "after_swr": sweep_json.plain(pair.after.swr),
            }
            for pair in change.dips
        ],
        "workings": working_json.several(workings_of_drift(change)),
    }
