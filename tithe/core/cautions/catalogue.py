"""The catalogue: every caution, in the order in which they are shown. Add an entry here, nowhere else."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from tithe.core.budget import Stage
from tithe.core.cautions.registry import Finding, Scene, caution
from tithe.core.line import Line, LineDetails
from tithe.core.meter import Meter
from tithe.core.phases import evenly
from tithe.core.reflection import swr
from tithe.core.tuner import AnyTuner, AnyTunerDetails
from tithe.core.wording import figure, frequency, ratio

TOUCH_VOLTS_PEAK = 200.0
"""Above this a bare point is called out: well above what 100 W puts on a matched 50 Ω line (100 V)."""


def _active(scene: Scene) -> Iterator[tuple[int, Stage]]:
    for n, stage in enumerate(scene.budget.stages):
        if not stage.part.bypassed:
            yield n, stage


@caution("two-tuners", "misleads", "Put one of them in bypass; then set the other.")
def two_tuners(scene: Scene) -> Iterator[Finding]:
    tuners = [(n, stage) for n, stage in _active(scene) if isinstance(stage.part, AnyTuner)]
    if len(tuners) > 1:
        names = " and ".join(f"“{stage.part.label}”" for _, stage in tuners)
        yield f"Two tuners are at work in one chain, {names}: they tune against each other.", tuners[0][0]


@caution("no-match", "harm", "Extend the range, change the feeder length or the antenna, or match elsewhere.")
def no_match(scene: Scene) -> Iterator[Finding]:
    for n, stage in _active(scene):
        if stage.tuned is not None and not stage.tuned.matched[..., scene.k].all():
            worst = scene.worst(stage.swr_in)
            if worst <= scene.budget.station.comfort_swr:
                continue  # what is left is within the user's comfort
            share = float(np.mean(evenly(stage.tuned.matched)[..., scene.k]))
            if share > 0:
                yield (
                    f"“{stage.part.label}” matches at {share:.0%} of the phases that the SWR leaves open.",
                    n,
                )
                continue
            left = (
                f"the best it does is SWR {ratio(worst)}"
                if np.isfinite(worst)
                else "it leaves the SWR infinite"
            )
            if scene.budget.stages[n].part.setting != "auto":  # type: ignore[union-attr]
                yield f"As its knobs stand, “{stage.part.label}” does not match here: SWR {ratio(worst)}.", n
                continue
            lacks = stage.tuned.lacks[..., scene.k]
            need = next((text for text in np.atleast_1d(lacks).ravel() if text), "")
            short = f" It {need}." if need else " No single part would cure it."
            yield f"No setting of “{stage.part.label}” matches here; {left}.{short}", n


@caution("tuner-over-rating", "harm", "Stay below that power, or use a tuner with higher ratings.")
def tuner_over_rating(scene: Scene) -> Iterator[Finding]:
    for n, stage in _active(scene):
        if isinstance(stage.details, AnyTunerDetails):
            safe = scene.least(stage.details.limit_w)
            if safe < scene.worst(stage.in_w):
                yield (
                    f"“{stage.part.label}” is above a rating at this power; it bears {figure(safe)} W here. "
                    "If it arcs, the load asks it, the tuner is not at fault.",
                    n,
                )


@caution("over-voltage", "harm", "Lower the power, or use a part with a higher voltage rating there.")
def over_voltage(scene: Scene) -> Iterator[Finding]:
    for n, stage in _active(scene):
        part = stage.part
        limit = part.line.max_volts_rms if isinstance(part, Line) else part.ratings.max_volts_rms
        if limit is not None and (volts := scene.worst(stage.volts_rms_worst)) > limit:
            yield f"“{part.label}” stands {figure(volts)} V rms and is rated {figure(limit)} V.", n


@caution("over-power", "harm", "Lower the power, or use a part with a higher power rating there.")
def over_power(scene: Scene) -> Iterator[Finding]:
    for n, stage in _active(scene):
        if isinstance(stage.part, Line):
            continue
        limit = stage.part.ratings.max_power_w
        if limit is not None and (power := scene.worst(stage.in_w)) > limit:
            yield f"{figure(power)} W goes into “{stage.part.label}”, which is rated {figure(limit)} W.", n


@caution("meter-over-scale", "misleads", "Choose the next range, and mind its multiplier.")
def meter_over_scale(scene: Scene) -> Iterator[Finding]:
    for n, stage in _active(scene):
        if isinstance(stage.part, Meter) and stage.part.full_scale_w is not None:
            shown = scene.worst(stage.details.forward_w)  # type: ignore[union-attr]
            if shown > stage.part.full_scale_w:
                yield (
                    f"“{stage.part.label}” would show {figure(shown)} W forward, beyond its full scale of "
                    f"{figure(stage.part.full_scale_w)} W.",
                    n,
                )


@caution("meter-low-on-scale", "misleads", "Use a lower range, or do not trust its last digits.")
def meter_low_on_scale(scene: Scene) -> Iterator[Finding]:
    for n, stage in _active(scene):
        if isinstance(stage.part, Meter) and stage.part.full_scale_w is not None:
            shown = scene.worst(stage.details.forward_w)  # type: ignore[union-attr]
            if shown < 0.1 * stage.part.full_scale_w:
                yield f"“{stage.part.label}” stands in the lowest tenth of its scale, where it errs most.", n


@caution("forward-above-rated", "misleads", "Subtract: net power is forward less reflected.")
def forward_above_rated(scene: Scene) -> Iterator[Finding]:
    power = scene.budget.station.transmitter.power_w
    for n, stage in _active(scene):
        if isinstance(stage.part, Meter):
            shown = scene.worst(stage.details.forward_w)  # type: ignore[union-attr]
            if shown > 1.01 * power:
                yield (
                    f"“{stage.part.label}” shows more forward watts than the radio makes ({figure(shown)}): "
                    "what the line sends back goes out again. It is no fault.",
                    n,
                )


@caution("outside-band", "misleads", "Take what it does here with doubt; use a part made for this frequency.")
def outside_band(scene: Scene) -> Iterator[Finding]:
    f = float(scene.budget.freq_hz[scene.k])
    for n, stage in _active(scene):
        if isinstance(stage.part, Line):
            continue
        low, high = stage.part.ratings.f_min_hz, stage.part.ratings.f_max_hz
        if (low is not None and f < low) or (high is not None and f > high):
            span = f"{frequency(low or 0)} to {frequency(high)}" if high else f"{frequency(low or 0)} and up"
            yield f"“{stage.part.label}” is made for {span}, not for {frequency(f)}.", n


@caution("dc-blocked", "harm", "Use an arrestor or part that passes DC, or bring the supply by its own wire.")
def dc_blocked(scene: Scene) -> Iterator[Finding]:
    fed = [n for n, stage in _active(scene) if isinstance(stage.part, AnyTuner) and stage.part.dc_on_coax]
    for n, stage in _active(scene):
        blocked = not isinstance(stage.part, Line) and stage.part.ratings.passes_dc is False
        if fed and n < fed[-1] and blocked:
            remote = scene.budget.stages[fed[-1]].part.label
            yield f"“{stage.part.label}” does not pass the DC that “{remote}” needs through the coax.", n


@caution(
    "high-voltage",
    "danger",
    "Keep hands, leaves and roofs off; never touch antenna or open line under power.",
)
def high_voltage(scene: Scene) -> Iterator[Finding]:
    feedpoint = np.sqrt(2.0) * np.abs(scene.budget.antenna.v)
    if (volts := scene.worst(feedpoint)) > TOUCH_VOLTS_PEAK:
        yield f"The feedpoint stands {figure(volts)} V peak: an RF burn to whoever touches it.", None
    for n, stage in _active(scene):
        if isinstance(stage.details, LineDetails) and stage.details.part.line.balanced:
            volts = scene.worst(stage.details.volts_peak_max[0])
            if volts > TOUCH_VOLTS_PEAK:
                yield f"The open line “{stage.part.label}” stands up to {figure(volts)} V peak.", n


@caution("folding-back", "harm", "Set the tuner, or lower the SWR that the radio sees.")
def folding_back(scene: Scene) -> Iterator[Finding]:
    held = scene.worst(scene.budget.drive.held_back_w)
    power = scene.budget.station.transmitter.power_w
    if held > 0.005 * power:
        yield f"The radio protects itself and holds back {figure(held)} of its {figure(power)} W.", None


@caution(
    "line-too-hot",
    "harm",
    "Lower the power, keep key-down times short, or take a thicker line. In the sun it bears less.",
)
def line_too_hot(scene: Scene) -> Iterator[Finding]:
    duty = scene.budget.station.transmitter.duty
    for n, stage in _active(scene):
        if isinstance(stage.details, LineDetails) and stage.details.part.line.heat_w_per_m is not None:
            share = scene.least(stage.details.bearable_share(duty))
            if share < 1:
                heat = scene.worst(stage.details.heat_w_per_m_max) * duty
                limit = stage.details.part.line.heat_w_per_m
                bears = share * scene.worst(stage.in_w)
                yield (
                    f"“{stage.part.label}” would heat by {figure(heat)} W in a metre at its hottest place, "
                    f"and gives off {figure(limit)}: it bears {figure(bears)} W here.",
                    n,
                )


@caution("hot-standing", "harm", "Keep key-down times short.")
def hot_standing(scene: Scene) -> Iterator[Finding]:
    for n, stage in _active(scene):
        if isinstance(stage.details, LineDetails):
            rho = np.minimum(np.abs(stage.load.gamma(stage.details.part.line.r0_ohm)), 1)
            if scene.least(swr(rho)) > 5 and scene.worst(stage.taken_w) > 0.2 * scene.worst(stage.in_w) > 5:
                heat, limit = (
                    scene.worst(stage.details.heat_w_per_m_max),
                    stage.details.part.line.heat_w_per_m,
                )
                of_it = "" if limit is None else f" of the {figure(limit)} that it gives off"
                yield (
                    f"The SWR on “{stage.part.label}” is high and it heats unevenly, up to "
                    f"{figure(heat)} W in a metre{of_it}.",
                    n,
                )


@caution("match-without-radiation", "misleads", "Look at what took the power, not at the match.")
def match_without_radiation(scene: Scene) -> Iterator[Finding]:
    radiated, accepted = scene.worst(scene.budget.radiated_w), scene.worst(scene.budget.drive.accepted_w)
    if scene.worst(scene.budget.swr) < 2 and radiated < 0.5 * accepted:
        yield (
            "The radio sees a good match, yet most of the power never leaves the antenna. "
            "A good match is no proof of radiation: a dummy load matches perfectly.",
            None,
        )


@caution(
    "flattered-swr",
    "misleads",
    "Measure at the feedpoint, or move the measurement there through the known line.",
)
def flattered_swr(scene: Scene) -> Iterator[Finding]:
    """Where a line's loss, not its being a transformer, makes the SWR lower: told by the same line without
    loss."""
    r0 = scene.budget.station.transmitter.reference_ohm
    for n, stage in _active(scene):
        if isinstance(stage.details, LineDetails):
            there = scene.least(swr(np.minimum(np.abs(stage.load.gamma(r0)), 1)))
            here = scene.worst(stage.swr_in)
            lossless = scene.least(stage.details.lossless_swr_in(r0))
            if here < there and there > 2 and (lossless - 1) > 1.5 * (here - 1):
                end = f"is {ratio(there)}"
                yield (
                    f"The loss of “{stage.part.label}” hides the mismatch: the SWR {end} at its far end and "
                    f"{ratio(here)} at its near end.",
                    n,
                )


@caution("far-between-points", "misleads", "Measure at this band’s edges too, or in finer steps.")
def far_between_points(scene: Scene) -> Iterator[Finding]:
    guess = scene.guess
    if guess is not None and guess.kind != "model":
        where = f"between {frequency(guess.low_hz)} and {frequency(guess.high_hz)}"
        if guess.kind == "gap":
            text = (
                f"Nothing was measured {where}: the antenna is taken to change evenly, and may be anything."
            )
        else:
            text = (
                f"The antenna changes much {where}, and is not known in between: a straight line is a guess."
            )
        yield text, None


@caution("model-guess", "misleads", "Measure the antenna here, or choose a model made for this band.")
def model_guess(scene: Scene) -> Iterator[Finding]:
    guess = scene.guess
    if guess is not None and guess.kind == "model":
        good = f"{frequency(guess.low_hz)} to {frequency(guess.high_hz)}"
        yield (
            f"The antenna is a model of one resonance, good from {good}. Here it is a guess: real "
            "antennas have other resonances.",
            None,
        )


@caution(
    "read-through-run",
    "misleads",
    "After changing the run, read the SWR again, or enter it for the feedpoint.",
)
def read_through_run(scene: Scene) -> Iterator[Finding]:
    if getattr(scene.budget.station.antenna, "plane", "") == "radio":
        yield (
            "The antenna’s SWR was read in the room, through this run: it tells of the antenna only with it.",
            None,
        )


@caution("meter-on-speech", "misleads", "Use the peak setting on speech, or measure with a steady carrier.")
def meter_on_speech(scene: Scene) -> Iterator[Finding]:
    if scene.budget.station.transmitter.emission != "speech":
        return
    for n, stage in _active(scene):
        if isinstance(stage.part, Meter) and stage.part.mode == "average":
            yield f"“{stage.part.label}” averages: on speech it shows well below the peak power.", n


@caution("exposure", "reminder", "Assess the exposure of people as the licensing authority requires.")
def exposure(scene: Scene) -> Iterator[Finding]:
    if scene.worst(scene.budget.radiated_w) > 0:
        yield "RF exposure near the antenna is not computed here.", None


@caution(
    "grounding",
    "reminder",
    "Follow the local electrical code; where it says so, have a qualified person do it.",
)
def grounding(scene: Scene) -> Iterator[Finding]:
    yield "Grounding, bonding and lightning protection are not part of these figures.", None


@caution(
    "tune-quietly", "reminder", "Tune at low power, on a clear frequency, into a dummy load where it will do."
)
def tune_quietly(scene: Scene) -> Iterator[Finding]:
    if any(isinstance(stage.part, AnyTuner) for _, stage in _active(scene)):
        yield "Never switch a tuner’s coil under power.", None
