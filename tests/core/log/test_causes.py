"""Each cause and slip against a station in which it is really so, solved by itself."""

from dataclasses import replace

import numpy as np
import pytest

from tests.core.log.stations import FAR, KNOWN, NEAR, gamma_of
from tithe.core import InputError, Line, solve
from tithe.core.antenna import table
from tithe.core.antenna.sampled import SampledAntenna
from tithe.core.log.case import in_state
from tithe.core.log.causes import suppositions
from tithe.core.log.often import OFTEN
from tithe.core.log.reconcile import case_of
from tithe.core.log.solved import Solved
from tithe.core.log.taken import RADIO, Taken
from tithe.core.parts.inline import Inline
from tithe.core.parts.meter import Meter
from tithe.core.parts.more_lossy import more_lossy
from tithe.core.parts.transformer import Transformer
from tithe.core.priors import LINE

CHAIN, FREQS = KNOWN.chain, (7.1e6, 14.2e6)
EVERY = tuple(
    Taken(f, at, 80.0, 8.0, tuner=state) for f in FREQS for at in (NEAR, FAR) for state in ("auto", "bypass")
)
FEEDPOINT = len(CHAIN)


def supposed(cause, readings=EVERY, **result):
    """The suppositions of a cause whose message has those parameters."""
    case, feed = case_of(KNOWN, readings)
    every = [supposition for supposition in suppositions(case) if supposition.cause == cause]
    return (
        case,
        feed,
        [candidate for candidate in every if result.items() <= candidate.message.params.items()],
    )


def observed(case, feed, item):
    """Forward watts and |Γ| of each reading under a supposition, all that is open of it at its middle."""
    phases, middle = np.zeros((1, len(case.freq_hz)), dtype=int), np.zeros((1, len(case.columns)))
    solved = Solved.of(case, feed, [item.change], phases, middle, "all")
    log, rho = case.places.observed(solved.v, solved.i, item.slip)
    power = case.rows.is_power
    return np.exp(log[0, 0][power]), rho[0, 0][~power]


def shown(station, readings=EVERY):
    """The same by the meters themselves, in a station whose lines lose what is to be expected of them."""
    chain = tuple(
        more_lossy(part, float(np.exp(LINE[0]))) if isinstance(part, Line) else part for part in station.chain
    )
    watts, rho = [], []
    for item in readings:
        there = in_state(replace(station, chain=chain), item.tuner)
        reading = solve(there, np.array([item.freq_hz])).stages[item.at].reading
        watts.append(reading.forward_w[0])
        rho.append(np.sqrt(reading.reflected_w[0] / reading.forward_w[0]))
    return np.array(watts), np.array(rho)


def close(item, other):
    assert item[0] == pytest.approx(other[0], rel=1e-6)
    assert item[1] == pytest.approx(other[1], rel=1e-6, abs=1e-6)


def changed(at, part):
    return replace(KNOWN, chain=(*CHAIN[:at], part, *CHAIN[at + 1 :]))


def with_antenna(change):
    points = []
    for f in (1e6, *FREQS, 3e7):
        z = change(complex(solve(KNOWN, np.array([f])).antenna.z_ohm[0]))
        points.append((f, z.real, z.imag))
    return replace(KNOWN, antenna=table(tuple(points)))


def test_as_it_is_described_the_model_shows_what_the_meters_show():
    case, feed, (first, *_) = supposed("as-described")
    close(observed(case, feed, first), shown(KNOWN))


def test_what_stands_in_series_or_across_at_the_feedpoint_is_another_antenna():
    for cause, way, more in (
        ("open", "series", lambda z, ohm: z + ohm),
        ("joint", "series", lambda z, ohm: z + ohm),
        ("short", "shunt", lambda z, s: 1 / (1 / z + s)),
        ("joint", "shunt", lambda z, s: 1 / (1 / z + s)),
    ):
        case, feed, every = supposed(cause, before="unun")
        item = next(candidate for candidate in every if getattr(candidate.change, way))
        ((joint, value),) = getattr(item.change, way)
        assert joint == FEEDPOINT
        close(
            observed(case, feed, item), shown(with_antenna(lambda z, v=value, more=more: more(z, float(v))))
        )


def test_a_bad_joint_inside_the_run_is_a_part_in_line_there():
    case, feed, every = supposed("joint", behind="run")
    item = next(candidate for candidate in every if candidate.change.series)
    ((joint, ohm),) = item.change.series
    # An in-line part whose matched loss sits all in series is that resistance.
    part = Inline(loss_db=float(10 * np.log10(1 + ohm / 50)), z_ohm=50.0, series_share=1.0, label="bad")
    there = replace(KNOWN, chain=(*CHAIN[:joint], part, *CHAIN[joint:]))
    close(observed(case, feed, item), shown(there))


def test_ground_that_is_lost_and_an_antenna_that_has_moved():
    case, feed, (item, *_) = supposed("ground")
    factor = np.exp(item.change.log_ohm)
    close(observed(case, feed, item), shown(with_antenna(lambda z: factor * z.real + 1j * z.imag)))
    case, feed, every = supposed("antenna")
    item = next(candidate for candidate in every if candidate.change.log_ohm == 0)
    moved = [(f * (1 + item.change.moved), g.real, g.imag) for f, g in _sampled(item.change.moved)]
    there = replace(KNOWN, antenna=SampledAntenna(tuple(moved)))
    close(observed(case, feed, item), shown(there))


