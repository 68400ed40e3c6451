"""The verdict on a frequency, and what stands beside a line."""

VERDICTS = {
    "verdict.leaves": "{radiated_w:Between|watts} of {rated_w:watts} W leave the antenna.",
    "verdict.leaves-on": "On {band}, {radiated_w:between|watts} of {rated_w:watts} W leave the antenna.",
    "verdict.soil": (
        "Of what leaves the antenna, {soil_w:watts} W warm the soil around it and {sky_w:watts} W leave"
        " for the sky."
    ),
    "verdict.takes-most-radio": "The radio’s protection takes most, {taken_w:watts} W.",
    "verdict.takes-most-reflection": "Reflection at the radio takes most, {taken_w:watts} W.",
    "verdict.takes-most-part": "{part:name} takes most, {taken_w:watts} W.",
    "verdict.takes-most-antenna": "The antenna’s own losses take most, {taken_w:watts} W.",
    "verdict.silent": "Nothing would be heard.",
    "verdict.inaudible": (
        "{typically:pick|Typically a|A} listener would not hear the difference ({loss_db:db} dB)."
    ),
    "verdict.audible": (
        "{typically:pick|Typically a|A} listener would lose {s_units:s-units} ({loss_db:db} dB)."
    ),
    "verdict.doubtful": "The antenna is guessed here, so all of this is.",
    "verdict.unmatched": "No match is made here.",
    "verdict.within-comfort": "The tuner leaves SWR {ratio:ratio}, within your comfort.",
    "moving.nothing": "Moving the match to the antenna would change next to nothing.",
    "moving.gains": "The same tuner at the antenna would give back {gain_w:watts} W.",
    "moving.loses": "The same tuner at the antenna would lose another {loss_w:watts} W.",
    "moving.either": (
        "The same tuner at the antenna would lose up to {loss_w:watts} W or give back up to {gain_w:watts} "
        "W, depending on what is not known of the antenna."
    ),
    "handbook.low": (
        "The line is shorter than a quarter wave and ends in a low impedance: its current is high along its "
        "whole length, which the handbook’s formula, an average over many crests, does not see."
    ),
    "handbook.high": (
        "The line is shorter than a quarter wave and ends in a high impedance: its current is low along its "
        "whole length, which the handbook’s formula, an average over many crests, does not see."
    ),
    "handbook.long": (
        "The handbook’s formula spreads the loss evenly; here it sits at the current crests, whose number is"
        " not whole, and the line’s own impedance is not quite real."
    ),
    "band.unknown": "The antenna’s data do not reach this band.",
    "compare.nothing-common": "The two have no band in common where both antennas are known.",
    "compare.nobody-hears": "Between {now:name} and {then:name} nobody would hear a difference on any band.",
    "compare.heard": "{then:name} would be heard to differ on {heard:count} of {bands:count} bands.",
    "compare.to-sky": "Both antennas are planned: the watts are those that leave for the sky.",
    "compare.one-soil": (
        "What the soil takes is known of one of the two antennas only: the watts are those that leave the"
        " antennas."
    ),
    "compare.gains": (
        "It gains most on {band}: {now_w:watts} W become {then_w:watts} W, {gain_db:db} dB more."
    ),
    "compare.loses": (
        "It loses most on {band}: {now_w:watts} W become {then_w:watts} W, {loss_db:db} dB less."
    ),
}
