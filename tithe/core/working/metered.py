"""The workings of what a meter shows."""

from __future__ import annotations

import numpy as np

from tithe.core.parts.meter import Reading
from tithe.core.reflection import rho_of_swr
from tithe.core.transmitter import Emission
from tithe.core.twoport import Powered
from tithe.core.working import formulas as f
from tithe.core.working.working import Step, Values, Working, ends


def working_of_reading(reading: Reading, at: Powered, emission: Emission, figure: str) -> Working | None:
    """The working of ``forward_w``, ``swr_high`` and so on, read at a plane; None of any other."""
    meter, r0 = reading.meter, reading.meter.reference_ohm
    rho = np.abs(at.gamma(r0))
    least, usual, most = meter.shares(emission)
    forward = reading.forward_w / usual
    values: Values = {
        **ends(at, "in"), "r_ref": r0, "rho_in": rho, "p_fwd": forward, "s_shown": usual,
        "s_least": least, "s_most": most, "d_leak": meter.leak, "p_slack": meter.slack_w,
        "p_forward": reading.forward_w, "p_reflected": reading.reflected_w, "s_in": reading.swr,
    }  # fmt: skip
    toward, back = reading.forward_interval_w, reading.reflected_interval_w
    match figure:
        case "forward_w":
            return Working("forward", "p_forward", values, (Step(f.forward_wave, "p_forward"),))
        case "reflected_w":
            return Working("reflected", "p_reflected", values, (Step(f.reflected_wave, "p_reflected"),))
        case "swr":
            steps: tuple[Step, ...] = (Step(f.reflection, "rho_in"), Step(f.standing_wave, "s_in"))
            return Working("swr", "s_in", values, steps)
        case "forward_w_low":
            return Working(
                "meter-error", "p_low", {**values, "p_low": toward.low}, (Step(f.forward_least, "p_low"),)
            )
        case "forward_w_high":
            return Working(
                "meter-error", "p_high", {**values, "p_high": toward.high}, (Step(f.forward_most, "p_high"),)
            )
        case "reflected_w_low":
            return Working(
                "meter-error", "p_low", {**values, "p_low": back.low}, (Step(f.reflected_least, "p_low"),)
            )
        case "reflected_w_high":
            return Working(
                "meter-error", "p_high", {**values, "p_high": back.high}, (Step(f.reflected_most, "p_high"),)
            )
        case "swr_low" | "swr_high":
            ratio = reading.swr_interval.low if figure == "swr_low" else reading.swr_interval.high
            values = {"rho_in": rho_of_swr(ratio), "s_in": ratio}
            return Working("meter-swr-error", "s_in", values, (Step(f.standing_wave, "s_in"),))
    return None
