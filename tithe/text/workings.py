"""What is said of each rule that a working uses: its name, what it assumes, where it holds, where it is
from."""

from __future__ import annotations

from typing import NamedTuple


class RuleText(NamedTuple):
    """A rule in words."""

    title: str
    assumes: str
    holds: str
    source: str


CIRCUITS = "Circuit theory with sinusoidal voltages and currents; docs/physics.md."
LINES = "Transmission-line theory (telegrapher’s equations); docs/physics.md, “Feedlines”."
METERS = "Theory of the directional coupler; docs/physics.md, “Meters”."
TUNERS = "Ladder networks with lossy elements; docs/physics.md, “Tuners”."

SWEPT = "Reflection measurements; docs/physics.md, “Sweeps”."
CHOSEN = "docs/physics.md, “Choosing”."

RULES = {
    "real-power": RuleText(
        "Real power at a plane",
        "A steady carrier; voltage and current with their true phases.",
        "Everywhere, at any SWR.",
        CIRCUITS,
    ),
    "taken": RuleText(
        "Power in less power out",
        "What does not come out again is heat.",
        "Everywhere; the sum over all parts is the rated power.",
        CIRCUITS,
    ),
    "part-loss": RuleText(
        "Loss from the powers at both ends",
        "The part’s own loss splits into one in series and one across, by the share that is stated.",
        "At any load. In series it costs most at low impedances, across at high ones.",
        CIRCUITS,
    ),
    "line-loss": RuleText(
        "Loss of a line from its real currents",
        "A uniform line of small cross section, with the attenuation of its type.",
        "At any length, load and SWR.",
        LINES,
    ),
    "tuner-loss": RuleText(
        "Loss of a tuner from the heat in its elements",
        "Coils and capacitors with the quality factors stated; strays without loss.",
        "At any load. Into 50 Ω it is least: a tuner’s loss is that of its load.",
        TUNERS,
    ),
    "tuner-sheet": RuleText(
        "Loss by the tuner’s sheet",
        "Between the sheet’s two figures the loss in dB runs straight with the SWR.",
        "Inside the stated reach; beyond it nothing is known.",
        TUNERS,
    ),
    "impedance": RuleText("Voltage over current", "A steady carrier.", "Everywhere.", CIRCUITS),
    "swr": RuleText(
        "SWR from the reflection",
        "A real reference impedance, whatever line the plane lies in.",
        "Everywhere; total reflection is an infinite SWR.",
        LINES,
    ),
    "peak-volts": RuleText(
        "Peak of a sine wave", "A pure sine at full power.", "At the radio’s side of the part.", CIRCUITS
    ),
    "rms-amps": RuleText(
        "Size of the current", "A steady carrier at full power.", "At the radio’s side of the part.", CIRCUITS
    ),
    "matched-loss": RuleText(
        "Matched loss of a line",
        "Low loss in each wavelength; conductor loss grows with the root of the frequency, insulation "
        "loss with "
        "the frequency.",
        "Into the line’s own impedance, at SWR 1 on the line. At a mismatch the true loss differs.",
        LINES,
    ),
    "additional-loss": RuleText(
        "Additional loss due to SWR",
        "Nothing beyond the two losses it is the difference of.",
        "Everywhere. It may be below 0: a short line whose current is low loses less than a matched one.",
        LINES,
    ),
    "handbook": RuleText(
        "The handbook’s loss at a mismatch",
        "Loss spread evenly over conductor and insulation, and many crests along the line.",
        "Lines of a wavelength and more at a moderate SWR. On short lines into very low or very high "
        "impedances it can be off by a factor of two or three.",
        LINES,
    ),
    "crest-volts": RuleText(
        "The highest voltage on a line",
        "Both waves added at every place; the largest sum is found along the length.",
        "At full power.",
        LINES,
    ),
    "crest-amps": RuleText(
        "The highest current on a line",
        "Both waves’ currents added at every place; the largest sum is found along the length.",
        "At full power.",
        LINES,
    ),
    "crest-heat": RuleText(
        "Heat in a metre at the current crest",
        "The figures of the line’s type; the peak power flows all the time.",
        "The hottest place of the line.",
        LINES,
    ),
    "line-limit": RuleText(
        "Power that the line bears",
        "Its hottest metre gives off, to still air, no more than its jacket can: about 12 W for each "
        "square metre "
        "and kelvin, 25 to 100 K above the air by its insulation.",
        "A line by itself in the shade. In the sun, bundled or buried it bears less.",
        "Heat transfer by convection and radiation; docs/physics.md, “Feedlines”.",
    ),
    "no-limit": RuleText(
        "Power that the part bears",
        "The rating that is stated, if any.",
        "As its maker states it.",
        "The part’s own figures.",
    ),
    "fit-residual": RuleText(
        "How well the line fits its readings",
        "Conductor and insulation loss fitted by least squares.",
        "Between the lowest and the highest reading.",
        LINES,
    ),
    "forward": RuleText(
        "What a meter shows forward",
        "An ideal coupler for its reference impedance, in a line of no length.",
        "Forward less reflected is the true power, whatever line the meter sits in.",
        METERS,
    ),
    "reflected": RuleText(
        "What a meter shows reflected",
        "An ideal coupler for its reference impedance, in a line of no length.",
        "Forward less reflected is the true power, whatever line the meter sits in.",
        METERS,
    ),
    "meter-error": RuleText(
        "How far a meter may be off",
        "The coupler leaks at the worst phase, and the scale errs at the same time.",
        "For the directivity and accuracy stated; on speech also for the share of the peak that it shows.",
        METERS,
    ),
    "meter-swr-error": RuleText(
        "How far a meter’s SWR may be off",
        "Forward and reflected are read at the same moment, each at the end of its interval that is worst.",
        "For the directivity and accuracy stated. Near the bottom of the scale the scale’s error rules.",
        METERS,
    ),
    "efficiency": RuleText(
        "Efficiency of a tuner",
        "Nothing beyond both powers.",
        "At this load only. At another load it is another.",
        TUNERS,
    ),
    "tuner-limit": RuleText(
        "Power that a tuner bears",
        "Volts and amps in its elements grow with the root of the power; the first to reach its rating "
        "sets the limit.",
        "At this load and setting.",
        TUNERS,
    ),
    "setting-c": RuleText(
        "The setting of a tuner’s capacitor",
        "Found by a search over all settings inside the ranges: an exact match at the least loss, with "
        "the losses in. "
        "Below: what the radio’s side then shows.",
        "At this load and frequency.",
        TUNERS,
    ),
    "setting-l": RuleText(
        "The setting of a tuner’s coil",
        "Found by a search over all settings inside the ranges: an exact match at the least loss, with "
        "the losses in. "
        "Below: what the radio’s side then shows.",
        "At this load and frequency.",
        TUNERS,
    ),
    "element-heat": RuleText(
        "Heat in a tuner’s element", "A loss resistance of the reactance over Q.", "At full power.", TUNERS
    ),
    "element-volts": RuleText(
        "Peak voltage across a tuner’s element",
        "A loss resistance of the reactance over Q.",
        "At full power.",
        TUNERS,
    ),
    "element-absent": RuleText(
        "An element that is not in line",
        "A bank with nothing switched in carries no current.",
        "At this setting.",
        TUNERS,
    ),
    "element-amps": RuleText(
        "Current through a tuner’s element",
        "Carried back from the load through the network, element by element.",
        "At full power.",
        TUNERS,
    ),
    "foldback": RuleText(
        "What the radio’s protection leaves",
        "Protection acts on forward power, by a curve over the SWR; what is reflected at the radio is not"
        " sent again.",
        "For the curve chosen; your radio’s own may differ.",
        "docs/physics.md, “Transmitter”.",
    ),
    "radiated": RuleText(
        "Radiated share of the power fed",
        "The antenna’s losses as a resistance in series with its radiation resistance.",
        "At the feedpoint; without a stated loss resistance all that is fed counts as radiated.",
        "Antenna theory; docs/physics.md, “Antennas”.",
    ),
    "sky": RuleText(
        "What leaves for the sky",
        "The currents on the wires over an endless flat soil; their waves in all directions above the"
        " horizon, each with what the soil throws back, added up. What is left of the power warms the soil.",
        "For wires 3 cm and more above the soil, and for a vertical over radials on it.",
        "Antenna theory; docs/physics.md, “Wires”.",
    ),
    "mismatch-only": RuleText(
        "Mismatch loss",
        "What is reflected at the antenna is gone.",
        "Only where nothing sends it back again: no tuner, and a source that absorbs it.",
        LINES,
    ),
    "handbook-sum": RuleText(
        "The handbook’s sum",
        "Handbook loss of each line, matched loss of every other part, a tuner without loss.",
        "Long lines at a moderate SWR behind a good tuner.",
        LINES,
    ),
    "return-loss": RuleText("Return loss", "A real reference impedance.", "Everywhere.", LINES),
    "lowest-swr": RuleText(
        "Where the SWR is lowest",
        "A smooth curve through the neighbouring points, as wide as their noise asks.",
        "Between the sweep’s points; it need not be where the antenna resonates.",
        SWEPT,
    ),
    "resonance": RuleText(
        "Where the reactance is zero",
        "A smooth curve through the neighbouring points, as wide as their noise asks.",
        "At the plane shown. Through a cable resonance lies elsewhere than at the antenna.",
        SWEPT,
    ),
    "impedance-of-sweep": RuleText(
        "Impedance from the reflection",
        "A calibrated instrument for its reference impedance.",
        "At the plane shown.",
        SWEPT,
    ),
    "apart": RuleText(
        "From the lowest SWR to resonance", "Nothing beyond both frequencies.", "At the plane shown.", SWEPT
    ),
    "width": RuleText(
        "Width at an SWR",
        "The curve between the points on either side is smooth.",
        "At the plane shown; a lossy cable widens it.",
        SWEPT,
    ),
    "quality": RuleText(
        "Q from the slope of the impedance",
        "One resonance, far from the next.",
        "For series and parallel resonances alike; loss and radiation both lower it.",
        "The literature on antenna bandwidth and Q (2005).",
    ),
    "band-swr": RuleText(
        "SWR on a band",
        "Between points the reflection runs straight.",
        "At the edges, the middle and every point of the sweep between them.",
        SWEPT,
    ),
    "score": RuleText(
        "Watts over all bands", "Each band counts by its weight.", "At the power that the parts bear.", CHOSEN
    ),
    "score-spread": RuleText(
        "How far what is not known of the antenna moves it",
        "On every band at once the least, or the most, round the circle of phases, or over the cases of an "
        "estimate.",
        "Where only the SWR of the antenna is known, or where it is planned.",
        CHOSEN,
    ),
    "band-watts": RuleText(
        "Watts on a band",
        "The mean of both edges and the middle; with the phase unknown each is a median over the phases.",
        "At the power that the parts bear.",
        CHOSEN,
    ),
    "behind": RuleText(
        "How far behind the best",
        "The best of all that are affordable.",
        "On the bands that you use.",
        CHOSEN,
    ),
    "borne": RuleText(
        "Power that a candidate bears",
        "The first part to reach a rating or its heat limit sets it.",
        "The least of edges and middle, at any phase.",
        CHOSEN,
    ),
    "cost": RuleText(
        "What it costs",
        "Only what must be bought, at the prices in force.",
        "As good as the prices are.",
        CHOSEN,
    ),
    "total-loss": RuleText(
        "All losses together",
        "Every part with its real currents, the radio’s protection included.",
        "Everywhere.",
        CIRCUITS,
    ),
    "s-units": RuleText(
        "Loss in S-units",
        "An S-unit is 6 dB.",
        "As a convention; many meters count 3 to 5 dB for one.",
        "The recommendation for signal-strength meters below 30 MHz.",
    ),
    "trim-wire": RuleText(
        "How much to cut or lengthen",
        "Length times frequency stays the same: height and surroundings as they are.",
        "For the wire as a whole; bent ends, a coil and things near make it a guess. Do half of it first.",
        SWEPT,
    ),
    "trim-coil": RuleText(
        "How much more coil",
        "The frequency falls with the root of the inductance.",
        "For a coil that tunes with the capacitance of the wire beyond it. Do half of it first.",
        SWEPT,
    ),
    "trim-learned": RuleText(
        "What the last step taught",
        "The next step moves the dip as far for each metre as the last one did.",
        "For small steps; it goes before the rule, since it is this very antenna’s.",
        SWEPT,
    ),
    "radials-parted": RuleText(
        "Twice the radials, where they part the current evenly",
        "The ground’s share falls as one over their number; the rest stays.",
        "Near resonance, for radials of like length. The truth lies between this and radials that lie close.",
        SWEPT,
    ),
    "radials-close": RuleText(
        "Twice the radials, where they lie close to each other",
        "The ground’s share falls as one over the root of their number; the rest stays.",
        "For short ones, or on the ground. The truth lies between this and radials that part the current.",
        SWEPT,
    ),
    "moved": RuleText(
        "How far a dip has moved", "Both sweeps at the same plane.", "Nothing beyond both frequencies.", SWEPT
    ),
    "far-swr": RuleText(
        "SWR at the line’s far end",
        "Against the line’s own impedance, not against 50 Ω.",
        "In the middle of an unknown phase.",
        LINES,
    ),
    "crossing": RuleText(
        "Where the map’s contour is crossed",
        "The handbook’s additional loss, solved for the SWR or for the matched loss.",
        "As the handbook’s rule does: well on long lines.",
        CHOSEN,
    ),
    "rival-gain": RuleText(
        "What the rival gains",
        "Both with this length of run, everything else as it is.",
        "Over your bands, by their weights.",
        CHOSEN,
    ),
    "break-even": RuleText(
        "From which length it wins",
        "Between two lengths tried, equal factors of length gain equally many dB.",
        "Between those two lengths.",
        CHOSEN,
    ),
    "spare": RuleText(
        "How far a length may be off",
        "A length falls out as soon as one band at one phase is beyond the tuner’s reach.",
        "To the step at which lengths were tried.",
        CHOSEN,
    ),
    "net-power": RuleText(
        "Net power from both readings",
        "An ideal meter: no leak of one wave into the other’s reading.",
        "At any plane, whatever line the meter sits in.",
        METERS,
    ),
    "given-back": RuleText(
        "What a change gives back",
        "The same radio, antenna and run but for the change.",
        "At this frequency; below 0 it takes.",
        CIRCUITS,
    ),
    "less-sent": RuleText(
        "How much less the radio sends",
        "Protection acts by its curve; what is reflected at the radio is not sent again.",
        "For the curve chosen; your radio’s own may differ.",
        "docs/physics.md, “Transmitter”.",
    ),
    "lines-extra": RuleText(
        "What the mismatch adds on all lines",
        "Each line with its real currents, and matched.",
        "Everywhere. It may be below 0 on short lines.",
        LINES,
    ),
    "bench-short": RuleText(
        "A tuner’s loss by a short",
        "All that does not come back is lost on the way there and back, the same each way.",
        "Nowhere exactly: it is the loss at one position of the standing wave, off by up to a factor of two "
        "either way.",
        TUNERS,
    ),
    "bench-both": RuleText(
        "A tuner’s loss by a short and an open end",
        "The mean of two standing waves; where one has its crest, the other is least.",
        "Into the reference impedance, with a match that is good. At another load the loss is another.",
        TUNERS,
    ),
    "bench-wattmeters": RuleText(
        "A tuner’s loss by two wattmeters",
        "A good wattmeter may be off by 5 % of its reading; the two, as bad luck has it, opposite ways.",
        "At the real load. Below some tenths of a dB the meters’ error is larger than the loss.",
        METERS,
    ),
    "in-reach": RuleText(
        "How many lengths are in reach",
        "Lengths from half to one and a half times the present one; both edges and the middle of the band, "
        "at every phase that is open.",
        "For this tuner, antenna and line.",
        CHOSEN,
    ),
    "worst-length": RuleText(
        "What leaves at the worst length",
        "The station solved at every length; the mean over both edges and the middle of the band, in the "
        "middle of the phases that are open, at the power that all parts bear.",
        "For this tuner, antenna and line.",
        CHOSEN,
    ),
    "best-length": RuleText(
        "What leaves at the best length",
        "The same at the length at which it is most.",
        "For this tuner, antenna and line.",
        CHOSEN,
    ),
    "nearest-length": RuleText(
        "The nearest length in reach",
        "Of the lengths tried, the nearest at which the tuner reaches both edges and the middle of the band.",
        "To the step at which lengths were tried.",
        CHOSEN,
    ),
}
SHORT_CUTS = {
    "handbook": "The handbook’s rule",
    "lossless": "Taking the tuner for lossless",
    "insertion": "The insertion loss of its sheet, as into 50 Ω",
}
WORKINGS = {
    "working.exact": "{name} gives {value:figure} dB, which is right here.",
    "working.more": "{name} gives {value:figure} dB: {off:figure} dB too much here.",
    "working.less": "{name} gives {value:figure} dB: {off:figure} dB too little here.",
}
