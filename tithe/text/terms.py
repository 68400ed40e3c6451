"""The glossary: each term of the field that stands on a screen, in a sentence or two."""

from __future__ import annotations

from typing import NamedTuple


class Term(NamedTuple):
    """``forms``: the ways in which it is written, beside its name; one of a single letter is told by its
    case."""

    name: str
    text: str
    forms: tuple[str, ...] = ()


TERMS = {
    "additional-loss": Term(
        "additional loss",
        "What a line loses beyond its matched loss because a reflected wave travels on it as well. On a "
        "short "
        "line with little current it may be below 0.",
        ("additional loss due to SWR", "extra loss"),
    ),
    "amplitude": Term("amplitude", "How far a wave swings to either side of zero."),
    "analyzer": Term(
        "analyzer",
        "An instrument that sends a weak signal over a range of frequencies and shows the impedance or "
        "SWR of "
        "what is connected. Never transmit into one.",
        ("analyzers",),
    ),
    "apex": Term("apex", "The highest point of an antenna whose wires slope down from it."),
    "arc": Term(
        "arc", "A spark that keeps burning where a voltage is too high for a gap.", ("arcs", "arcing")
    ),
    "arrestor": Term(
        "arrestor",
        "A part across or in the line that leads surges from lightning and static to ground.",
        ("arrestors",),
    ),
    "attenuation": Term(
        "attenuation",
        "How much weaker a wave becomes along a line, in dB for a length.",
        ("lossy",),
    ),
    "bandwidth": Term(
        "bandwidth",
        "Between which frequencies something holds, for instance an SWR of 2 or less.",
    ),
    "baseline": Term("baseline", "A sweep kept from when all was well, with which later ones are compared."),
    "bypass": Term(
        "bypass", "Taken out of line: the signal goes past the part, which then does nothing.", ("bypassed",)
    ),
    "calibration": Term(
        "calibration",
        "Showing an analyzer an open end, a short circuit and a known load, so that it takes its own "
        "leads out "
        "of what it shows.",
        (
            "calibrated",
            "calibrating",
        ),
    ),
    "capacitor": Term(
        "capacitor",
        "A part that stores charge; its reactance is negative and falls with the frequency. In "
        "picofarads, pF.",
        ("capacitors", "capacitance", "capacitive", "pF", "picofarads"),
    ),
    "carrier": Term("carrier", "A steady signal without speech or keying: full power all the time."),
    "choke": Term(
        "choke",
        "A part that lets the wave inside a line pass and stops current on its outside.",
        ("chokes", "choke balun", "line isolator"),
    ),
    "coax": Term(
        "coax",
        "Feedline with one conductor inside the other, mostly of 50 Ω.",
        ("coaxial", "RG", "hardline", "corrugated", "clad"),
    ),
    "coil": Term(
        "coil",
        "Turns of wire; its reactance is positive and rises with the frequency. In microhenries, µH.",
        ("coils", "inductance", "inductive", "µH", "microhenries", "windings", "cores"),
    ),
    "comfort": Term("comfort", "The highest SWR that you yourself are content with at the radio."),
    "conductivity": Term("conductivity", "How well a material, soil for instance, leads current."),
    "conductor": Term(
        "conductor",
        "What carries the current: of a coax its centre and its shield.",
        ("conductors",),
    ),
    "connector": Term("connector", "A plug or socket in the line.", ("connectors",)),
    "contour": Term("contour", "A line on the map along which the extra loss is the same.", ("contours",)),
    "convection": Term("convection", "Heat carried off by air that rises past a warm surface."),
    "counterpoise": Term(
        "counterpoise",
        "A wire that an antenna fed at its end pushes against; without one the outside of the coax is it.",
    ),
    "crest": Term(
        "crest",
        "A place along a line where voltage or current is highest; with reflection there is one every "
        "half wave.",
        ("crests",),
    ),
    "db": Term(
        "dB",
        "Decibel: a ratio of powers. 1 dB less is a fifth of the power gone, 3 dB half of it, 10 dB nine "
        "tenths. Hardly anybody hears less than 1 dB.",
        ("decibel", "decibels"),
    ),
    "dc": Term("DC", "Direct current, for instance the supply of a remote tuner through the coax."),
    "dial": Term("dial", "The numbers round a knob, by which its place is read and noted.", ("dials",)),
    "dip": Term(
        "dip",
        "Where the SWR or the reflection is lowest within a stretch of a sweep.",
        ("dips",),
    ),
    "directivity": Term(
        "directivity",
        "How well a meter or analyzer keeps forward and reflected waves apart, in dB. With 20 dB a tenth of "
        "the wave's voltage leaks over, which hides a low SWR.",
        ("directional", "coupler"),
    ),
    "drift": Term(
        "drift", "A slow change of what an instrument shows, or of the antenna between two sweeps."
    ),
    "efficiency": Term("efficiency", "Power out over power in."),
    "emission": Term(
        "emission",
        "What is sent: a steady carrier, keying or speech. It decides how much the parts are heated.",
    ),
    "extrapolated": Term("extrapolated", "Carried on beyond what was measured, where nothing is known."),
    "feedline": Term(
        "feedline", "The line from the radio's side to the antenna.", ("feedlines", "feeder", "feeders")
    ),
    "feedpoint": Term("feedpoint", "The terminals of the antenna, where the feedline ends."),
    "foldback": Term(
        "foldback",
        "The radio's protection: above a certain SWR it sends less power than rated.",
        ("holds back", "held back"),
    ),
    "forward": Term(
        "forward", "The wave towards the antenna. Forward less reflected power is what really flows."
    ),
    "frequency": Term(
        "MHz",
        "The unit of frequency: a million swings in a second; a kHz is a thousand.",
        ("kHz", "THz"),
    ),
    "full-scale": Term(
        "full scale", "The end of a meter's range; its error is stated as a share of it, wherever it points."
    ),
    "grounding": Term(
        "grounding",
        "Connecting to earth, for safety and against lightning; local electrical codes say how.",
        ("bonding",),
    ),
    "handbook": Term(
        "handbook",
        "The formula that handbooks give for the loss of a mismatched line. It spreads the loss evenly "
        "along "
        "the line: right for long lines, off for short ones at a high SWR.",
    ),
    "impedance": Term(
        "impedance",
        "Voltage over current at a place, with their phase: resistance R and reactance X, in ohms.",
        ("impedances", "nominal", "characteristic impedance"),
    ),
    "insulation": Term(
        "insulation",
        "What keeps a line's conductors apart: solid or foamed polyethylene, PTFE, or air.",
        ("polyethylene", "PTFE"),
    ),
    "interval": Term(
        "interval", "From the least to the most that a figure can be, where something is not known exactly."
    ),
    "inverted-vee": Term(
        "inverted vee", "A wire of half a wave, hung by its middle, its ends sloping down.", ("vee",)
    ),
    "jumper": Term("jumper", "A short piece of coax between two boxes.", ("jumpers",)),
    "keying": Term("keying", "Sending Morse: the carrier switched on and off."),
    "kelvin": Term("kelvin", "A step of temperature, as large as a degree Celsius."),
    "leakage": Term("leakage", "Current through the insulation between the conductors, which takes power."),
    "loss-resistance": Term(
        "loss resistance",
        "The part of an antenna's resistance that only makes heat: in the ground, the wire and its coils.",
        ("own losses",),
    ),
    "magnetising": Term(
        "magnetising",
        "A transformer's own coil lies across the line and takes some current itself: the more, the lower "
        "the "
        "frequency.",
    ),
    "matched": Term(
        "matched",
        "The load is just what the line or the radio is made for, so nothing is reflected.",
    ),
    "matched-loss": Term(
        "matched loss", "What a line loses when its load is just its own impedance: the least for its length."
    ),
    "median": Term("median", "The middle one: half of all cases lie below it, half above."),
    "mismatch": Term(
        "mismatch",
        "The load is not what the line or the radio is made for, so a part of the wave comes back.",
        ("mismatched",),
    ),
    "mismatch-loss": Term(
        "mismatch loss",
        "What a mismatch reflects, counted as lost. It is lost only where nothing sends it out again.",
        ("mismatch only",),
    ),
    "multiplier": Term("multiplier", "By what the scale of a meter counts in the range that is chosen."),
    "network": Term("network", "How a tuner's coils and capacitors are arranged: T, pi or L.", ("pi",)),
    "noise": Term("noise", "Random errors of an instrument from one point to the next."),
    "ohm": Term("ohm", "The unit of resistance, reactance and impedance, Ω.", ("ohms", "Ω")),
    "open-line": Term(
        "open line",
        "Two parallel wires in the open, or in a ribbon: little loss, even at a high SWR, but it must hang "
        "clear of everything, and rain counts.",
        ("two-wire line", "windowed", "ribbon", "open-wire line"),
    ),
    "peak": Term("peak", "The highest moment of a voltage or of the power; 1.41 times the rms voltage."),
    "peak-detector": Term(
        "peak detector",
        "A diode and a capacitor that hold the highest voltage of a carrier, so that a voltmeter can read "
        "it.",
        ("diode",),
    ),
    "permittivity": Term(
        "permittivity",
        "How much a material, soil for instance, slows an electric wave; water has 80 times that of air.",
    ),
    "phase": Term(
        "phase",
        "Where in its swing a wave stands at a place. An SWR does not tell it, so what depends on it is told "
        "as an interval.",
        ("phases",),
    ),
    "pi-output": Term(
        "pi output",
        "The output network of a valve stage, tuned by hand: it matches loads up to SWR 3 itself.",
    ),
    "power": Term(
        "W",
        "Watt, the unit of power; a thousand are a kW.",
        ("watts", "watt", "kW", "V", "volts", "voltages", "amps"),
    ),
    "preset": Term("preset", "Where a tuner’s knobs stood at a match, noted to be set again.", ("presets",)),
    "propagation": Term("propagation", "How a wave fades and turns along a line.", ("propagation constant",)),
    "q": Term(
        "Q",
        "Quality: reactance over resistance. A coil of low Q heats; an antenna of high Q is narrow.",
    ),
    "radial": Term(
        "radial", "A wire on or in the ground from the foot of a vertical antenna outwards.", ("radials",)
    ),
    "radiated": Term("radiated", "Sent out as a wave, rather than turned into heat.", ("radiate",)),
    "reactance": Term(
        "reactance",
        "X, the part of an impedance that stores energy and gives it back: positive like a coil's, negative "
        "like a capacitor's. Zero at resonance.",
        ("X", "jx"),
    ),
    "reference-plane": Term(
        "reference plane",
        "The place along the run that a measurement is meant for. A known line between can be taken out by "
        "computation.",
        ("plane", "planes"),
    ),
    "reflected": Term(
        "reflected",
        "The wave that a mismatch sends back. Where something matches, it is sent out again.",
        ("reflection",),
    ),
    "relay": Term(
        "relay", "An electric switch; relay tuners switch coils and capacitors in steps.", ("relays",)
    ),
    "resistance": Term("resistance", "R, the part of an impedance that takes power.", ("R",)),
    "resistor": Term(
        "resistor",
        "A part that is a plain resistance: it turns what reaches it into heat and sends nothing back.",
    ),
    "resistivity": Term("resistivity", "How much a material, such as copper, resists a current."),
    "resonance": Term(
        "resonance",
        "The frequency at which the reactance is zero. An antenna need not be resonant to radiate; it is "
        "easier to match there.",
        ("resonant", "resonances", "resonates", "resonator"),
    ),
    "reflection-coefficient": Term(
        "reflection coefficient",
        "Γ: the returned wave’s amplitude over the sent one’s, with its phase; |Γ| is its size, 0 to 1.",
    ),
    "return-loss": Term(
        "return loss", "How far below the forward power the reflected one lies, in dB. The more, the better."
    ),
    "rf": Term("RF", "Radio frequency: the currents and voltages that transmit."),
    "rms": Term(
        "rms", "The effective value of a voltage or current: what heats as much as steady current would."
    ),
    "dbm": Term("dBm", "Decibels over a milliwatt: 30 dBm are 1 W.", ("milliwatt",)),
    "s-unit": Term(
        "S-unit", "A step on a receiver's signal meter, 6 dB here: a quarter of the power.", ("S-units",)
    ),
    "sinusoidal": Term("sinusoidal", "Swinging evenly, at one frequency alone.", ("sine",)),
    "source-match": Term(
        "source match",
        "What an analyzer itself sends back of a wave that returns to it: it shows most where nearly all "
        "comes back.",
    ),
    "spacing": Term("spacing", "Between the middles of a two-wire line's wires."),
    "stray": Term(
        "strays",
        "What a tuner has without being asked: the leads' inductance and the housing's capacitance.",
        ("stray",),
    ),
    "sweep": Term(
        "sweep", "Readings at many frequencies, one after the other, from an analyzer.", ("sweeps",)
    ),
    "swr": Term(
        "SWR",
        "Standing-wave ratio: how far a load is from what it should be, 50 Ω as a rule. At 1 nothing is "
        "reflected, at 2 a ninth of the power, at 3 a quarter.",
        ("SWRs",),
    ),
    "telegrapher": Term(
        "telegrapher’s equations", "The laws of voltage and current along any uniform line.", ("telegrapher",)
    ),
    "touchstone": Term("Touchstone", "A common text format for what an analyzer measured (.s1p).", ("s1p",)),
    "tracking": Term(
        "tracking",
        "By how much an analyzer shows a full reflection too large or too small, in dB and in phase.",
    ),
    "transformer": Term(
        "transformer",
        "Windings that change an impedance by a fixed ratio such as 4:1, and balance the currents if made "
        "for it.",
        ("transformers", "balun"),
    ),
    "transmitter": Term(
        "transmitter", "The radio that sends; its rated power is what the rest is counted from."
    ),
    "trim": Term("trim", "To cut or lengthen an antenna until it resonates where wanted.", ("trimming",)),
    "tuner": Term(
        "tuner",
        "A box of coils and capacitors that makes the load look like 50 Ω to the radio. It does not "
        "change the "
        "SWR on the line behind it.",
        ("tuners", "knobs"),
    ),
    "velocity-factor": Term(
        "velocity factor", "How fast a wave travels on the line, over the speed of light."
    ),
    "wavelength": Term(
        "wavelength", "How long a whole wave is; on a line shorter than in air, by the velocity factor."
    ),
    "wattmeter": Term(
        "wattmeter",
        "A meter in line that shows forward and reflected power.",
        ("wattmeters", "meter", "meters"),
    ),
    "wet-factor": Term(
        "wet factor",
        "How many times its dry loss a two-wire line may have in rain or ice.",
        ("Loss when wet",),
    ),
}


def forms(term: Term) -> tuple[str, ...]:
    """All the ways in which a term is written."""
    return (term.name, *term.forms)
