"""The catalogue: every caution, in the order in which they are shown. A new one is an entry here and its
words in `tithe.text.cautions`."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from tithe.core.antenna import PlannedAntenna
from tithe.core.budget import Stage
from tithe.core.cautions.registry import Finding, Scene, caution, finding
from tithe.core.parts.line import LineDetails
from tithe.core.parts.meter import Reading
from tithe.core.phases import evenly
from tithe.core.reflection import swr

TOUCH_VOLTS_PEAK = 200.0
"""Above this a bare point is called out: well above what 100 W puts on a matched 50 Ω line (100 V)."""


def _active(scene: Scene) -> Iterator[tuple[int, Stage]]:
    for n, stage in enumerate(scene.budget.stages):
        if not stage.part.bypassed:
            yield n, stage


def _lines(scene: Scene) -> Iterator[tuple[int, Stage, LineDetails]]:
    for n, stage in _active(scene):
        if stage.along is not None:
            yield n, stage, stage.along


def _readings(scene: Scene) -> Iterator[tuple[int, Stage, Reading]]:
    for n, stage in _active(scene):
        if stage.reading is not None:
            yield n, stage, stage.reading


@caution("two-tuners", "misleads")
def two_tuners(scene: Scene) -> Iterator[Finding]:
    tuners = [(n, stage) for n, stage in _active(scene) if stage.tuned is not None]
    if len(tuners) > 1:
        yield finding(tuners[0][0], tuners=[stage.part.label for _, stage in tuners])


@caution("no-match", "harm")
def no_match(scene: Scene) -> Iterator[Finding]:
    for n, stage in _active(scene):
        if stage.tuned is None or stage.tuned.matched[..., scene.k].all():
            continue
        worst = scene.worst(stage.swr_in)
        if worst <= scene.budget.station.comfort_swr:
            continue  # what is left is within the user's comfort
        share = float(np.mean(evenly(stage.tuned.matched)[..., scene.k]))
        params = {"tuner": stage.part.label, "ratio": worst}
        if share > 0:
            if scene.budget.station.antenna.phase_known:  # the rows are those of an estimate
                yield finding(n, "some-cases", **params)
            else:
                yield finding(n, "some-phases", **params, share=share)
        elif stage.part.tuner and not stage.part.tuner.finds_match:
            yield finding(n, "as-set", **params)
        elif (missing := stage.tuned.shortfall(scene.k)) is not None:
            yield finding(n, "lacks", **params, lack=missing.message)
        else:
            yield finding(n, "nothing-helps", **params)


@caution("tuner-over-rating", "harm")
def tuner_over_rating(scene: Scene) -> Iterator[Finding]:
    for n, stage in _active(scene):
        if stage.setting is not None:
            safe = scene.least(stage.setting.limit_w)
            if safe < scene.worst(stage.in_w):
                yield finding(n, part=stage.part.label, bears_w=safe)


@caution("over-voltage", "harm")
def over_voltage(scene: Scene) -> Iterator[Finding]:
    for n, stage in _active(scene):
        limit = stage.part.max_volts_rms
        if limit is not None and (volts := scene.worst(stage.volts_rms_worst)) > limit:
            yield finding(n, part=stage.part.label, volts=volts, rated=limit)


@caution("over-power", "harm")
def over_power(scene: Scene) -> Iterator[Finding]:
    for n, stage in _active(scene):
        limit = stage.part.ratings.max_power_w
        if limit is not None and (power := scene.worst(stage.in_w)) > limit:
            yield finding(n, part=stage.part.label, power_w=power, rated_w=limit)


@caution("core-too-hot", "harm")
def core_too_hot(scene: Scene) -> Iterator[Finding]:
    """Transformers, chokes, and whatever has a rating of heat."""
    duty = scene.budget.station.transmitter.duty
    for n, stage in _active(scene):
        limit = stage.part.max_heat_w
        heat_w = scene.worst(stage.taken_w) * duty
        if limit is not None and heat_w > limit:
            params = {"part": stage.part.label, "heat_w": heat_w, "limit_w": limit}
            which = "typical" if stage.part.ratings.max_heat_w is None else "rated"
            yield finding(n, which, **params, bears_w=scene.worst(stage.in_w) * limit / heat_w)


@caution("meter-over-scale", "misleads")
def meter_over_scale(scene: Scene) -> Iterator[Finding]:
    for n, stage, reading in _readings(scene):
        scale, shown = reading.meter.full_scale_w, scene.worst(reading.forward_w)
        if scale is not None and shown > scale:
            yield finding(n, meter=stage.part.label, shown_w=shown, scale_w=scale)


@caution("meter-low-on-scale", "misleads")
def meter_low_on_scale(scene: Scene) -> Iterator[Finding]:
    for n, stage, reading in _readings(scene):
        scale = reading.meter.full_scale_w
        if scale is not None and scene.worst(reading.forward_w) < 0.1 * scale:
            yield finding(n, meter=stage.part.label)


@caution("forward-above-rated", "misleads")
def forward_above_rated(scene: Scene) -> Iterator[Finding]:
    for n, stage, reading in _readings(scene):
        shown = scene.worst(reading.forward_w)
        if shown > 1.01 * scene.budget.station.transmitter.power_w:
            yield finding(n, meter=stage.part.label, shown_w=shown)


@caution("outside-band", "misleads")
def outside_band(scene: Scene) -> Iterator[Finding]:
    f = float(scene.budget.freq_hz[scene.k])
    for n, stage in _active(scene):
        low, high = stage.part.ratings.f_min_hz, stage.part.ratings.f_max_hz
        if (low is not None and f < low) or (high is not None and f > high):
            params = {"part": stage.part.label, "freq_hz": f, "low_hz": low or 0.0}
            yield finding(n, "between", **params, high_hz=high) if high else finding(n, "from", **params)


@caution("dc-blocked", "harm")
def dc_blocked(scene: Scene) -> Iterator[Finding]:
    fed = [n for n, stage in _active(scene) if stage.part.tuner and stage.part.tuner.dc_on_coax]
    for n, stage in _active(scene):
        if fed and n < fed[-1] and stage.part.ratings.passes_dc is False:
            yield finding(n, part=stage.part.label, remote=scene.budget.stages[fed[-1]].part.label)


@caution("high-voltage", "danger")
def high_voltage(scene: Scene) -> Iterator[Finding]:
    feedpoint = np.sqrt(2.0) * np.abs(scene.budget.antenna.v)
    if (volts := scene.worst(feedpoint)) > TOUCH_VOLTS_PEAK:
        yield finding(None, "feedpoint", volts=volts)
    for n, stage, along in _lines(scene):
        if along.part.line.balanced:
            volts = scene.worst(along.volts_peak_max[0])
            if volts > TOUCH_VOLTS_PEAK:
                yield finding(n, "line", line=stage.part.label, volts=volts)


@caution("wire-ends", "danger")
def wire_ends(scene: Scene) -> Iterator[Finding]:
    antenna = scene.budget.station.antenna
    if isinstance(antenna, PlannedAntenna):
        amps = np.sqrt(2.0) * np.abs(scene.budget.antenna.i)
        volts = scene.worst(amps) * antenna.end_ohm(float(scene.budget.freq_hz[scene.k]))
        if volts > TOUCH_VOLTS_PEAK:
            yield finding(None, volts=volts)


@caution("folding-back", "harm")
def folding_back(scene: Scene) -> Iterator[Finding]:
    held = scene.worst(scene.budget.drive.held_back_w)
    power = scene.budget.station.transmitter.power_w
    if held > 0.005 * power:
        yield finding(held_w=held, rated_w=power)


@caution("line-too-hot", "harm")
def line_too_hot(scene: Scene) -> Iterator[Finding]:
    duty = scene.budget.station.transmitter.duty
    for n, stage, along in _lines(scene):
        limit = along.part.line.heat_w_per_m
        if limit is None:
            continue
        share = scene.least(along.bearable_share(duty))
        if share < 1:
            heat, bears = scene.worst(along.heat_w_per_m_max) * duty, share * scene.worst(stage.in_w)
            yield finding(n, line=stage.part.label, heat_w=heat, limit_w=limit, bears_w=bears)


@caution("hot-standing", "harm")
def hot_standing(scene: Scene) -> Iterator[Finding]:
    for n, stage, along in _lines(scene):
        rho = np.minimum(np.abs(stage.load.gamma(along.part.line.r0_ohm)), 1)
        if scene.least(swr(rho)) > 5 and scene.worst(stage.taken_w) > 0.2 * scene.worst(stage.in_w) > 5:
            params = {"line": stage.part.label, "heat_w": scene.worst(along.heat_w_per_m_max)}
            limit = along.part.line.heat_w_per_m
            yield (
                finding(n, "unrated", **params)
                if limit is None
                else finding(n, "rated", **params, limit_w=limit)
            )


@caution("match-without-radiation", "misleads")
def match_without_radiation(scene: Scene) -> Iterator[Finding]:
    radiated, accepted = scene.worst(scene.budget.radiated_w), scene.worst(scene.budget.drive.accepted_w)
    if scene.worst(scene.budget.swr) < 2 and radiated < 0.5 * accepted:
        yield finding()


@caution("flattered-swr", "misleads")
def flattered_swr(scene: Scene) -> Iterator[Finding]:
    """Where a line's loss, not its being a transformer, makes the SWR lower: told by the same line without
    loss."""
    r0 = scene.budget.station.transmitter.reference_ohm
    for n, stage, along in _lines(scene):
        swr_load = scene.least(swr(np.minimum(np.abs(stage.load.gamma(r0)), 1)))
        swr_in = scene.worst(stage.swr_in)
        lossless = scene.least(along.lossless_swr_in(r0))
        if swr_in < swr_load and swr_load > 2 and (lossless - 1) > 1.5 * (swr_in - 1):
            yield finding(n, line=stage.part.label, far=swr_load, near=swr_in)


@caution("far-between-points", "misleads")
def far_between_points(scene: Scene) -> Iterator[Finding]:
    guess = scene.guess
    if guess is not None and guess.kind != "model":
        yield finding(None, guess.kind, low_hz=guess.low_hz, high_hz=guess.high_hz)


@caution("model-guess", "misleads")
def model_guess(scene: Scene) -> Iterator[Finding]:
    guess = scene.guess
    if guess is not None and guess.kind == "model":
        yield finding(low_hz=guess.low_hz, high_hz=guess.high_hz)


@caution("read-through-run", "misleads")
def read_through_run(scene: Scene) -> Iterator[Finding]:
    if getattr(scene.budget.station.antenna, "plane", "") == "radio":
        yield finding()


@caution("meter-on-speech", "misleads")
def meter_on_speech(scene: Scene) -> Iterator[Finding]:
    if scene.budget.station.transmitter.emission != "speech":
        return
    for n, stage, reading in _readings(scene):
        if reading.meter.mode == "average":
            yield finding(n, meter=stage.part.label)


@caution("exposure", "reminder")
def exposure(scene: Scene) -> Iterator[Finding]:
    if scene.worst(scene.budget.radiated_w) > 0:
        yield finding()


@caution("grounding", "reminder")
def grounding(scene: Scene) -> Iterator[Finding]:
    yield finding()


@caution("tune-quietly", "reminder")
def tune_quietly(scene: Scene) -> Iterator[Finding]:
    if any(stage.tuned is not None for _, stage in _active(scene)):
        yield finding()
