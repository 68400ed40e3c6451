"""The workings of a budget's figures, by the figures' paths in the answer: ``stages[3].loss_db``,
``total.s_units``.

Each takes what it is filled with from the budget, by the names that the budget has for it.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from functools import partial

import numpy as np

from tithe.core.arrays import Real
from tithe.core.budget import Budget, Stage
from tithe.core.errors import InputError, require
from tithe.core.parts.line import LineDetails
from tithe.core.reflection import swr
from tithe.core.twoport import Powered
from tithe.core.working import formulas as f
from tithe.core.working.driven import working_of_drive
from tithe.core.working.metered import working_of_reading
from tithe.core.working.working import Step, Values, Working, ends

_PATH = re.compile(r"(stages|transmitter|antenna|total|counted)(?:\[(\d+)\])?\.([a-z0-9_.\[\]]+)")


def working_of(budget: Budget, figure: str) -> Working:
    """The working of the figure at a path. Raises `InputError` where there is no such figure."""
    path = _PATH.fullmatch(figure)
    require(path is not None, "figure", "no-such-figure", figure)
    assert path is not None
    room, index, name = path.groups()
    if room != "stages":
        rules: dict[str, Callable[[Budget], Working]] = _OF_BUDGET
        rule = rules.get(f"{room}.{name}")
        require(rule is not None, "figure", "no-such-figure", figure)
        assert rule is not None
        return rule(budget)
    k = int(index or -1)
    require(0 <= k < len(budget.stages), "figure", "no-such-figure", figure)
    return _of_stage(budget, budget.stages[k], name, figure)


def _both(stage: Stage) -> Values:
    return {**ends(stage.source, "in"), **ends(stage.load, "out"), "p_in": stage.in_w, "p_out": stage.out_w}


Steps = tuple[Step, ...]
IN, OUT = Step(f.power_in, "p_in"), Step(f.power_out, "p_out")


def _of_stage(budget: Budget, stage: Stage, name: str, figure: str) -> Working:
    both, near = _both(stage), ends(stage.source, "in")
    z = stage.source.z_ohm
    match name:
        case "in_w":
            return Working("real-power", "p_in", both, (IN,))
        case "out_w":
            return Working("real-power", "p_out", both, (OUT,))
        case "taken_w":
            values = {**both, "p_taken": stage.taken_w}
            return Working("taken", "p_taken", values, (IN, OUT, Step(f.difference, "p_taken")))
        case "loss_db":
            return _loss(stage, both)
        case "r_in_ohm":
            return Working("impedance", "r_in", {**near, "r_in": z.real}, (Step(f.resistance, "r_in"),))
        case "x_in_ohm":
            return Working("impedance", "x_in", {**near, "x_in": z.imag}, (Step(f.reactance, "x_in"),))
        case "swr_in":
            return _swr(stage.source, budget.station.transmitter.reference_ohm, stage.swr_in)
        case "volts_peak":
            peak = np.sqrt(2.0) * np.abs(stage.source.v)
            return Working("peak-volts", "u_peak", {**near, "u_peak": peak}, (Step(f.peak_volts, "u_peak"),))
        case "amps_rms":
            amps = np.abs(stage.source.i)
            return Working("rms-amps", "i_rms", {**near, "i_rms": amps}, (Step(f.rms_amps, "i_rms"),))
    if stage.along is not None:
        derivation = _of_line(budget, stage, stage.along, name)
    elif stage.reading is not None:
        emission = budget.station.transmitter.emission
        derivation = working_of_reading(stage.reading, stage.source, emission, name)
    else:
        derivation = _of_tuner(stage, both, name) if stage.tuned is not None else None
    require(derivation is not None, "figure", "no-such-figure", figure)
    assert derivation is not None
    return derivation


def _swr(at: Powered, reference_ohm: float, ratio: Real) -> Working:
    rho = np.minimum(np.abs(at.gamma(reference_ohm)), 1.0)
    values: Values = {**ends(at, "in"), "r_ref": reference_ohm, "rho_in": rho, "s_in": ratio}
    return Working("swr", "s_in", values, (Step(f.reflection, "rho_in"), Step(f.standing_wave, "s_in")))


def _loss(stage: Stage, both: Values) -> Working:
    """A line by its currents, a tuner by its heat, any other part by the powers at its ends."""
    values = {**both, "a_loss": stage.loss_db}
    if stage.along is not None:
        along = stage.along
        gamma, z0 = along.constants
        values |= {"g_line": gamma, "z_line": z0, "l_line": along.part.length_m}
        steps: Steps = (Step(f.line_volts, "v_in"), Step(f.line_amps, "i_in"), Step(f.line_loss, "a_loss"))
        return Working("line-loss", "a_loss", values, steps, ("handbook", along.handbook_db))
    setting = stage.setting
    if setting is not None and stage.tuned is not None:
        sheet = setting.sheet
        if sheet is not None:
            values |= sheet
            return Working(
                "tuner-sheet", "a_loss", values, (Step(f.sheet_loss, "a_loss"),), ("lossless", 0.0)
            )
        values["p_heat"] = np.asarray(sum(load.heat_w for load in setting.loads.values()))
        steps = (Step(f.tuner_input, "p_in"), Step(f.power_ratio, "a_loss"))
        return Working("tuner-loss", "a_loss", values, steps, ("lossless", 0.0))
    matched = stage.part.matched_db(stage.freq_hz)
    short = None if stage.part.bypassed else ("insertion", matched)
    return Working("part-loss", "a_loss", values, (IN, OUT, Step(f.power_ratio, "a_loss")), short)


def _of_line(budget: Budget, stage: Stage, along: LineDetails, name: str) -> Working | None:
    kind, freq = along.part.line, stage.freq_hz
    per_m: Values = {
        "r_per_m": kind.series_ohm_per_m(freq),
        "g_per_m": kind.shunt_siemens_per_m(freq),
        "r_nominal": kind.r0_ohm,
        "l_line": along.part.length_m,
    }
    matched: Values = {**per_m, "a_matched": along.matched_db}
    by_matched = Step(f.matched_loss, "a_matched")
    far = ends(stage.load, "out")
    rho = np.minimum(np.abs(stage.load.gamma(kind.r0_ohm)), 1.0)
    gamma, z0, forward, backward = along.waves
    up = stage.source.amplitude
    waves: Values = {"g_line": gamma, "z_line": z0, "v_fwd": forward * up, "v_back": backward * up}
    match name:
        case "matched_db":
            return Working("matched-loss", "a_matched", matched, (by_matched,))
        case "extra_db":
            values = {**matched, "a_loss": stage.loss_db, "a_extra": stage.loss_db - along.matched_db}
            steps: Steps = (by_matched, Step(f.additional_loss, "a_extra"))
            return Working(
                "additional-loss",
                "a_extra",
                values,
                steps,
                ("handbook", along.handbook_db - along.matched_db),
            )
        case "handbook_db":
            values = {**matched, **far, "rho_load": rho, "a_handbook": along.handbook_db}
            steps = (by_matched, Step(f.line_reflection, "rho_load"), Step(f.handbook_loss, "a_handbook"))
            return Working("handbook", "a_handbook", values, steps)
        case "volts_peak_max" | "volts_peak_max_at_m":
            volts, x = along.volts_peak_max
            gives = "u_crest" if name == "volts_peak_max" else "x_crest"
            values = {**waves, "u_crest": volts, "x_crest": x}
            return Working("crest-volts", gives, values, (Step(f.crest_volts, "u_crest"),))
        case "amps_rms_max" | "amps_rms_max_at_m":
            amps, x = along.amps_rms_max
            gives = "i_crest" if name == "amps_rms_max" else "x_crest"
            values = {**waves, "i_crest": amps, "x_crest": x}
            return Working("crest-amps", gives, values, (Step(f.crest_amps, "i_crest"),))
        case "heat_w_per_m_max" | "limit_w":
            amps, x = along.amps_rms_max
            heat = along.heat_w_per_m_max
            values = {
                **per_m, "i_crest": amps, "v_there": np.abs(along.at(x).v), "h_crest": heat,
            }  # fmt: skip
            steps = (Step(f.crest_heat, "h_crest"),)
            if name == "heat_w_per_m_max":
                return Working("crest-heat", "h_crest", values, steps)
            duty = budget.station.transmitter.duty
            limit = along.limit_w(duty)
            if kind.heat_w_per_m is None:
                return Working("no-limit", "p_limit", {"p_limit": limit})
            values |= {"p_in": stage.in_w, "h_limit": kind.heat_w_per_m, "d_duty": duty, "p_limit": limit}
            return Working("line-limit", "p_limit", values, (*steps, Step(f.line_limit, "p_limit")))
        case "fit_residual_db_per_100m" if kind.fit_residual_db_per_100m is not None:
            return Working("fit-residual", "a_residual", {"a_residual": kind.fit_residual_db_per_100m})
    return None


_SETTING = re.compile(r"setting\.([cl]\d?)_(pf|uh)")
_ELEMENT = re.compile(r"elements\[(\d)\]\.(volts_peak|amps_rms|heat_w)")


def _of_tuner(stage: Stage, both: Values, name: str) -> Working | None:
    setting = stage.setting
    assert setting is not None
    if name == "efficiency":
        values = {**both, "e_tuner": setting.efficiency}
        if setting.sheet is not None:
            values |= {**setting.sheet, "a_loss": stage.loss_db}
            steps: Steps = (Step(f.sheet_loss, "a_loss"), Step(f.from_sheet, "e_tuner"))
            return Working("tuner-sheet", "e_tuner", values, steps)
        return Working("efficiency", "e_tuner", values, (IN, OUT, Step(f.efficiency, "e_tuner")))
    if name == "limit_w":
        limit = setting.limit_w
        if setting.sheet is not None or not np.isfinite(limit).all():
            return Working("no-limit", "p_limit", {"p_limit": limit})
        values = {**both, "p_limit": limit, "u_share": np.sqrt(stage.in_w / limit)}
        return Working("tuner-limit", "p_limit", values, (Step(f.tuner_limit, "p_limit"),))
    if named := _SETTING.fullmatch(name):
        knob, unit = named.groups()
        if knob in setting.knobs:
            values = {
                **ends(stage.source, "in"),
                f"k_{knob[0]}": setting.knobs[knob],
                "r_in": stage.source.z_ohm.real,
            }
            values["x_in"] = stage.source.z_ohm.imag
            steps = (Step(f.resistance, "r_in"), Step(f.reactance, "x_in"))
            return Working(
                f"setting-{knob[0]}", f"k_{knob[0]}", values, steps, scale=1e12 if unit == "pf" else 1e6
            )
    if (named := _ELEMENT.fullmatch(name)) and int(named[1]) < len(setting.loads):
        knob, load = list(setting.loads.items())[int(named[1])]
        x, q = setting.element(knob)
        values = {"i_element": load.amps_rms, "x_element": x, "q_element": q}
        if not np.isfinite(x).all():  # a capacitor bank with nothing switched in
            figures = {"p_heat": load.heat_w, "u_peak": load.volts_peak, "i_element": load.amps_rms}
            gives = {"heat_w": "p_heat", "volts_peak": "u_peak", "amps_rms": "i_element"}[named[2]]
            return Working("element-absent", gives, figures)
        match named[2]:
            case "heat_w":
                steps = (Step(f.element_heat, "p_heat"),)
                return Working("element-heat", "p_heat", {**values, "p_heat": load.heat_w}, steps)
            case "volts_peak":
                steps = (Step(f.element_volts, "u_peak"),)
                return Working("element-volts", "u_peak", {**values, "u_peak": load.volts_peak}, steps)
        return Working("element-amps", "i_element", values)
    return None


def _driven(figure: str, budget: Budget) -> Working:
    return working_of_drive(budget.station.transmitter, budget.drive, np.abs(budget.gamma), figure)


def _radiated(budget: Budget) -> Working:
    loss = budget.station.antenna.loss
    values: Values = {
        "p_fed": budget.antenna.power_w, "p_radiated": budget.radiated_w, "r_in": budget.antenna.z_ohm.real,
        "r_loss": 0.0 if loss is None else loss.ohm(budget.freq_hz),
    }  # fmt: skip
    return Working("radiated", "p_radiated", values, (Step(f.radiated, "p_radiated"),))


def _antenna_taken(budget: Budget) -> Working:
    values = {**_radiated(budget).values, "p_taken": budget.antenna_taken_w}
    steps: Steps = (Step(f.radiated, "p_radiated"), Step(f.antenna_heat, "p_taken"))
    return Working("radiated", "p_taken", values, steps)


def _sky(budget: Budget) -> Working:
    return Working("sky", "p_sky", _beyond(budget), (Step(f.sky, "p_sky"),))


def _soil(budget: Budget) -> Working:
    values: Values = {**_radiated(budget).values, **_beyond(budget), "p_soil": budget.soil_w}
    steps: Steps = (Step(f.radiated, "p_radiated"), Step(f.sky, "p_sky"), Step(f.soil_heat, "p_soil"))
    return Working("sky", "p_soil", values, steps)


def _beyond(budget: Budget) -> Values:
    if budget.station.antenna.sky is None:
        raise InputError("antenna", "not-planned")
    return {"p_fed": budget.antenna.power_w, "r_in": budget.antenna.z_ohm.real,
        "r_sky": budget.station.antenna.sky.ohm(budget.freq_hz), "p_sky": budget.sky_w,
    }  # fmt: skip


def _total(budget: Budget) -> Values:
    return {
        "p_rated": budget.station.transmitter.power_w, "p_radiated": budget.radiated_w,
        "a_total": budget.total_db, "s_units": budget.total_db / 6.0,
    }  # fmt: skip


def _mismatch(budget: Budget) -> Working:
    rho = budget.rho_counted
    values: Values = {"rho_in": rho, "a_mismatch": budget.counted.mismatch_only_db}
    return Working("mismatch-only", "a_mismatch", values, (Step(f.mismatch_loss, "a_mismatch"),))


def _handbook(budget: Budget) -> Working:
    inline = [stage for stage in budget.stages if not stage.part.bypassed]
    zero = np.zeros(budget.radiated_w.shape)
    values: Values = {
        "a_lines": sum((stage.along.handbook_db for stage in inline if stage.along), zero),
        "a_others": sum((stage.part.matched_db(budget.freq_hz) for stage in inline if not stage.along), zero),
        "a_handbook": budget.counted.handbook_db,
    }
    return Working("handbook-sum", "a_handbook", values, (Step(f.handbook_sum, "a_handbook"),))


def _fed(budget: Budget, gives: str) -> Working:
    at = budget.antenna
    values: Values = {**ends(at, "in"), "p_in": at.power_w, "r_in": at.z_ohm.real, "x_in": at.z_ohm.imag}
    formula = {"p_in": f.power_in, "r_in": f.resistance, "x_in": f.reactance}[gives]
    return Working("real-power" if gives == "p_in" else "impedance", gives, values, (Step(formula, gives),))


def antenna_swr(budget: Budget, r0_ohm: float | None = None) -> Working:
    """SWR of the antenna, against the radio's impedance or another (Ω)."""
    r0 = budget.station.transmitter.reference_ohm if r0_ohm is None else r0_ohm
    return _swr(budget.antenna, r0, swr(np.minimum(np.abs(budget.antenna.gamma(r0)), 1.0)))


