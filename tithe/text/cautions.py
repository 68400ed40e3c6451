"""Cautions: what is the matter, by id (and variant), and what to do about it."""

CAUTIONS = {
    "caution.two-tuners": (
        "Two tuners are at work in one chain, {tuners:names}: they tune against each other."
    ),
    "caution.no-match.some-phases": (
        "{tuner:name} matches at {share:percent} of the phases that the SWR leaves open."
    ),
    "caution.no-match.some-cases": (
        "{tuner:name} does not match in every case: the antenna is an estimate, and at one end of it SWR "
        "{ratio:ratio} is left."
    ),
    "caution.no-match.as-set": "As its knobs stand, {tuner:name} does not match here: SWR {ratio:ratio}.",
    "caution.no-match.lacks": (
        "No setting of {tuner:name} matches here; the SWR stays at {ratio:ratio} at the best. It {lack}."
    ),
    "caution.no-match.nothing-helps": (
        "No setting of {tuner:name} matches here; the SWR stays at {ratio:ratio} at the best. No single part"
        " would cure it."
    ),
    "caution.tuner-over-rating": (
        "{part:name} is above a rating at this power; it bears {bears_w:figure} W here. If it arcs, the load"
        " asks too much of it; the tuner is not at fault."
    ),
    "caution.over-voltage": "{part:name} stands {volts:figure} V rms and is rated {rated:figure} V.",
    "caution.over-power": "{power_w:figure} W goes into {part:name}, which is rated {rated_w:figure} W.",
    "caution.core-too-hot.rated": (
        "{part:name} would turn {heat_w:figure} W into heat, and gives off {limit_w:figure}: it bears about "
        "{bears_w:figure} W here."
    ),
    "caution.core-too-hot.typical": (
        "{part:name} would turn {heat_w:figure} W into heat. No rating is typed for it: one of the usual "
        "size gives off some {limit_w:figure} W in still air, and so bears about {bears_w:figure} W here."
    ),
    "caution.meter-over-scale": (
        "{meter:name} would show {shown_w:figure} W forward, beyond its full scale of {scale_w:figure} W."
    ),
    "caution.meter-low-on-scale": "{meter:name} stands in the lowest tenth of its scale, where it errs most.",
    "caution.forward-above-rated": (
        "{meter:name} shows more forward watts than the radio makes ({shown_w:figure}): what the line sends "
        "back goes out again. It is no fault."
    ),
    "caution.outside-band.between": (
        "{part:name} is made for {low_hz:mhz} to {high_hz:mhz}, not for {freq_hz:mhz}."
    ),
    "caution.outside-band.from": "{part:name} is made for {low_hz:mhz} and up, not for {freq_hz:mhz}.",
    "caution.dc-blocked": ("{part:name} does not pass the DC that {remote:name} needs through the coax."),
    "caution.high-voltage.feedpoint": (
        "The feedpoint stands {volts:figure} V peak: an RF burn to whoever touches it."
    ),
    "caution.high-voltage.line": "The open line {line:name} stands up to {volts:figure} V peak.",
    "caution.wire-ends": (
        "The ends of the antenna’s wires stand some {volts:figure} V peak: an RF burn to whoever touches one."
    ),
    "caution.folding-back": (
        "The radio protects itself (foldback) and holds back {held_w:figure} of its {rated_w:figure} W."
    ),
    "caution.line-too-hot": (
        "{line:name} would heat by {heat_w:figure} W in a metre at its hottest place, and gives off "
        "{limit_w:figure}: it bears {bears_w:figure} W here."
    ),
    "caution.hot-standing.rated": (
        "The SWR on {line:name} is high and it heats unevenly, up to {heat_w:figure} W in a metre of the "
        "{limit_w:figure} that it gives off."
    ),
    "caution.hot-standing.unrated": (
        "The SWR on {line:name} is high and it heats unevenly, up to {heat_w:figure} W in a metre."
    ),
    "caution.match-without-radiation": (
        "The radio sees a good match, yet most of the power never leaves the antenna. A good match is no "
        "proof of radiation: a dummy load matches perfectly."
    ),
    "caution.flattered-swr": (
        "The loss of {line:name} hides the mismatch: the SWR is {far:ratio} at its far end and {near:ratio} "
        "at its near end."
    ),
    "caution.far-between-points.gap": (
        "Nothing was measured between {low_hz:mhz} and {high_hz:mhz}: the antenna is taken to change evenly,"
        " and may be anything."
    ),
    "caution.far-between-points.chord": (
        "The antenna changes much between {low_hz:mhz} and {high_hz:mhz}, and is not known in between: a "
        "straight line is a guess."
    ),
    "caution.model-guess": (
        "The antenna is a model of one resonance, good from {low_hz:mhz} to {high_hz:mhz}. Here it is a "
        "guess: real antennas have other resonances."
    ),
    "caution.read-through-run": (
        "The antenna’s SWR was read in the room, through this run: it tells of the antenna only with it."
    ),
    "caution.meter-on-speech": "{meter:name} averages: on speech it shows well below the peak power.",
    "caution.exposure": "RF exposure near the antenna is not computed here.",
    "caution.grounding": "Grounding, bonding and lightning protection are not part of these figures.",
    "caution.tune-quietly": "Never switch a tuner’s coil under power.",
    "shortfall.reach": "reaches SWR {reach:ratio}, the load has {ratio:ratio}",
    "shortfall.coil": "needs {needed:uh} µH, the coil{number:numbered} {ends:pick|ends|begins} at {end:uh}",
    "shortfall.capacitor": (
        "needs {needed:pf} pF, the capacitor{number:numbered} {ends:pick|ends|begins} at {end:pf}"
    ),
}

