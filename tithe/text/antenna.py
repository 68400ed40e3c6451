"""What is said of an antenna that is not built yet."""

ANTENNAS = {
    "known.points": "It is known by {count:count} points of R and X from {low_hz:mhz} to {high_hz:mhz}.",
    "known.resonator": (
        "It is a resonator at {freq_hz:mhz}, a model: good near there, and on other bands no more than a "
        "guess."
    ),
    "known.swr": (
        "It is known by its SWR at {count:count} {count:plural|frequency|frequencies} from {low_hz:mhz} to "
        "{high_hz:mhz}, read at the feedpoint against {reference:figure} Ω. Which R and X it has is open."
    ),
    "known.swr-radio": (
        "It is known by its SWR at {count:count} {count:plural|frequency|frequencies} from {low_hz:mhz} to "
        "{high_hz:mhz}, read in the radio room, where the run has made it lower. Which R and X it has is "
        "open."
    ),
    "known.fresh": "It was measured on {date}, {days:count} {days:plural|day|days} ago.",
    "known.old": (
        "It was measured on {date}, {months:count} {months:plural|month|months} ago: wire, ground and trees "
        "have had a season since, and a new sweep would tell whether it still is so."
    ),
    "known.later": "It is noted as measured on {date}, which is still to come.",
    "known.no-date": "When it was measured is not noted.",
    "known.gaps": "Of {bands:list} it is not known, or not from edge to edge.",
    "known.measure-phase": (
        "A sweep with R and X at the feedpoint would tell what no SWR does: which tuner matches, and what "
        "the line loses."
    ),
    "known.measure-instead": "A sweep at the feedpoint would put what it is in place of the model.",
    "known.measure-gaps": "A sweep over {bands:list} would tell what it is there.",
    "antenna.estimate": (
        "This is an estimate: soil, height and length may each be off, and the figures’ ends tell by how "
        "much. A measurement replaces it."
    ),
    "antenna.alone": "This is the estimate alone, without what it may be instead.",
    "antenna.matters-length": "Most of it hangs on the wire’s length, taken as known to 2 %.",
    "antenna.matters-height": "Most of it hangs on the height, taken as known to 10 %.",
    "antenna.matters-soil": "Most of it hangs on the soil, which may be a class better or worse.",
    "antenna.matters-model": (
        "Most of it hangs on what the ground takes under the radials, which is told no better than this."
    ),
    "antenna.no-ground-loss": (
        "It stands on the soil without radials: what the soil takes around its foot, where the current comes"
        " back, is not known, and none is counted. State it as the antenna’s loss."
    ),
    "antenna.sky": (
        "Of the power that enters the wires {share:percent} leaves for the sky, depending on the band; what "
        "wire, coil and soil take warms them. The antennas you plan are compared by what leaves for the sky."
    ),
    "antenna.at": "{freq_hz:mhz}",
    "antenna.steep": (
        "At {at:list} less than a quarter of what leaves goes below 30°: it serves near places there, and "
        "far ones poorly."
    ),
    "lengths.suit": "Every band is in reach, and the radio’s power is borne, with {windows:list}.",
    "lengths.more": (
        "On the weakest band more would leave with {length_m:length}, {sky_w:watts} W on {band}, though "
        "{missing:list} would not be suited."
    ),
    "lengths.held": ("At that length less than the {power_w:figure} W of the radio is borne: {bands:comma}."),
    "lengths.window": "{ends:length}",
    "lengths.best": (
        "The best of them is {length_m:length}: least leaves on {band}, {sky_w:watts} W for the sky. It may"
        " be off by {spare_m:length} among those tried."
    ),
    "lengths.none": (
        "No length of these suits every band. {length_m:length} suits {count:count} of {of:count}, not "
        "{missing:list}; least leaves on {band}, {sky_w:watts} W for the sky, of {bears_w:figure} W borne."
    ),
    "lengths.extreme": (
        "On {bands:list} some lengths end near a half wave: thousands of ohms at the feed, high voltage, and"
        " a tuner at its limit. Keep away from those."
    ),
    "lengths.little": (
        "On {bands:list} the tuner matches that length, but less than a tenth of the power leaves for the"
        " sky: it does not count as suited."
    ),
    "lengths.sure": "Those in reach at that length stay so if soil, height and length are otherwise.",
    "lengths.unsure": (
        "At that length {bands:list} may fall out of reach if soil, height or length is otherwise."
    ),
    "what-if.higher": "{by_m:length} higher",
    "what-if.end-higher": "its far end {by_m:length} higher",
    "what-if.longer": "{by_m:length} longer",
    "what-if.longer-legs": "each leg {by_m:length} longer",
    "what-if.longer-dipoles": "each dipole {by_m:length} longer",
    "what-if.taller": "{by_m:length} taller",
    "what-if.choke-further": "counterpoise {by_m:length} longer, or the choke so much further",
    "what-if.more-radials": "{by:count} more radials",
    "what-if.coil-higher": "the coil at {share:percent} of the height, wound anew to resonate as before",
    "what-if.off-centre": "fed a third from one end",
    "what-if.centre": "fed in the middle",
    "what-if.nothing": "Nothing of this antenna is tried otherwise: its wires are your own.",
    "what-if.no-gain": "No change here sends more to the sky.",
    "what-if.best": (
        "Best is this: {change}. On {band} {then_w:watts} W would leave for the sky instead of"
        " {now_w:watts} W."
    ),
    "what-if.weakest": (
        "The weakest band would be {band} with {then_w:watts} W{borne}; now the weakest has {now_w:watts} W."
    ),
    "what-if.borne": ", where the tuner bears {bears_w:figure} W",
    "what-if.no-limit": "",
    "what-if.but": "Most is lost on {band}: {then_w:watts} W instead of {now_w:watts} W.",
    "what-if.bears": "On {bands:list} this takes the tuner out of danger of arcing: {change}.",
    "width.whole": "Matched in the middle of a band, each can be used from edge to edge within SWR 2.",
    "width.narrow": "Matched in the middle, {bands:list} cannot be used from edge to edge within SWR 2.",
    "width.narrowest": "Narrowest is {band}: {wide_hz:khz} within SWR 2, at a Q of {q:two}.",
    "width.full-size": "A full-size antenna there, at the same place, would have {wide_hz:khz}.",
    "fit.agrees": (
        "Estimate and measurement agree: they are {off:two} apart on the disc of reflection, in the mean."
    ),
    "fit.off": "As typed, the estimate is {off:two} off on the disc of reflection, in the mean.",
    "fit.moved": "Within what was uncertain it comes nearest with {changes:list}.",
    "fit.length": "a length factor of {factor:figure}",
    "fit.height": "a height factor of {factor:figure}",
    "fit.wetter": "soil {classes:two} of a class wetter",
    "fit.drier": "soil {classes:two} of a class drier",
    "fit.then-agrees": "Then the two agree, to {off:two}.",
    "fit.left": "Still {off:two} are left, most at {freq_hz:mhz}.",
    "fit.odd": (
        "Beyond what was uncertain, this would explain it: {changes:list}. Look at that first; the sweep’s "
        "own plane and a mast or a gutter nearby are the next to think of."
    ),
    "fit.shorter": "wires {share:percent} shorter than typed",
    "fit.longer": "wires {share:percent} longer than typed",
    "fit.series": "{ohm:figure} Ω in series, as of a corroded joint or lossy ground",
    "fit.unexplained": (
        "No length, height, soil or joint explains that: think of a mast or a gutter nearby, of the outside "
        "of the feedline, or of a sweep that was not taken at the feedpoint."
    ),
    "pairs.most": (
        "{wire_m:length} of wire with {line_m:length} of feedline gives the weakest band most: {sky_w:watts} "
        "W leave for the sky on {band}, of the {bears_w:figure} W that are borne there."
    ),
    "pairs.all": "The tuner reaches every band from edge to edge.",
    "pairs.missing": "The tuner reaches {count:count} of {of:count} bands, not {missing:list}.",
    "pairs.not-borne": "Less than the {power_w:figure} W of the radio is borne: {bands:comma}.",
    "pairs.room": (
        "The wire may be off by {wire_spare_m:length} and the feedline by {line_spare_m:length} before the "
        "weakest band loses 1 dB. Soil and height are taken as typed."
    ),
    "pairs.no-room": (
        "Among those tried the next pair already loses 1 dB on its weakest band. Soil and height are taken "
        "as typed."
    ),
}
