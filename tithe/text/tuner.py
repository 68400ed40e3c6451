"""What is said of a tuner in its station: reach, bands, hands, retuning."""

_NETWORKS = {
    "t-highpass": "a T of capacitor, coil, capacitor",
    "t-lowpass": "a T of coil, capacitor, coil",
    "pi": "a pi of capacitor, coil, capacitor",
    "l": "the best of the four L forms",
}

TUNERS = {
    "reach.nothing": "At {freq_hz:mhz} no load is inside its reach.",
    "reach.all": "At {freq_hz:mhz} it matches every load up to SWR 130.",
    "reach.most": "At {freq_hz:mhz} it matches {share:percent} of all loads up to SWR 130.",
    "reach.loses": (
        "Inside its reach it loses {least:db} dB at the least and {most:db} dB at the most, half of the "
        "loads less than {half:db} dB."
    ),
    "reach.weak": "At {share:percent} of them a part reaches its rating below {power_w:watts} W.",
    "tuner.traded": (
        "Set for the least loss alone, {least_db:db} dB, it would bear {would_w:figure} W: this setting "
        "loses {more_db:db} dB more and bears {bears_w:figure} W."
    ),
    "tuner.no-bands": (
        "No band’s load at the tuner is known: that needs an antenna known with its phase over the bands."
    ),
    "tuner.as-planned": (
        "The antenna is planned: it is taken as typed here, and what it may be instead moves every figure."
    ),
    "tuner.inside": "At this length of feedline all {count:count} bands are inside the tuner’s reach.",
    "tuner.out": "At this length of feedline {bands:list} cannot be matched.",
    "tuner.worst": (
        "Most is lost in the tuner on {band}: {real:db} dB at the load that is really there, {flat:db} dB "
        "into 50 Ω."
    ),
    "tuner.weak": "On {bands:list} a part reaches its rating below {power_w:watts} W.",
    "proposal.length": "a run of {length_m:length}: {watts:watts} W leave",
    "proposal.step-up": "a 4:1 transformer behind the tuner: {watts:watts} W leave",
    "proposal.step-down": "a 1:4 transformer behind the tuner: {watts:watts} W leave",
    **{
        f"proposal.{slug}": f"{name}, of these parts: {{watts:watts}} W leave"
        for slug, name in _NETWORKS.items()
    },
    "knob.c1": "C1, towards the radio,",
    "knob.c2": "C2, towards the antenna,",
    "knob.c": "the capacitor",
    "knob.l1": "L1, towards the radio,",
    "knob.l2": "L2, towards the antenna,",
    "knob.l": "the coil",
    "move.full": "its greatest value",
    "move.least": "its least value",
    "move.stands": "about {share:percent} of its travel",
    "move.number": "{number:figure}",
    "move.turn": "{knob} to {to}",
    "move.together": ("{knob} in small steps to {to}, after each {follows} to the dip; it ends at {ends}"),
    "hands.from-half": (
        "First at receive: every capacitor half way, then the coil for the loudest noise. Then with a steady "
        "carrier, each move to the lowest reflected power. What follows starts with every knob half way."
    ),
    "hands.from-here": (
        "From where the knobs stand, with a steady carrier, each move to the lowest reflected power."
    ),
    "hands.why": (
        "Of all settings that match, that with the most capacitance towards the antenna mostly loses least: "
        "less voltage stands across it, and less current circulates in the coil."
    ),
    "hands.more-capacitance": (
        "The dip found by the meter alone loses {here:db} dB in the tuner, the best match {least:db} dB: the "
        "meter cannot tell them apart."
    ),
    "hands.by-meter": "By the meter alone, {count:count} {count:plural|move|moves}.",
    "hands.by-dials": "By the dials, {count:count} {count:plural|move|moves}.",
    "hands.there": "It ends at SWR {swr:ratio}, and loses {loss_db:db} dB in the tuner.",
    "hands.not-there": (
        "It ends at SWR {swr:ratio} and no lower: the load is at the edge of the reach, or beyond it."
    ),
    "hands.low-power": (
        "Low power, ten watts at the most, on a clear frequency, a few seconds at a time; full power only "
        "when it is matched."
    ),
    "hands.roller": (
        "Turn the coil at low power only: a roller that arcs is pitted for good. If it has taps or relays, "
        "never switch them under power."
    ),
    "hands.taps": "Never switch the coil’s taps under power: carrier off, switch, carrier on.",
    "retune.covers": (
        "{count:count} {count:plural|setting covers|settings cover} it from edge to edge within SWR "
        "{limit:ratio}."
    ),
    "retune.never": "No number of settings covers it from edge to edge within SWR {limit:ratio}.",
    "retune.one-each": "One setting covers each band from edge to edge within SWR 2.",
    "retune.most": (
        "{band} needs most settings: {count:count} to stay within SWR {limit:ratio} from edge to edge."
    ),
}
