"""The formulas that workings show: a function a formula, its parameters the symbols of `tithe.text.symbols`.

The page shows them typeset, and a test puts the core's figures into each: what is shown is what was computed.
SI units; phasors are rms.
"""

from __future__ import annotations

from typing import Any

from numpy import conj, cosh, exp, imag, log10, maximum, real, sinh, sqrt

N = Any  # a number, or an array of them

DB_PER_NEPER = 8.685889638065037


def power_in(v_in: N, i_in: N) -> N:
    return real(v_in * conj(i_in))


def power_out(v_out: N, i_out: N) -> N:
    return real(v_out * conj(i_out))


def difference(p_in: N, p_out: N) -> N:
    return p_in - p_out


def power_ratio(p_in: N, p_out: N) -> N:
    return 10 * log10(p_in / p_out)


def resistance(v_in: N, i_in: N) -> N:
    return real(v_in / i_in)


def reactance(v_in: N, i_in: N) -> N:
    return imag(v_in / i_in)


def peak_volts(v_in: N) -> N:
    return sqrt(2) * abs(v_in)


def rms_amps(i_in: N) -> N:
    return abs(i_in)


def reflection(v_in: N, i_in: N, r_ref: N) -> N:
    return abs((v_in - r_ref * i_in) / (v_in + r_ref * i_in))


def standing_wave(rho_in: N) -> N:
    return (1 + rho_in) / (1 - rho_in)


def line_volts(v_out: N, i_out: N, g_line: N, l_line: N, z_line: N) -> N:
    return v_out * cosh(g_line * l_line) + z_line * i_out * sinh(g_line * l_line)


def line_amps(v_out: N, i_out: N, g_line: N, l_line: N, z_line: N) -> N:
    return v_out * sinh(g_line * l_line) / z_line + i_out * cosh(g_line * l_line)


def line_loss(v_in: N, i_in: N, v_out: N, i_out: N) -> N:
    return 10 * log10(real(v_in * conj(i_in)) / real(v_out * conj(i_out)))


def matched_loss(r_per_m: N, g_per_m: N, r_nominal: N, l_line: N) -> N:
    return 8.685889638 * (r_per_m / (2 * r_nominal) + g_per_m * r_nominal / 2) * l_line


def additional_loss(a_loss: N, a_matched: N) -> N:
    return a_loss - a_matched


def line_reflection(v_out: N, i_out: N, r_nominal: N) -> N:
    return abs((v_out - r_nominal * i_out) / (v_out + r_nominal * i_out))


def handbook_loss(a_matched: N, rho_load: N) -> N:
    return 10 * log10((10 ** (a_matched / 5) - rho_load**2) / (10 ** (a_matched / 10) * (1 - rho_load**2)))


def crest_volts(v_fwd: N, v_back: N, g_line: N, x_crest: N) -> N:
    return sqrt(2) * abs(v_fwd * exp(-g_line * x_crest) + v_back * exp(g_line * x_crest))


def crest_amps(v_fwd: N, v_back: N, g_line: N, x_crest: N, z_line: N) -> N:
    return abs((v_fwd * exp(-g_line * x_crest) - v_back * exp(g_line * x_crest)) / z_line)


def crest_heat(r_per_m: N, i_crest: N, g_per_m: N, v_there: N) -> N:
    return r_per_m * i_crest**2 + g_per_m * v_there**2


def line_limit(p_in: N, h_limit: N, h_crest: N, d_duty: N) -> N:
    return p_in * h_limit / (h_crest * d_duty)


def forward_wave(v_in: N, i_in: N, r_ref: N, s_shown: N) -> N:
    return s_shown * abs(v_in + r_ref * i_in) ** 2 / (4 * r_ref)


def reflected_wave(v_in: N, i_in: N, r_ref: N, s_shown: N) -> N:
    return s_shown * abs(v_in - r_ref * i_in) ** 2 / (4 * r_ref)


def forward_least(p_fwd: N, s_least: N, d_leak: N, rho_in: N, p_slack: N) -> N:
    return maximum(s_least * p_fwd * (1 - d_leak * rho_in) ** 2 - p_slack, 0)


def forward_most(p_fwd: N, s_most: N, d_leak: N, rho_in: N, p_slack: N) -> N:
    return s_most * p_fwd * (1 + d_leak * rho_in) ** 2 + p_slack


def reflected_least(p_fwd: N, s_least: N, d_leak: N, rho_in: N, p_slack: N) -> N:
    return maximum(s_least * p_fwd * maximum(rho_in - d_leak, 0) ** 2 - p_slack, 0)


def reflected_most(p_fwd: N, s_most: N, d_leak: N, rho_in: N, p_slack: N) -> N:
    return s_most * p_fwd * (rho_in + d_leak) ** 2 + p_slack


def tuner_input(p_out: N, p_heat: N) -> N:
    return p_out + p_heat


def sheet_loss(a_at_1: N, a_at_reach: N, s_load: N, s_reach: N) -> N:
    return a_at_1 + (a_at_reach - a_at_1) * (s_load - 1) / (s_reach - 1)


def efficiency(p_out: N, p_in: N) -> N:
    return p_out / p_in


def from_sheet(a_loss: N) -> N:
    return 10 ** (-a_loss / 10)


def tuner_limit(p_in: N, u_share: N) -> N:
    return p_in / u_share**2


def element_heat(i_element: N, x_element: N, q_element: N) -> N:
    return i_element**2 * x_element / q_element


def element_volts(i_element: N, x_element: N, q_element: N) -> N:
    return sqrt(2) * i_element * x_element * sqrt(1 + 1 / q_element**2)


def held_back(p_rated: N, f_kept: N) -> N:
    return p_rated * (1 - f_kept)


