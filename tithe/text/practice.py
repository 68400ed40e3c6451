"""A practice round."""

PRACTICE = {
    "hidden.antenna": "Its resonance has moved by {percent:figure} % {up:pick|up|down}.",
    "hidden.ground": "Its resistance is {factor:figure} times what it was.",
    "hidden.water": "{part:capital} loses {factor:figure} times what is written.",
    "hidden.joint": "There are {ohm:figure} Ω {across:pick|across the line|in series} before {part}.",
    "hidden.joint-feedpoint": (
        "There are {ohm:figure} Ω {across:pick|across the line|in series} at the feedpoint."
    ),
    "hidden.multiplier": "What {meter} shows is {factor:figure} times what is so.",
    "hidden.multiplier-radio": "What the radio’s own meter shows is {factor:figure} times what is so.",
    "practice.right": "Right: {truth}.",
    "practice.half": "Half of it: there were two, {truth}.",
    "practice.wrong": "No: it was {truth}, not {answer}.",
    "practice.sure": "By what you had read one could be {share:percent} sure of that.",
    "practice.sure-other": (
        "What you had read spoke for something else, {likeliest} ({share:percent}): by that nobody could "
        "have known yet."
    ),
    "practice.nothing-read": "You had read nothing.",
    "practice.minutes": "It took you {minutes:count} minutes; the best way takes {best:count}.",
    "practice.best": "The best way: {steps:list}.",
    "practice.step-meter": "{at} at {freq_hz:mhz}, {tuner:pick|tuner out of line|tuned}",
    "practice.step-plain": "{at} at {freq_hz:mhz}",
    "practice.step-analyzer": "an analyzer {at} at {freq_hz:mhz}",
    "practice.next-best": "next, most is told by {step}",
    "practice.two": "{first}, and {second}",
    "practice.radio": "the radio’s own meter",
}
