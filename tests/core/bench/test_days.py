"""Three hundred simulated days of each job: stated intervals hold in nine of ten, and are not wider than one
and a half times what the same bench scatters by."""

import numpy as np
import pytest

from tests import full
from tithe.core import AttenuatedLine, Line, Meter, Transformer, Tuner
from tithe.core.bench import check, fault, meter, part, simulated, watts
from tithe.core.bench.coil_q import coil_q_interval
from tithe.core.bench.line import by_reflection, by_return_loss
from tithe.core.bench.residual import Residual
from tithe.core.bench.tuner import loss_interval, scalar
from tithe.core.reflection import return_loss_db

DAYS = range(full.of(30, 300))
SHEET = Residual()
COAX = AttenuatedLine(50, 0.66, 0.598, 0.0073)


class Held:
    """Truths over stated half widths, by figure."""

    def __init__(self):
        self.by = {}

    def add(self, name, low, result, high, truth):
        half = (high - result) if truth > result else (result - low)
        self.by.setdefault(name, []).append(abs(truth - result) / max(half, 1e-12))

    def check(self):
        for name, many in self.by.items():
            assert np.mean(np.array(many) <= 1) >= 0.9, name
            # Nineteen of twenty truths lie within 1/1.5 of the stated width, or it is too wide.
            assert np.quantile(many, 0.95) >= 1 / 1.5, name


def test_a_tuner_by_sweeps_and_by_return_loss():
    held = Held()
    freq = np.array([1.85e6, 7.1e6, 28.5e6])
    for seed in DAYS:
        k = seed % 3
        day = simulated.tuner(Tuner(), freq, SHEET, seed)
        match, short, open_ = (day.gamma[end] for end in ("match", "short", "open"))
        low, loss, high = (item[k] for item in loss_interval(match, short, open_, SHEET))
        held.add("loss", low, loss, high, day.truth["loss_db"][k])
        back = [float(return_loss_db(np.abs(item[k]))) for item in (match, short, open_)]
        quick = scalar(back[0], back[1], back[2], SHEET)
        held.add("by return loss", quick.low_db, quick.loss_db, quick.high_db, day.truth["loss_db"][k])
        least, q, most = coil_q_interval(Tuner(), freq[k], (low, loss, high))
        held.add("1/Q", 1 / (most or 1e9), 1 / q, 1 / least, 1 / day.truth["coil_q"][k])
    held.check()


@pytest.mark.parametrize("ends", [("open", "short"), ("short",), ("open", "short", "load")])
def test_a_line(ends):
    held = Held()
    freq = np.linspace(1e6, 60e6, 201)
    rng = np.random.default_rng(1)
    for seed in DAYS if len(ends) == 2 else DAYS[: full.of(25, 100)]:
        length = rng.uniform(10, 40)
        day = simulated.line(Line(COAX, length), SHEET, seed, freq)
        result = by_reflection(freq, {end: day.gamma[end] for end in ends}, length, None, SHEET)
        for name, spread in (
            ("k1", result.k1), ("k2", result.k2), ("r0_ohm", result.z0_ohm),
            ("velocity_factor", result.velocity_factor),
        ):  # fmt: skip
            held.add(name, spread.low, spread.value, spread.high, day.truth[name])
        low, loss, high = (item[0] for item in result.loss_db_per_100m(np.array([14.2e6])))
        held.add("loss", low, loss, high, day.truth["k1"] * np.sqrt(14.2) + day.truth["k2"] * 14.2)
        if len(ends) == 2:
            back = {end: return_loss_db(np.abs(day.gamma[end])) for end in ends}
            plain = by_return_loss(freq, back, length, SHEET)
            held.add("k1 by return loss", plain.k1.low, plain.k1.value, plain.k1.high, day.truth["k1"])
            held.add("k2 by return loss", plain.k2.low, plain.k2.value, plain.k2.high, day.truth["k2"])
        if len(ends) == 1:
            plain = by_return_loss(freq, {"short": return_loss_db(np.abs(day.gamma["short"]))}, length, SHEET)
            low, loss, high = (item[0] for item in plain.loss_db_per_100m(np.array([14.2e6])))
            truth = day.truth["k1"] * np.sqrt(14.2) + day.truth["k2"] * 14.2
            held.add("loss by one return loss", low, loss, high, truth)
    held.check()


def test_a_part_and_a_transformer():
    held = Held()
    freq = np.linspace(1.5e6, 35e6, 201)
    for seed in range(full.of(200, 300)):
        ratio = (1, 4, 9)[seed % 3]
        day = simulated.part(Transformer(ratio), SHEET, seed, freq)
        match, short, open_ = (day.gamma[end] for end in ("match", "short", "open"))
        if ratio == 1:
            truth = Transformer(
                day.truth["ratio"], day.truth["loss_db"], 50, day.truth["magnetizing_h"],
                day.truth["core_loss_ohm"], day.truth["leakage_h"],
            ).two_port(freq[100:101])  # fmt: skip
            low, loss, high = (item[100] for item in loss_interval(match, short, open_, SHEET))
            held.add("loss", low, loss, high, simulated.loss_into(truth, 50.0))
            continue
        result = part.transformer(freq, match, short, open_, day.truth["resistor_ohm"], SHEET)
        for name in ("ratio", "leakage_h", "magnetizing_h", "loss_db"):
            low, outcome, high = getattr(result, name)
            held.add(name, low, outcome, high, day.truth[name])
        low, outcome, high = result.core_loss_s
        held.add("core", low, outcome, high, 1 / day.truth["core_loss_ohm"])
    held.check()


def test_meters():
    held = Held()
    sheet = Meter(full_scale_w=200, accuracy_pct=5)
    for seed in DAYS:
        day = simulated.meter(sheet, 50, 1, 2, 1, seed)
        result = meter.scale(day.shown_w, 1, meter.by_peak_volts(day.volts, 2, 50, 1))
        low, outcome, high = np.log([result.low, result.scale, result.high]).tolist()
        held.add("scale", low, outcome, high, np.log(day.scale))
        pair = simulated.watts(100, 200, 0.05, seed)
        lost = watts.loss(pair.before, pair.behind)
        held.add("watts", lost.low_db, lost.loss_db, lost.high_db, pair.loss_db)
    held.check()


def test_faults_are_found_and_an_analyzer_is_judged():
    freq = np.linspace(1e6, 300e6, 1001)
    few = np.linspace(1e6, 30e6, 101)
    near, judged = [], []
    for seed in DAYS:
        run = Line(COAX, np.random.default_rng(seed + 1000).uniform(10, 40))
        day = simulated.fault(run, SHEET, seed, freq)
        result = fault.along(freq, day.gamma["hanging"], 0.66, COAX)
        for name, kind in (("fault_m", "piece-lower"), ("end_m", "open")):
            truth = float(day.truth[name])
            distance = np.array([step.distance_m for step in result.steps])
            at = int(np.argmin(np.abs(distance - truth)))
            half = result.resolution_m / 2
            near.append(abs(distance[at] - truth) <= half and result.steps[at].kind == kind)
        day = simulated.check(SHEET, seed, few)
        open_, short, load = (day.gamma[end] for end in ("open", "short", "load"))
        looked = check.checked(few, open_, short, load)
        judged.append(looked.good == (day.truth["worse"] == 1))
    assert np.mean(near) >= 0.99
    assert np.mean(judged) >= 0.9
