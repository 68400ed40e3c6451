"""What the jobs of the bench are called, how each is set up, and in what order it is done."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

_NO_POWER = "Never transmit into an analyzer, and let static drain off a line before you connect one."
_HOT = "Do not touch coil or capacitor under power, and do not switch the coil while transmitting."


@dataclass(frozen=True)
class JobWords:
    """``chain``: from the instrument to the part; ``ends``: what is put at its far side in turn; ``carries``:
    what goes into the station; ``labels``: of fields and columns by their keys, with their units; ``sweeps``:
    what was at the far side of each."""

    title: str
    question: str
    chain: tuple[str, ...]
    ends: tuple[str, ...]
    steps: tuple[str, ...]
    cautions: tuple[str, ...]
    carries: str = ""
    caption: str = ""
    labels: Mapping[str, tuple[str, str]] = field(default_factory=dict)
    sweeps: Mapping[str, str] = field(default_factory=dict)


JOBS: Mapping[str, JobWords] = {
    "tuner": JobWords(
        "Tuner",
        "What does the tuner lose: into 50 Ω, and at the antenna that is really there?",
        ("analyzer", "tuner"),
        ("50 Ω resistor", "short", "open"),
        (
            "Calibrate the analyzer at the end of its cable, and put the tuner there; a 50 Ω resistor at "
            "the tuner’s output.",
            "Tune for the lowest SWR on the first band, and save the sweep, or write down the return loss.",
            "Leave the knobs as they are. Put a short in place of the resistor; save or write down again.",
            "Take the short off, so that the output is open; once more.",
            "Do the same on the next band.",
        ),
        (_NO_POWER, "Short and open belong right at the output: a cable to them is measured along."),
        carries="the Q of its coils",
        caption="Return losses by frequency; ∠: with its phase",
        labels={
            "mhz": ("MHz", ""),
            "match": ("matched, dB", ""),
            "short": ("short, dB", ""),
            "open": ("open, dB", ""),
        },
        sweeps={"match": "matched", "short": "short", "open": "open"},
    ),
    "watts": JobWords(
        "Watts in, watts out",
        "What do two wattmeters tell of a part’s loss, and what can they not tell?",
        ("transmitter", "meter", "part", "meter"),
        ("dummy load",),
        (
            "Put a meter on either side of the part, and a dummy load behind both.",
            "Send a steady carrier at low power, on a clear frequency, no longer than it takes to read.",
            "Read forward and reflected power at both meters.",
            "If there is only one meter, carry it from one side to the other: its scale’s error falls out.",
        ),
        (_HOT, "Keep within what the dummy load bears, and let it cool."),
        carries="what these watts tell",
        labels={
            "before": ("Before the part", ""),
            "behind": ("Behind it", ""),
            "forward_w": ("Forward", "W"),
            "reflected_w": ("Reflected", "W"),
            "full_scale_w": ("Full scale", "W"),
            "accuracy_pct": ("Accuracy, of full scale", "%"),
            "same": ("one meter, carried from side to side", ""),
        },
    ),
    "line": JobWords(
        "Feedline",
        "What does the line lose, and what are its impedance, velocity factor or length?",
        ("analyzer", "line"),
        ("open", "short", "50 Ω resistor"),
        (
            "Take the line off at both ends; measure its length with a tape, or look up its velocity factor.",
            "Calibrate the analyzer, and sweep from as low as it goes to the highest band, its far end open.",
            "The same with the far end shorted. One of the two will do; both are surer.",
            "A 50 Ω resistor at the far end adds to what is known of its impedance.",
        ),
        (_NO_POWER, "Keep coils of line off metal, and ribbon off the ground: both change what is measured."),
        carries="these figures",
        caption="Return losses by frequency",
        labels={
            "mhz": ("MHz", ""),
            "open": ("open, dB", ""),
            "short": ("shorted, dB", ""),
            "by": ("Length or velocity factor", ""),
            "by.length": ("I know its length", ""),
            "by.velocity": ("I know its velocity factor", ""),
            "length_m": ("Length measured", "m"),
            "velocity_factor": ("Velocity factor", ""),
        },
        sweeps={"open": "open", "short": "short", "load": "50 Ω resistor"},
    ),
    "fault": JobWords(
        "Fault in a line",
        "Where along the run does something send a wave back, and what is it?",
        ("analyzer", "line"),
        ("as it hangs",),
        (
            "Leave the far end as it hangs, and connect the analyzer in place of the radio.",
            "Sweep as wide as it goes, from as low as it goes, with even steps and many points.",
            "Walk to the distance that is told, and look at the connector there.",
        ),
        (_NO_POWER, "Do not climb alone, nor near overhead lines."),
        caption="Dips of SWR, one beside the other",
        labels={
            "mhz": ("MHz", ""),
            "velocity_factor": ("Velocity factor, if not that of the run", ""),
            "read_khz": ("Each dip read to", "kHz"),
        },
        sweeps={"hanging": "as it hangs"},
    ),
    "part": JobWords(
        "Part, choke or transformer",
        "What does it lose, over which frequencies may it be used, and what is it made of?",
        ("analyzer", "part"),
        ("resistor of its ratio", "short", "open"),
        (
            "Put the part at the analyzer, and the resistor that it should see at its far side: 50 "
            "Ω, or 200 Ω for a 4:1.",
            "Sweep somewhat wider than it is made for; then with a short and with nothing in the "
            "resistor’s place.",
            "Or put two of a kind back to back, and read the loss through both and their return loss.",
        ),
        (
            _NO_POWER,
            "What is told holds at the power of an analyzer; a core that warms up under power loses more.",
        ),
        carries="its loss and band",
        caption="Two of a kind, back to back",
        labels={
            "mhz": ("MHz", ""),
            "through": ("through both, dB", ""),
            "back": ("return loss, dB", ""),
            "error_db": ("Loss through both known to", "dB"),
            "resistor_ohm": ("Resistor at the far side", "Ω"),
            "most_db": ("Usable up to a loss of", "dB"),
            "most_swr": ("and an SWR of", ""),
        },
        sweeps={"match": "resistor", "short": "short", "open": "open"},
    ),
    "meter": JobWords(
        "Wattmeter",
        "Does the meter show the watts that there are?",
        ("transmitter", "meter"),
        ("load, peak detector",),
        (
            "Put a dummy load of known resistance behind the meter, and a peak detector or a scope "
            "across it.",
            "Send a steady carrier at the power at which the meter is used.",
            "Read the meter and the peak voltage; or read a better meter in the same place.",
        ),
        (
            "At 100 W there are 100 V across 50 Ω, at 1,000 W 316 V: keep fingers and probes of too "
            "little rating off.",
        ),
        carries="this correction",
        labels={
            "shown_w": ("The meter shows", "W"),
            "read_w": ("read to", "W"),
            "by": ("What tells the power", ""),
            "by.volts": ("A peak voltage", ""),
            "by.meter": ("A better meter", ""),
            "volts": ("Peak voltage", "V"),
            "volts_pct": ("known to", "%"),
            "drop_volts": ("Drop of the diode", "V"),
            "load_ohm": ("Dummy load", "Ω"),
            "load_pct": ("known to", "%"),
            "power_w": ("The better meter shows", "W"),
            "accuracy_pct": ("Accuracy, of full scale", "%"),
            "full_scale_w": ("Full scale", "W"),
        },
    ),
    "check": JobWords(
        "The analyzer itself",
        "Is its calibration still good, and what error is left?",
        ("analyzer",),
        ("open", "short", "load"),
        (
            "After calibrating, put open, short and load on once more, and save a sweep of each.",
            "Do it again after an hour, or after the cable has been moved: that is drift.",
        ),
        (_NO_POWER,),
        caption="Return losses by frequency",
        labels={
            "mhz": ("MHz", ""),
            "open": ("open, dB", ""),
            "short": ("short, dB", ""),
            "load": ("load, dB", ""),
        },
        sweeps={"open": "open", "short": "short", "load": "load"},
    ),
}
"""By job, in the order of the page."""

ANALYZER: Mapping[str, tuple[str, str]] = {
    "directivity_db": ("Directivity and source match left", "dB"),
    "tracking_db": ("Tracking left", "dB"),
    "tracking_deg": ("the same in phase", "°"),
    "drift_db": ("Drift from sweep to sweep", "dB"),
    "drift_deg": ("drift in phase", "°"),
    "noise": ("Noise in Γ", ""),
    "load_pct": ("Tolerance of the resistor", "%"),
}
"""What its calibration leaves; the first is what matters most."""
