"""What comes next for a station."""

NEXT = {
    "next.nothing": (
        "Nothing needs doing: no part is above its rating, and nothing that could be built or measured would "
        "bring enough to be worth it."
    ),
    "next.caution": "On {on}: {what} {remedy}",
    "next.also": "So it is on {bands:list}, by other figures.",
    "next.change": "Build {what}{price}.",
    "next.for": ", for about {cost:figure}",
    "next.no-price": "; what it costs is not known, since a price is missing",
    "next.trim": "Trim on: {said}",
    "next.presets": (
        "The newest presets of {tuner} stand elsewhere than the ones before them on {bands:list}: lay a "
        "sweep of now beside the baseline to see whether the antenna or the run has changed."
    ),
    "next.baseline": (
        "The baseline is of {date}, {months:count} {months:plural|month|months} old: take a sweep at the "
        "same place and lay it beside."
    ),
    "next.done": "Noted as done on {date}: {what}",
    "next.done-change": "The run as it is described does not have it yet.",
    "next.done-measure": "What was measured is not in the station yet.",
    "next.done-explain": "The last readings still say so: read again.",
    "next.done-trim": "The last sweep still says so: take a sweep of now.",
    "next.done-presets": "The presets still stand so.",
    "next.done-baseline": "There is no newer sweep yet.",
    "next.known-at": "The antenna is known at {low_hz:mhz} alone.",
    "next.known-between": (
        "The antenna is known from {low_hz:mhz} to {high_hz:mhz} alone, on no band from edge to edge."
    ),
    "next.make-known": (
        "Read the SWR on the radio at the edges of the bands you use, the tuner out of line, or bring in a "
        "sweep."
    ),
    "next.brings-bands": "every band on the left, and what to build",
    "next.brings-safety": "safe again",
    "next.brings-cause": "the cause, or fewer that it may be",
    "next.brings-decision": "a decision that is surer",
    "next.brings-certainty": "whether anything has changed",
    "next.brings-resonance": "resonance at {freq_hz:mhz}",
    "next.brings-db": "{gain_db:db} dB more over the bands, {between:db} dB in nine of ten cases",
    "next.brings-all": "that anything leaves at all",
    "promise.made": "Promised {gain_db:db} dB more over the bands ({between:db} dB in nine of ten cases).",
    "promise.read-since": "Nothing has been read since: read where you read before, and it stands here.",
    "promise.not-read-before": "Nothing was read before, so what it brought cannot be told by readings.",
    "promise.other-frequencies": (
        "No frequency was read both before and since: read at {at:list} again, and it stands here."
    ),
    "promise.measured": "Measured {gain_db:db} dB less lost ({between:db} dB), by the readings at {at:list}.",
    "promise.kept": "The two agree.",
    "promise.less": "That is less than was promised.",
    "promise.more": "That is more than was promised.",
}