REMEDIES = {
    "remedy.two-tuners": "Put one of them in bypass; then set the other.",
    "remedy.no-match": "Extend the range, change the feeder length or the antenna, or match elsewhere.",
    "remedy.tuner-over-rating": "Stay below that power, or use a tuner with higher ratings.",
    "remedy.over-voltage": "Lower the power, or use a part with a higher voltage rating there.",
    "remedy.over-power": "Lower the power, or use a part with a higher power rating there.",
    "remedy.core-too-hot": (
        "Lower the power or keep key-down times short; look for an impedance nearer to what it is made for, "
        "or take a larger core. Small ones give off some 3 W, large or stacked ones 25. Let it cool before "
        "you touch it."
    ),
    "remedy.meter-over-scale": "Choose the next range, and mind its multiplier.",
    "remedy.meter-low-on-scale": "Use a lower range, or do not trust its last digits.",
    "remedy.forward-above-rated": "Subtract: net power is forward less reflected.",
    "remedy.outside-band": "Take what it does here with doubt; use a part made for this frequency.",
    "remedy.dc-blocked": "Use an arrestor or part that passes DC, or bring the supply by its own wire.",
    "remedy.high-voltage": "Keep hands, leaves and roofs off; never touch antenna or open line under power.",
    "remedy.wire-ends": "Hang them, and raised radials, out of everybody’s reach, and clear of leaves.",
    "remedy.folding-back": "Set the tuner, or lower the SWR that the radio sees.",
    "remedy.line-too-hot": (
        "Lower the power, keep key-down times short, or take a thicker line. In the sun it bears less."
    ),
    "remedy.hot-standing": "Keep key-down times short.",
    "remedy.match-without-radiation": "Look at what took the power, not at the match.",
    "remedy.flattered-swr": (
        "Measure at the feedpoint, or move the reference plane of the measurement there through the known "
        "line."
    ),
    "remedy.far-between-points": "Measure at this band’s edges too, or in finer steps.",
    "remedy.model-guess": "Measure the antenna here, or choose a model made for this band.",
    "remedy.read-through-run": "After changing the run, read the SWR again, or enter it for the feedpoint.",
    "remedy.meter-on-speech": "Use the peak setting on speech, or measure with a steady carrier.",
    "remedy.exposure": "Assess the exposure of people as the licensing authority requires.",
    "remedy.grounding": "Follow the local electrical code; where it says so, have a qualified person do it.",
    "remedy.tune-quietly": ("Tune at low power, on a clear frequency, into a dummy load where it will do."),
}