def _sampled(moved):
    freqs = [1e6, *(f / (1 + moved) for f in FREQS), 25e6]
    return [(f, complex(gamma_of(KNOWN, np.array([f]))[0])) for f in freqs]


def test_water_makes_a_run_lose_more_and_a_transformer_beyond_its_band_has_leakage():
    case, feed, every = supposed("water")
    assert {candidate.message.params["line"] for candidate in every} == {"jumper", "run"}  # no short lead
    item = next(candidate for candidate in every if candidate.message.params["line"] == "run")
    ((_, log),) = item.change.log_loss
    close(observed(case, feed, item), shown(changed(5, more_lossy(CHAIN[5], float(np.exp(log))))))
    case, feed, (item, *_) = supposed("transformer")
    ((_, leakage),) = item.change.series_h
    close(
        observed(case, feed, item),
        shown(changed(6, Transformer(ratio=4, loss_db=0.1, label="unun", leakage_h=leakage))),
    )


def test_against_another_reference_and_at_the_wrong_end_it_is_such_a_meter():
    far = tuple(item for item in EVERY if item.at == FAR)
    case, feed, (one,) = supposed("reference", far)
    close(observed(case, feed, one), shown(changed(FAR, Meter("far", 200, 5, 25, reference_ohm=75.0)), far))
    near = tuple(item for item in EVERY if item.at == NEAR)
    jumper, meter, patch, *rest = CHAIN
    for line, chain, at in (
        ("jumper", (meter, jumper, patch, *rest), 0), ("patch", (jumper, patch, meter, *rest), 2),
    ):  # fmt: skip
        case, feed, (one,) = supposed("wrong-end", near, line=line)
        there = [replace(reading, at=at) for reading in near]
        close(observed(case, feed, one), shown(replace(KNOWN, chain=chain), there))


def test_a_tuner_said_to_be_bypassed_shows_what_it_shows_in_line():
    for cause, state in (("not-bypassed", "auto"), ("not-tuned", "bypass")):
        case, feed, (item,) = supposed(cause)
        close(observed(case, feed, item), shown(KNOWN, [replace(reading, tuner=state) for reading in EVERY]))


def test_behind_the_radio_s_own_tuner_the_radio_shows_nothing():
    case, feed, (item,) = supposed("second-tuner", (*EVERY, Taken(7.1e6, RADIO, swr=1.2)))
    assert observed(case, feed, item)[1][-1] == 0
    assert observed(case, feed, item)[1][:-1] == pytest.approx(shown(KNOWN)[1], abs=1e-6)
    assert not supposed("second-tuner")[2]


def test_swapped_powers_are_put_right_and_a_scale_is_off_for_its_meter_alone():
    case, _, every = supposed("swapped")
    one = every[3]
    value = case.read_as(one.slip)
    (n,) = one.slip.only
    right = replace(EVERY[n], forward_w=EVERY[n].reflected_w, reflected_w=EVERY[n].forward_w)
    other, _ = case_of(KNOWN, [*EVERY[:n], right, *EVERY[n + 1 :]])
    assert value == pytest.approx(other.rows.value)
    case, feed, every = supposed("multiplier", at="far")
    tenfold = next(candidate for candidate in every if candidate.slip.log_factor > 0)
    ratio = observed(case, feed, tenfold)[0] / shown(KNOWN)[0]
    assert ratio == pytest.approx([10.0 if item.at == FAR else 1.0 for item in EVERY])


def test_speech_on_an_average_meter_shows_a_share_and_may_be_taken_for_the_peak():
    spoken = tuple(replace(item, emission="speech") for item in EVERY)
    case, feed, (first, *_) = supposed("as-described", spoken)
    watts, _ = shown(KNOWN)
    assert observed(case, feed, first)[0] == pytest.approx(0.2 * watts)
    case, feed, (one,) = supposed("peak", spoken, at="near")
    near = [reading.at == NEAR for reading in EVERY]
    assert observed(case, feed, one)[0][near] == pytest.approx(watts[near])
    assert not supposed("peak")[2]


def test_what_is_supposed_beforehand_adds_up_to_one_as_often_as_the_table_says():
    case, _ = case_of(KNOWN, (*EVERY, Taken(7.1e6, RADIO, swr=1.2)))
    every = suppositions(case)
    share = {
        name: sum(np.exp(candidate.log_prior) for candidate in every if candidate.cause == name)
        for name in OFTEN
    }
    assert sum(share.values()) == pytest.approx(1)
    assert share["antenna"] / share["as-described"] == pytest.approx(OFTEN["antenna"] / OFTEN["as-described"])
    old = suppositions(case, {"water": 4.0})
    assert sum(np.exp(item.log_prior) for item in old if item.cause == "water") > 4 * share["water"]
    with pytest.raises(InputError, match="one-of"):
        suppositions(case, {"gremlins": 1.0})  # type: ignore[dict-item]  # as a file may have it
    with pytest.raises(InputError, match="above"):
        suppositions(case, {"as-described": 0.0})
