"""What is said of readings: what explains them, and which further one would tell more."""

READINGS = {
    "explained.as-described": (
        "The readings agree with the station as it is described, within what is uncertain."
    ),
    "explained.much-better": (
        "That explains the readings {likelihood:count} times as well as the station as it is described."
    ),
    "explained.also": "Nearly as good: {other}",
    "take.power": "the radio gives {watts:watts} W",
    "take.loss": "{part} loses {factor:figure} times what is written",
    "explained.both-right": (
        "Both meters are right: the tuner shows the radio SWR {near:ratio}, and changes nothing behind it, "
        "where SWR {far:ratio} stands on the line."
    ),
    "explained.above-rated": (
        "{forward_w:watts} W forward behind the tuner are no fault: {back_w:watts} W of it have come back "
        "and are sent again; forward less reflected, {net_w:watts} W, is what flows."
    ),
    "explained.net": "By the two net powers alone, the tuner loses {loss_db:db} dB.",
    "explained.net-nothing": (
        "By the two net powers alone, the tuner may lose anything up to {most:db} dB: these meters cannot "
        "tell less."
    ),
    "explained.loss": "As the readings imply, {part} loses {loss_db:db} dB at {freq_hz:mhz}.",
    "explained.loss-written": (
        "No reading bears on what {part} loses at {freq_hz:mhz}: as written, with what is uncertain of that, "
        "it is {loss_db:db} dB."
    ),
    "explained.loss-open": "What {part} loses at {freq_hz:mhz} these readings do not tell at all.",
    "explained.phase-open": (
        "Of the antenna only the SWR is known: every phase that fits it and the readings is counted."
    ),
    "explained.next": "What would tell most: {further}",
    "slip.multiplier.too-much": (
        "The powers of {at} are ten times what they should be: the range’s multiplier."
    ),
    "slip.multiplier.too-little": (
        "The powers of {at} are a tenth of what they should be: the range’s multiplier."
    ),
    "slip.once.too-much": "At {freq_hz:mhz} {at} was read ten times too high: the range’s multiplier.",
    "slip.once.too-little": "At {freq_hz:mhz} {at} was read at a tenth: the range’s multiplier.",
    "slip.peak": "{at:capital} shows the peak of speech, and was taken to show its average.",
    "slip.reference": "{at:capital} is made for 75 Ω, in a line of 50 Ω.",
    "slip.wrong-end": "{at:capital} stands at the other end of {line}.",
    "slip.second-tuner": (
        "The radio’s own tuner was on: its 1:1 is its own, behind it the SWR is what the other meters show."
    ),
    "slip.swapped": "Forward and reflected of {at} at {freq_hz:mhz} are swapped.",
    "slip.not-bypassed": "The tuner was in line where it was taken to be bypassed.",
    "slip.not-tuned": "The tuner was bypassed, or not set, where it was taken to be matching.",
    "fault.short": "There is a short at the far end.",
    "fault.open": "The far end is open: a wire off, a plug without its pin.",
    "fault.ground": "The antenna has twice its resistance: radials or ground connection lost.",
    "fault.water": "{line:capital} loses several times what it should: water in it, or a corroded plug.",
    "fault.out-of-band": "{part:capital} is used outside its band.",
    "trend.too-few": "Readings of two days at the least show how a loss moves.",
    "trend.steady": "From {since} to {now} no loss has certainly grown: the intervals overlap.",
    "trend.grown": (
        "{part:capital} loses more than it did: {before:db} dB at {freq_hz:mhz} on {since}, {after:db} dB "
        "on {now}. Look at its plugs and for water in it."
    ),
    "trend.between": "Noted in between: {notes:names}.",
    "place.fold-back": (
        "Am I within the fold-back? Between {before} and {behind}, range {full_scale_w:watts} W: there SWR "
        "1 is told from {swr:ratio}."
    ),
    "place.antenna-well": (
        "Is the antenna as it was? Between {before} and {behind}, range {full_scale_w:watts} W: there |Γ| "
        "at the feedpoint is known to {error:two}."
    ),
    "place.tuner-set": (
        "Is the tuner set? Between {before} and {behind}, range {full_scale_w:watts} W: there SWR 1 is told "
        "from {swr:ratio}."
    ),
    "place.tuner-loss": (
        "What does the tuner lose? Two meters, before and behind {behind}, range {full_scale_w:watts} W: "
        "its loss to within {error:db} dB."
    ),
    "left-out.no-meter": (
        "No meter called {about:name} stands in the run now: {count:plural|one reading is|some readings are} "
        "left out."
    ),
    "left-out.two-meters": (
        "Two meters are called {about:name}: {count:plural|one reading is|some readings are} left out."
    ),
    "left-out.antenna-not-known-there": (
        "The antenna is not known at {freq_hz:mhz}: {count:plural|one reading is|some readings are} left out."
    ),
    "left-out.no-figures": (
        "At {about:name} {count:plural|one entry holds|some entries hold} no figures that a meter can show: "
        "left out."
    ),
    "left-out.open-phase": (
        "Only the SWR of the antenna is known, and its phase is to be found at every frequency: "
        "{count:count} of {of:count} readings are explained, evenly chosen."
    ),
    "further.auto": "{at} at {freq_hz:mhz}, matched: the interval shrinks by {gain:percent}.",
    "further.bypass": "{at} at {freq_hz:mhz}, the tuner bypassed: the interval shrinks by {gain:percent}.",
}