def turned_back(p_rated: N, f_kept: N, rho_left: N) -> N:
    return p_rated * f_kept * rho_left**2


def accepted(p_rated: N, f_kept: N, rho_left: N) -> N:
    return p_rated * f_kept * (1 - rho_left**2)


def not_sent(p_held: N, p_turned: N) -> N:
    return p_held + p_turned


def radiated(p_fed: N, r_in: N, r_loss: N) -> N:
    return p_fed * (r_in - r_loss) / r_in


def antenna_heat(p_fed: N, p_radiated: N) -> N:
    return p_fed - p_radiated


def sky(p_fed: N, r_in: N, r_sky: N) -> N:
    return p_fed * r_sky / r_in


def soil_heat(p_radiated: N, p_sky: N) -> N:
    return p_radiated - p_sky


def total_loss(p_rated: N, p_radiated: N) -> N:
    return 10 * log10(p_rated / p_radiated)


def s_units(a_total: N) -> N:
    return a_total / 6


def mismatch_loss(rho_in: N) -> N:
    return -10 * log10(1 - rho_in**2)


def handbook_sum(a_lines: N, a_others: N) -> N:
    return a_lines + a_others


def return_loss(rho_in: N) -> N:
    return -20 * log10(rho_in)


def resistance_of(g_refl: N, r_ref: N) -> N:
    return real(r_ref * (1 + g_refl) / (1 - g_refl))


def reactance_of(g_refl: N, r_ref: N) -> N:
    return imag(r_ref * (1 + g_refl) / (1 - g_refl))


def quality_factor(f_res: N, z_slope: N, r_res: N) -> N:
    return f_res * z_slope / (2 * r_res)


def distance(f_high: N, f_low: N) -> N:
    return f_high - f_low


def band_mean(p_low_edge: N, p_middle: N, p_high_edge: N) -> N:
    return (p_low_edge + p_middle + p_high_edge) / 3


def score(p_weighted: N, w_sum: N) -> N:
    return p_weighted / w_sum


def share_of_rated(p_band: N, p_rated: N) -> N:
    return p_band / p_rated


def behind(p_best: N, p_band: N) -> N:
    return 10 * log10(p_best / p_band)


def behind_in_all(p_top: N, p_score: N) -> N:
    return 10 * log10(p_top / p_score)


def in_s_units(a_behind: N) -> N:
    return a_behind / 6


def borne(p_rated: N, u_bear: N) -> N:
    return p_rated * u_bear


def wire_change(l_side: N, f_dip: N, f_target: N) -> N:
    return l_side * (f_dip / f_target - 1)


def coil_change(f_dip: N, f_target: N) -> N:
    return (f_dip / f_target) ** 2 - 1


def moved_per_metre(f_dip: N, f_before: N, d_done: N) -> N:
    return (f_dip - f_before) / d_done


def learned_change(f_target: N, f_dip: N, v_moved: N) -> N:
    return (f_target - f_dip) / v_moved


def with_more_radials(r_last: N, a_fit: N, n_last: N, n_next: N, p_fall: N) -> N:
    return r_last - a_fit * (n_last ** (-p_fall) - n_next ** (-p_fall))


def radials_gain(r_rest: N, a_fit: N, n_last: N, n_next: N, p_fall: N) -> N:
    return 10 * log10((r_rest + a_fit * n_last ** (-p_fall)) / (r_rest + a_fit * n_next ** (-p_fall)))


def additional_by_handbook(a_handbook: N, a_matched: N) -> N:
    return a_handbook - a_matched


def far_swr(rho_load: N) -> N:
    return (1 + rho_load) / (1 - rho_load)


def crossing_reflection(a_matched: N, a_wanted: N) -> N:
    return sqrt(
        10 ** (a_matched / 5) * (10 ** (a_wanted / 10) - 1) / (10 ** ((2 * a_matched + a_wanted) / 10) - 1)
    )


def crossing_swr(rho_cross: N) -> N:
    return (1 + rho_cross) / (1 - rho_cross)


def crossing_loss(rho_load: N, a_wanted: N) -> N:
    return 5 * log10(rho_load**2 / (1 - 10 ** (a_wanted / 10) * (1 - rho_load**2)))


def crossing_run(a_cross: N, a_matched: N, l_run: N) -> N:
    return a_cross / a_matched * l_run


def rival_gain(p_rival: N, p_base: N) -> N:
    return 10 * log10(p_rival / p_base)


def wins_from(l_before: N, l_after: N, a_wanted: N, a_before: N, a_after: N) -> N:
    return l_before * (l_after / l_before) ** ((a_wanted - a_before) / (a_after - a_before))


def spare_length(l_here: N, l_out: N) -> N:
    return abs(l_here - l_out)


def net_power(p_forward: N, p_reflected: N) -> N:
    return p_forward - p_reflected


def given_back(p_changed: N, p_now: N) -> N:
    return 10 * log10(p_changed / p_now)


def less_sent(p_flat: N, p_accepted: N) -> N:
    return 10 * log10(p_flat / p_accepted)


def lines_extra(a_lines_true: N, a_lines_matched: N) -> N:
    return a_lines_true - a_lines_matched


def short_return(rho_short: N) -> N:
    return -20 * log10(rho_short)


def open_return(rho_open: N) -> N:
    return -20 * log10(rho_open)


def by_short(a_short: N) -> N:
    return a_short / 2


def by_both(a_short: N, a_open: N) -> N:
    return (a_short + a_open) / 4


def by_wattmeters(a_loss: N, e_meter: N) -> N:
    return maximum(a_loss + 10 * log10((1 + e_meter) / (1 - e_meter)), 0)


def share_reached(n_reached: N, n_tried: N) -> N:
    return n_reached / n_tried
