"""Sweeps: what is read off one, trimming, radials, and what has changed since the baseline."""

SWEEPS = {
    "sweep.no-dip": "No dip stands out between {low_hz:mhz} and {high_hz:mhz}.",
    "sweep.lowest": "The SWR is lowest at {freq_hz:mhz}, {ratio:ratio}.",
    "sweep.lowest-within": (
        "The SWR is lowest at {freq_hz:mhz}, give or take {within_hz:about-khz} as it was read: "
        "{ratio:ratio}."
    ),
    "sweep.resonant-there": "There it is resonant too (X is zero), and R is {r_ohm:figure} Ω.",
    "sweep.resonant": (
        "It is resonant (X is zero) {apart_hz:khz} {higher:pick|higher|lower}, at {freq_hz:mhz}, where R is "
        "{r_ohm:figure} Ω. The first is where the radio is happiest, the second is what trimming moves most "
        "plainly."
    ),
    "sweep.no-phase": "Without the phase nobody can tell where it is resonant.",
    "sweep.more-dips": "There {count:plural|is|are} {count:count} more {count:plural|dip|dips}.",
    "sweep.falls-low": "It still falls at the low end: a dip lies below the sweep.",
    "sweep.falls-high": "It still falls at the high end: a dip lies above the sweep.",
    "sweep.falls-both": "It still falls at both ends of the sweep: dips lie outside.",
    "sweep.flattery": (
        "What lies between takes {lost_db:db} dB when matched and flatters the antenna: SWR {antenna:ratio} "
        "at the antenna’s end is {room:ratio} at the radio’s end."
    ),
    "sweep.contradiction": (
        "Behind {parts:names} the sweep would return more than it gets, most at {freq_hz:mhz} (|Γ| "
        "{rho:figure}). The loss or the length of what lies between does not agree with the sweep: check "
        "both, and where the sweep was taken."
    ),
    "need.nothing": "nothing",
    "need.radio": "the radio’s own tuner",
    "need.wide": "a wide-range tuner",
    "trim.none": "Bring in a sweep of the antenna as it is: without one nobody knows the way.",
    "trim.there": "It lies where it should, at {freq_hz:mhz}. Leave it.",
    "trim.perhaps-there": (
        "As well as these readings tell, it lies where it should: at {freq_hz:mhz}, give or take "
        "{within_hz:about-khz}. To know more, read the SWR closer to there, or take a sweep with an analyzer."
    ),
    "trim.lies": "The dip lies {apart_hz:khz} too {high:pick|high|low}.",
    "trim.lies-within": (
        "The dip lies {apart_hz:khz} too {high:pick|high|low}, give or take {within_hz:about-khz}, as well "
        "as these readings tell."
    ),
    "trim.coil": (
        "The coil needs {more:pick|more|less} inductance, about {share:percent} {more:pick|more|less}: "
        "{more:pick|more|fewer} turns, or {more:pick|closer|wider} spaced."
    ),
    "trim.half": "Go half of that, then sweep again.",
    "trim.wire-share": (
        "{longer:pick|Lengthen|Cut or fold back} the wire by {share:percent} of its length; give the length "
        "of a side to have it in centimetres."
    ),
    "trim.wire": (
        "{longer:pick|Lengthen|Cut or fold back} {each:pick|each side|the wire} by about {change_m:length}. "
        "Go half of that first, {half_m:length}, then sweep again: height, ends and neighbours make it an "
        "estimate."
    ),
    "trim.learned": (
        "The last step moved it {hz_per_m:khz-per-cm} kHz per centimetre. By that, {longer:pick|lengthen|cut"
        " or fold back} another {change_m:length}."
    ),
    "trim.start": "The start.",
    "trim.first-dip": "The first step with a dip.",
    "trim.lost": "No dip is left in the sweep: it has moved out of it, or is gone.",
    "trim.still": "It hardly moved.",
    "trim.untold": "It moved by less than these readings tell, {within_hz:about-khz}.",
    "trim.arrived": "It moved {moved_hz:khz} {up:pick|up|down} and lies where it should.",
    "trim.perhaps-arrived": (
        "It moved {moved_hz:khz} {up:pick|up|down}, to where it should lie, as well as these readings tell."
    ),
    "trim.past": "It moved {moved_hz:khz} {up:pick|up|down}, past the goal: take back a part of it.",
    "trim.wrong": ("That went the wrong way: it moved {moved_hz:khz} {up:pick|up|down}, away from the goal."),
    "trim.nearer": "It moved {moved_hz:khz} {up:pick|up|down}, towards the goal.",
    "trim.odd": (
        "{longer:pick|Longer|Shorter} should {longer:pick|lower|raise} it: something else changed as well, "
        "or it was another wire."
    ),
    "trim.clock": (
        "The clock went backwards between {before:name} and {after:name}: they are judged in the order in "
        "which they came."
    ),
    "radials.one-count": "Two different counts tell how fast the ground’s loss falls.",
    "radials.came": (
        "From {first:count} to {last:count} radials R went from {first_ohm:figure} to {last_ohm:figure} Ω"
    ),
    "radials.did-not-fall": (
        "{came}: it did not fall. The readings differ in more than the radials, or the ground no longer "
        "takes anything."
    ),
    "radials.worth": "{came}, worth {gained_db:db} dB.",
    "radials.next": (
        "As many again, {count:count} in all, would likely buy {gain_db:db} dB more: {heard:pick|that may be"
        " heard|nobody would hear that}."
    ),
    "drift.nothing": (
        "Nothing has changed beyond what the instrument cannot tell: |Γ| differs by {rho:two} typically."
    ),
    "drift.moved": (
        "{dips:plural|The dip|All dips} moved {up:pick|up|down} by {share:percent}, from {before_hz:mhz} to "
        "{after_hz:mhz}"
    ),
    "drift.longer": (
        "{lead}: the wire acts longer. It has stretched or sagged, or carries ice or wet, or hangs nearer to"
        " something."
    ),
    "drift.shorter": (
        "{lead}: the wire acts shorter. An end has slipped, folded back or broken off, or it hangs freer "
        "than before."
    ),
    "drift.cable-loss": (
        "Where the antenna reflects, less comes back than before on {share:percent} of the frequencies: as "
        "if the cable took {extra_db:db} dB more, one way. Water in the cable or a corroded braid makes the "
        "SWR look better and smoother everywhere."
    ),
    "drift.rises": "It grows with frequency, as a cable’s does.",
    "drift.connection": (
        "The SWR is up on {share:percent} of the frequencies, in the middle from {before:ratio} to "
        "{after:ratio}: a connector, a short or an open."
    ),
    "drift.connection-no-dips": (
        "The SWR is up on {share:percent} of the frequencies, in the middle from {before:ratio} to "
        "{after:ratio}, and the dips are gone: a connector, a short or an open."
    ),
    "drift.open": "At {freq_hz:mhz} it looks like an open, seen from where it was taken.",
    "drift.short": "At {freq_hz:mhz} it looks like a short, seen from where it was taken.",
    "drift.joints-first": "Look at the connectors first.",
    "drift.resistance": (
        "At {freq_hz:mhz} the lowest SWR went from {before:ratio} to {after:ratio}: the loss in ground, "
        "radials, coil or joints has changed, or the height. R tells most at the feedpoint."
    ),
    "drift.resistance-ohms": (
        "At {freq_hz:mhz} the lowest SWR went from {before:ratio} to {after:ratio}, R at resonance there "
        "from {before_ohm:figure} to {after_ohm:figure} Ω: the loss in ground, radials, coil or joints has "
        "changed, or the height. R tells most at the feedpoint."
    ),
    "drift.other-plane": (
        "|Γ| is as it was, its phase is not: as if {length_m:two} m of line (electrical length) had been "
        "{added:pick|added|taken away}. The sweep was taken at another place, or through another jumper."
    ),
}
