"""A practice round."""

PRACTICE = {
    "hidden.antenna": "The antenna’s resonance has moved by {percent:figure} % {up:pick|up|down}.",
    "hidden.ground": "The antenna’s resistance is {factor:figure} times what it was.",
    "hidden.water": "{part:capital} loses {factor:figure} times what is written.",
    "hidden.joint": "There are {ohm:figure} Ω {across:pick|across the line|in series} {where}.",
    "hidden.leakage": "At 7 MHz {ohm:figure} Ω of reactance stand in series {where}.",
    "hidden.before": "before {part}",
    "hidden.feedpoint": "at the feedpoint",
    "hidden.multiplier": "What {meter} shows is {factor:figure} times what is so.",
    "hidden.multiplier-radio": "What the radio’s own meter shows is {factor:figure} times what is so.",
    "practice.right": "Right: {truth}.",
    "practice.half": "Half of it: there were two, {truth}.",
    "practice.wrong": "No: it was {truth}, not {answer}.",
    "practice.sure": "By what you had read one could be {share:percent} sure of that.",
    "practice.sure-of-one": (
        "By what you had read one could be {share:percent} sure of one of the two: causes are weighed here "
        "one by one, and of both together nothing is told."
    ),
    "practice.sure-other": (
        "What you had read spoke for something else, {likeliest} ({share:percent}): by that nobody could "
        "have known yet."
    ),
    "practice.nothing-read": "You had read no meter, and an analyzer alone is not weighed here.",
    "practice.enough": "nothing more was worth reading",
    "practice.no-meter-yet": "no meter had been read yet",
    "practice.minutes": (
        "It took you {minutes:count} {minutes:plural|minute|minutes}; the best way takes {best:count}."
    ),
    "practice.step-meter": "{at} at {freq_hz:mhz}, {tuner:pick|tuner out of line|tuned}",
    "practice.step-plain": "{at} at {freq_hz:mhz}",
    "practice.step-analyzer": "an analyzer {at} at {freq_hz:mhz}",
    "practice.step-dummy": "{at} at {freq_hz:mhz} into a dummy load, {tuner:pick|tuner out of line|tuned}",
    "practice.step-bench": "{part} on the bench",
    "practice.next-best": "next, most is told by {step}",
    "practice.two": "{first}, and {second}",
    "practice.radio": "the radio’s own meter",
}