_TOTAL = Step(f.total_loss, "a_total")
_OF_BUDGET: dict[str, Callable[[Budget], Working]] = {
    "transmitter.held_back_w": partial(_driven, "held_back_w"),
    "transmitter.turned_back_w": partial(_driven, "turned_back_w"),
    "transmitter.not_sent_w": partial(_driven, "not_sent_w"),
    "transmitter.accepted_w": partial(_driven, "accepted_w"),
    "transmitter.swr": lambda b: _swr(b.input, b.station.transmitter.reference_ohm, b.swr),
    "antenna.in_w": lambda b: _fed(b, "p_in"),
    "antenna.taken_w": _antenna_taken,
    "antenna.radiated_w": _radiated,
    "antenna.soil_w": _soil,
    "antenna.sky_w": _sky,
    "antenna.r_ohm": lambda b: _fed(b, "r_in"),
    "antenna.x_ohm": lambda b: _fed(b, "x_in"),
    "antenna.swr": antenna_swr,
    "total.loss_db": lambda b: Working("total-loss", "a_total", _total(b), (_TOTAL,)),
    "total.s_units": lambda b: Working("s-units", "s_units", _total(b), (_TOTAL, Step(f.s_units, "s_units"))),
    "total.radiated_w": _radiated,
    "counted.mismatch_only_db": _mismatch,
    "counted.handbook_db": _handbook,
    "counted.whole_chain_db": lambda b: Working("total-loss", "a_total", _total(b), (_TOTAL,)),
}
