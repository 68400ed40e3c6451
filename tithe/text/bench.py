"""What is said of what was measured on the bench."""

BENCH = {
    "bench.tuner": (
        "At {freq_hz:mhz} the tuner loses {loss_db:db} dB into 50 Ω ({span:db} dB): {share:percent} get "
        "through."
    ),
    "bench.tuner-somewhere": (
        "The tuner loses {loss_db:db} dB into 50 Ω ({span:db} dB): {share:percent} get through."
    ),
    "bench.tuner-bands": (
        "Into 50 Ω the tuner loses from {least_db:db} dB at {least_hz:mhz} to {most_db:db} dB at "
        "{most_hz:mhz}."
    ),
    "bench.q": "That is a Q of {q:figure} of its coils ({span:figure}), if it was set with least loss.",
    "bench.q-at-least": "That is a Q of {least:figure} or more of its coils, if it was set with least loss.",
    "bench.q-of-usual": (
        "What the tuner is made of was not given; the Q is that of a T of 20 to 250 pF and 30 µH, "
        "capacitors of "
        "Q 1,500."
    ),
    "bench.in-station": (
        "Your tuner loses {loss_db:db} dB at {freq_hz:mhz} at the load of your station (measured, "
        "{span:db} dB), "
        "not {r0_db:db} dB as into 50 Ω."
    ),
    "bench.by-return-loss": (
        "By return loss alone, what is left of the match stays open; sweeps with phase tell it exactly."
    ),
    "bench.short-only": (
        "Only the short was read. Half of its return loss is the loss at one position of the wave: "
        "the loss into 50 Ω may be {span:db} dB. Read the open as well."
    ),
    "bench.short-alone": (
        "At {freq_hz:mhz} half of the return loss into the short alone says {short_db:db} dB, {times:two} "
        "times "
        "the loss into 50 Ω: a short puts one position of the wave at the coil. The mean of short and open, "
        "halved, says {mean_db:db} dB."
    ),
    "bench.short-alone-here": (
        "At {freq_hz:mhz} half of the return loss into the short alone says {short_db:db} dB: here as good "
        "as the "
        "loss into 50 Ω, elsewhere half of it or twice as much."
    ),
    "bench.easiest-load": (
        "And 50 Ω is the easiest load there is: at others more current flows for the same power."
    ),
    "bench.no-coils": ("is known by its sheet, or by relay steps of which none is needed into 50 Ω"),
    "bench.no-q": "The Q of its coils cannot be told: it {why}.",
    "bench.line-is": "A line of {z0_ohm:figure} Ω, velocity factor {velocity:figure}.",
    "bench.line-length": "It is {length_m:length} long ({span:length}).",
    "bench.line": (
        "It loses {loss_db:db} dB per 100 m at {freq_hz:mhz} when matched ({span:db} dB). k₁ is {k1:figure}, "
        "k₂ {k2:figure}."
    ),
    "bench.line-beside-sheet": "That is {times:two} times what your station has for it ({sheet_db:db} dB).",
    "bench.line-no-phase": (
        "By return loss alone neither its impedance nor its velocity factor can be told; yours are kept."
    ),
    "bench.line-why": (
        "Into the {end} alone, half of the return loss says {one_db:db} dB at {freq_hz:mhz} for the length "
        "measured; "
        "the fit says {loss_db:db} dB. Where its impedance is not just 50 Ω, one end says too much and the "
        "other "
        "too little, in turn over frequency: the two together cancel."
    ),
    "bench.watts": "By these watts it loses {loss_db:db} dB ({span:db} dB with what the meters leave open).",
    "bench.watts-nothing": (
        "These meters cannot tell its loss from none: below {tells_from_db:db} dB they say nothing. It is "
        "{most:db} dB at the most."
    ),
    "bench.watts-why": (
        "Two meters that agree to their accuracy still leave {tells_from_db:db} dB open; the same meter "
        "carried from "
        "side to side leaves less, and a return loss into short and open less still."
    ),
    "bench.watts-q": (
        "That is a Q of {q:figure} of its coils ({span:figure}) at {freq_hz:mhz}, into the dummy load, if "
        "it was "
        "set with least loss."
    ),
    "bench.step": "At {at_m:figure} m: {kind}, |Γ| {rho:two}.",
    "bench.kind.antenna": "the far end: an antenna, which takes most of the wave at some frequencies",
    "bench.kind.open": "the far end, open",
    "bench.kind.short": "the far end, shorted",
    "bench.kind.higher": "the impedance rises (another line, a poor joint, or a load above that of the line)",
    "bench.kind.lower": (
        "the impedance falls (another line, water over a length, or a load below that of the line)"
    ),
    "bench.kind.piece-higher": (
        "a short piece of higher impedance, as a gap in a connector or a thinned joint is"
    ),
    "bench.kind.piece-lower": (
        "a short piece of lower impedance, as a connector with water in it or a crushed place is"
    ),
    "bench.kind.unknown": "something sends the wave back",
    "bench.no-step": "Nothing comes back from anywhere along the line.",
    "bench.dips": (
        "By {count:count} dips, what sends most of the wave back lies at {at_m:figure} m ({span:figure} m)."
    ),
    "bench.dips-why": (
        "Dips tell the distance of the largest reflection alone: neither its kind, nor whether there are "
        "others. "
        "A sweep with phase tells both."
    ),
    "bench.dips-noted": "{at_m:figure} m: most of the wave comes back, by the dips of SWR",
    "bench.resolution": (
        "Nearer than {resolution_m:length} two are told as one; beyond {farthest_m:length} nothing is told."
    ),
    "bench.kinds-unknown": (
        "The sweep begins too high for its width to tell what kind each is: sweep from as low as the "
        "instrument goes."
    ),
    "bench.fault-why": (
        "Counting the waves between two dips of SWR gives the distance to the largest reflection alone. A "
        "wider sweep "
        "tells finer, one of more points tells farther; the velocity factor shifts every distance alike."
    ),
    "bench.fault-why-here": (
        "Here that would be {at_m:figure} m, and {count:count} other {count:plural|place|places} would "
        "stay unseen."
    ),
    "bench.fault-remark": "Bench: {found:semicolon}",
    "bench.fault-noted": "{at_m:figure} m: {kind}",
    "bench.part": (
        "It loses {loss_db:db} dB ({span:db} dB) in the middle of its band, and may be used from "
        "{low_hz:mhz} to "
        "{high_hz:mhz}: no more than {most_db:db} dB there, at an SWR of {most_swr:ratio} or less."
    ),
    "bench.part-nowhere": (
        "At no frequency that was swept does it lose {most_db:db} dB or less at an SWR of {most_swr:ratio} "
        "or less."
    ),
    "bench.part-limits": "The sweep itself ends there at the {ends:list}; the band may go on.",
    "bench.transformer": (
        "It transforms {ratio:figure} : 1 ({span:figure}), turns {turns:two} : 1. Leakage is "
        "{leakage:figure} µH, "
        "magnetising inductance {magnetizing:figure} µH."
    ),
    "bench.part-why": (
        "Watts in and out would not tell {loss_db:db} dB from none. Return losses into a short or an open "
        "alone are those "
        "at one position of the wave; three sweeps leave no position open."
    ),
    "bench.pair-why": (
        "Of what got lost through the two, {missed_db:db} dB at the most is mismatch and not loss; it is "
        "taken off "
        "before the rest is halved."
    ),
    "bench.meter": (
        "At {power_w:watts} W it shows {scale:figure} times what there is ({span:figure}): {shown_w:watts} W."
    ),
    "bench.meter-right": (
        "At {power_w:watts} W it shows {shown_w:watts} W: right within what the bench can tell "
        "({span:figure} "
        "times)."
    ),
    "bench.meter-why": (
        "Its own errors at other powers are not known by this: read it at several. The voltage counts "
        "twice in the "
        "power, and the drop of the diode is {drop_pct:percent} of it here."
    ),
    "bench.meter-why-other": (
        "The better meter’s accuracy is a share of its full scale: at this power {share:percent} of what "
        "it shows."
    ),
    "bench.check-good": (
        "The calibration holds: what is left is {directivity_db:db} dB of directivity, {tracking_db:db} dB "
        "and "
        "{tracking_deg:two}° of tracking."
    ),
    "bench.check-bad": (
        "Calibrate again: what is left is {directivity_db:db} dB of directivity, {source_db:db} dB of "
        "source match, "
        "{tracking_db:db} dB and {tracking_deg:two}° of tracking, and {worst} is too much."
    ),
    "bench.worst.directivity": "directivity",
    "bench.worst.source": "source match",
    "bench.worst.tracking": "tracking",
    "bench.check-shows": "An SWR of {ratio:ratio} would be shown as {span:ratio}.",
    "bench.check-aside": (
        "The pieces stand {aside_m:length} in front of where it was calibrated; that is taken out."
    ),
    "bench.check-why": (
        "A load alone shows directivity and nothing else: an open and a short that come back "
        "{tracking_db:db} dB off "
        "would put that much on every loss told by a return loss."
    ),
    "bench.mark": "{name:capital} {span:figure}, measured{date}: {how}.",
    "bench.mark-at": "{name:capital} {span:figure} at {freq_hz:mhz}, measured{date}: {how}.",
    "bench.marks": "{figures:list}, measured{date}: {how}.",
    "bench.mark-figure": "{name} {span:figure}",
    "bench.name.k1": "k₁",
    "bench.name.k2": "k₂",
    "bench.name.r0_ohm": "impedance in Ω",
    "bench.name.velocity_factor": "velocity factor",
    "bench.here": (
        "Your {name} loses {loss_db:db} dB here (measured{date}, {span:db} dB), not {r0_db:db} dB as into "
        "50 Ω."
    ),
    "bench.here-part": "Your {name} loses {loss_db:db} dB here (measured{date}, {span:db} dB).",
    "bench.truth.tuner": "Its coils have a Q of {q:figure}; it loses {loss:db} dB into 50 Ω, over the bands.",
    "bench.truth.line": (
        "{r0_ohm:figure} Ω, velocity factor {velocity_factor:figure}, k₁ {k1:figure}, k₂ {k2:figure}, "
        "{length_m:length} long."
    ),
    "bench.truth.fault": (
        "Water stands in a connector at {fault_m:length}; the end is open at {end_m:length}."
    ),
    "bench.truth.part": (
        "Ratio {ratio:figure} : 1, matched loss {loss_db:db} dB, leakage {leakage_uh:figure} µH, magnetising "
        "{magnetizing_uh:figure} µH, core loss {core_loss_ohm:figure} Ω across."
    ),
    "bench.truth.watts": "It loses {loss_db:db} dB.",
    "bench.truth.meter": "It shows {scale:two} times what there is.",
    "bench.truth.check": "The calibration is {worse:two} times as far off as the sheet says.",
    "bench.how.tuner": "three sweeps on the bench",
    "bench.how.return-loss": "return losses on the bench",
    "bench.how.line": "sweeps of an open or a shorted end",
    "bench.how.watts": "watts in and out",
    "bench.how.pair": "two back to back",
    "bench.how.meter": "a known power into a dummy load",
}
