"""The first question: what a length of line loses at a mismatch."""

LOSSES = {
    "loss.arrives": "{radiated_w:Between|watts} of {rated_w:watts} W arrive at the antenna.",
    "loss.line": (
        "{length_m:length} of {line} take {matched_db:db} dB when matched; the SWR adds {extra_db:db} "
        "dB{unknown}."
    ),
    "loss.line-all": (
        "{length_m:length} of {line} take {matched_db:db} dB when matched; here nothing reaches the load: it"
        " takes no power at all."
    ),
    "loss.were-it-matched": (
        "Behind a tuner that loses nothing the radio would send all of it, and {out_w:watts} W would arrive."
    ),
    "loss.reference": (
        "An SWR shown here is against {reference_ohm:figure} Ω, as the radio and its meters show it: that of "
        "the antenna is {known:ratio}, and against the {r0_ohm:figure} Ω of this line {on_line:ratio}."
    ),
    "loss.phase": ", depending on the phase, which an SWR does not tell",
    "loss.no-phase": "",
    "loss.other-end-radio": "At the radio’s end the SWR is {ratio:ratio}.",
    "loss.other-end-antenna": "At the antenna’s end the SWR is {ratio:ratio}.",
    "loss.not-sent": (
        "The radio sees SWR {ratio:ratio}: {not_sent_w:watts} W are held back by its protection or reflected."
    ),
    "loss.tuner": "The tuner matches it and takes {taken_w:watts} W.",
    "loss.tuner-short": "The tuner cannot match it: SWR {left:ratio} is left at the radio.",
}
