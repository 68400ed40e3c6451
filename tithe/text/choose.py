"""Choosing the place of the match and the line: places, verdicts, doubts, lengths."""

_REMOTE = (
    "The tuner hangs in the weather and gets its supply through the coax: every part on the way must pass "
    "DC. Tune at low power; never work on it under power."
)
_OPEN = (
    "Open line wants a balanced antenna, a hand’s breadth of air round it and no touching: it carries high "
    "voltages. Its loss rises when it is wet."
)
_FLOATS = (
    "A tuner made for coax floats behind the choke: insulate it and do not touch its case under power, or "
    "take one made for balanced line."
)

_BARE = (
    "Without a choke the outside of the coax is part of the antenna: put one there where RF comes back into "
    "the room, or noise from it."
)
_49 = "It wants a wire near a half wave or its multiples; elsewhere the transformer is overtaxed."
_TUNERS = {
    "none": "no tuner",
    "radio": "the radio’s own tuner",
    "room": "a tuner in the room",
    "wide": "a new wide-range tuner in the room",
    "foot": "a tuner at the mast foot",
    "feedpoint": "a tuner at the feedpoint",
}
_TRANSFORMED = {4: "4:1 at the feedpoint", 9: "9:1 at the feedpoint", 49: "49:1 at the feedpoint"}
_OPEN_TO = {
    "room": "open line to a balanced tuner in the room",
    "radio": "open line to the radio’s own tuner",
    "wide": "open line to a new wide-range tuner",
}


def _titles() -> dict[str, str]:
    """Of every placement, by its tuner and what hangs at the feedpoint."""
    titles = {f"placement.{slug}": title for slug, title in _TUNERS.items()}
    for slug, title in _TUNERS.items():
        titles[f"placement.{slug}-bare"] = f"{title} and nothing at the feedpoint"
        for ratio, hung in _TRANSFORMED.items():
            titles[f"placement.{slug}-{ratio}"] = f"{hung} and {title}"
    titles |= {f"placement.open-{slug}": title for slug, title in _OPEN_TO.items()}
    titles["placement.open-wall"] = "open line to a tuner at the house wall"
    titles["placement.open-wall-4"] = f"open line to a 4:1 at the house wall and {_TUNERS['room']}"
    for slug in ("none", "radio", "wide"):
        titles[f"placement.open-wall-4-{slug}"] = f"open line to a 4:1 at the house wall and {_TUNERS[slug]}"
    return titles


def _notes() -> dict[str, str]:
    """What the builder should know beforehand."""
    notes: dict[str, list[str]] = {}
    for tuner in _TUNERS:
        remote = [_REMOTE] if tuner in ("foot", "feedpoint") else []
        for ending, more in (("", []), ("-4", []), ("-9", []), ("-49", [_49]), ("-bare", [_BARE])):
            notes[tuner + ending] = more + remote
    notes |= {f"open-{tuner}": [_OPEN, _FLOATS] for tuner in ("room", "wide")}
    notes |= {"open-radio": [_OPEN], "open-wall": [_OPEN, _REMOTE]}
    notes |= {f"open-wall-4{ending}": [_OPEN] for ending in ("", "-none", "-radio", "-wide")}
    return {slug: " ".join(said) for slug, said in notes.items() if said}


NOTES = _notes()
"""By placement."""

CHOICES = {
    **_titles(),
    **{f"places.{slug}": f"Coax, {title}" for slug, title in _TUNERS.items()},
    "places.open": "Open line",
    "placement.present": "what stands now",
    "choose.present": "what stands now",
    "choose.candidate": "{place}, on {line}",
    "choose.costed": "{what}{money}",
    "choose.for": ", for {cost:figure},",
    "choose.for-nothing": ",",
    "choose.power-estimate": "{power_w:watts} ({between_w:watts}, as far as the antenna may be off)",
    "choose.power": "{power_w:watts} ({between_w:watts}, depending on the phase)",
    "choose.power-known": "{power_w:watts}",
    "choose.build": (
        "{what:capital}: over your bands {power} of {rated_w:watts} W would leave {sky:pick|for the "
        "sky|the antenna}."
    ),
    "choose.do": (
        "{what:capital}: over your bands {power} of {rated_w:watts} W would leave {sky:pick|for the "
        "sky|the antenna} instead of {now} W, {gain}."
    ),
    "choose.nothing-better": (
        "Nothing is worth doing. {now} of {rated_w:watts} W leave {sky:pick|for the sky|the antenna} over "
        "your bands, and nothing here would better that."
    ),
    "choose.nothing-worth": (
        "Nothing is worth doing. {now} of {rated_w:watts} W leave {sky:pick|for the sky|the antenna} over "
        "your bands; even what would add most, {most} would add only {gain_db:db} dB, no more than the "
        "{within_db:db} dB you let pass."
    ),
    "choose.hardly": (
        "Hardly worth doing. {now} of {rated_w:watts} W leave {sky:pick|for the sky|the antenna} over your "
        "bands; the cheapest within {within_db:db} dB of the best, {cheapest} would add {gain}. The best, "
        "{best} would add {best_gain}."
    ),
    "choose.nothing-worth-it": (
        "Nothing is worth doing at what a dB is worth to you. {now} of {rated_w:watts} W leave "
        "{sky:pick|for the sky|the antenna} over your bands; what would add most, {most} would add "
        "{gain_db:db} dB."
    ),
    "choose.hardly-worlds": (
        "Hardly worth doing. {now} of {rated_w:watts} W leave {sky:pick|for the sky|the antenna} over your "
        "bands; what is near enough in most cases, {cheapest} would add {gain}. The best, {best} would add "
        "{best_gain}."
    ),
    "choose.costs": "It costs about {cost:figure}.",
    "choose.best-alike": "The best of all, {what}{money} is no better.",
    "choose.best-of-all": "The best of all, {what}{money} is {better_db:db} dB better.",
    "choose.from-nothing": "where now nothing leaves",
    "choose.inaudible": "{gain_db:db} dB, which nobody hears",
    "choose.audible": "{gain_db:db} dB, which one hears",
    "choose.s-units": "{gain_db:db} dB or {s_units:two} S-units",
    "choose.not-worth": ("Not worth doing: {what} would gain {apart_db:db} dB over that, for {cost:figure}."),
    "choose.not-coax-alone": (
        "Not worth doing: better coax alone. {what:capital}, for {cost:figure}, would radiate {apart_db:db} "
        "dB less than that."
    ),
    "choose.right-in": (
        "It is within {within_db:db} dB of the best in {right:count} of 100 cases tried: with the antenna, "
        "the lines, coils, cores and the weather as they may be."
    ),
    "choose.none-near": (
        "Nothing that is affordable stays within {within_db:db} dB of the best in most cases and within "
        "{twice_db:db} dB in nine of ten: this is the least behind, by up to {behind_db:db} dB in nine of "
        "ten."
    ),
    "choose.right-where": "{instead}, {worlds:comma}",
    "choose.another-right": "Another would be right: {flips:semicolon}.",
    "choose.whatever": "Nothing that was tried makes another one right.",
    "world.wet": "on wet days alone",
    "world.dry": "on dry days alone",
    "world.line-more": "if the present line loses more than one would think",
    "world.line-less": "if the present line loses less than one would think",
    "world.coil-worse": "if coils are worse than written",
    "world.coil-better": "if coils are better than written",
    "world.antenna": "if the antenna is another one than is known, as it may be",
    "find.nothing": "Nothing you could measure would better this by enough to be worth it: go and build.",
    "find.nothing-stays": "Nothing you could measure would better this by enough to be worth it.",
    "find.nothing-else": "Nothing else you could measure is worth it.",
    "find.first": (
        "Measure {what} first ({effort}, {minutes:count} minutes): it changes the answer in "
        "{changes:count} of 100 cases, and {worth} on average."
    ),
    "find.then": (
        "Then {what} ({effort}, {minutes:count} minutes): {changes:count} of 100 cases; it {worth} on "
        "average."
    ),
    "find.both": "brings {gained_db:db} dB and saves {saved:figure}",
    "find.saves": "saves {saved:figure}",
    "find.saves-for-less": "saves {saved:figure}, for {lost_db:db} dB less",
    "find.gains": "brings {gained_db:db} dB",
    "find.for-more": "brings {gained_db:db} dB, for {more:figure} more",
    "found.same": (
        "What is known of {what} has changed since you set out to measure it: the decision stays what it "
        "was, {name}."
    ),
    "found.same-surer": (
        "What is known of {what} has changed since you set out to measure it: the decision stays what it "
        "was, {name}; it was right in {was:count} of 100 cases, and now is in {now:count}."
    ),
    "found.gone": (
        "What is known of {what} has changed since you set out to measure it: the decision was {name}, which "
        "is not among what is allowed any more, and now is {new}."
    ),
    "found.other": (
        "What is known of {what} has changed since you set out to measure it: the decision was {name}, and "
        "now is {new}. That {gain}, {money}."
    ),
    "found.gains": "brings {db:db} dB over what stood before",
    "found.gains-all": "lets power leave, where by what stood before none would",
    "found.loses": "is {db:db} dB less than what stood before",
    "found.dearer": "for {money:figure} more",
    "found.cheaper": "for {money:figure} less",
    "found.alike": "at the same price",
    "found.unpriced": "at a price that is not known",
    "find.antenna": "R and X at the feedpoint",
    "find.antenna-planned": "R and X at the feedpoint, as soon as the wire hangs,",
    "find.ground": "the ground",
    "find.line": "the loss of the present run",
    "find.coil": "the Q of the tuner’s coil",
    "effort.indoors": "indoors",
    "effort.outdoors": "outdoors",
    "effort.climbing": "climbing",
    "choose.no-price": "No price is set for {parts:list}.",
    "choose.rough-prices": "Costs are by rough starting prices in no currency: set your own.",
    "choose.left-out": ("Left out, since next to nothing would arrive through so much of it: {lines:list}."),
    "choose.against-ground": (
        "Open line is left out: by its shape the antenna is fed against ground or a counterpoise."
    ),
    "choose.unmatched": "Not matched from edge to edge: {bands:list}.",
    "choose.some-cases": (
        "On {bands:list} a match is made in some of the cases only that the estimate of the antenna leaves "
        "open."
    ),
    "choose.some-phases": ("On {bands:list} a match is made at some of the phases that the SWR leaves open."),
    "choose.limit": "{band} to {power_w:watts} W",
    "choose.limited": "Ratings limit {limits:comma}.",
    "choose.typical-heat": (
        "Of {parts:names} no rating of heat is typed: {heat_w:figure} W is taken, as of a core of the usual "
        "size in still air."
    ),
    "choose.guessed": "On {bands:list} this decides on a guess: the antenna is not measured there.",
    "choose.retuned": (
        "What stands now is judged with {tuners:names} set anew for each frequency, as one would."
    ),
    "hung.level": "level wire",
    "hung.vee": "inverted vee",
    "hung.end-fed": "end-fed wire",
    "hung.vertical": "vertical",
    "hung.fan": "fan of two dipoles",
    "hung.sized.level": "a level wire of {size_m:figure} m",
    "hung.sized.vee": "an inverted vee with legs of {size_m:figure} m",
    "hung.sized.end-fed": "an end-fed wire of {size_m:figure} m",
    "hung.sized.vertical": "a vertical of {size_m:figure} m",
    "hung.sized.loaded": "a vertical of {size_m:figure} m with a coil",
    "hung.sized.fan": "a fan of two dipoles, {size_m:figure} m up",
    "towards.near": "near places (above 30°)",
    "towards.far": "far places (below 30°)",
    "towards.both": "the sky",
    "towards.by-band": "where you want to be heard on each",
    "among.named": "{antenna}, {place}, on {line}",
    "among.do": ("{what:capital}: over your bands {power} of {rated_w:watts} W would leave for {towards}."),
    "among.power": "{power_w:watts} ({between_w:watts} in nine of ten cases)",
    "among.costs": "It costs about {cost:figure}.",
    "among.no-price": "What it costs is not known: a price is missing.",
    "among.same": "For {towards} it would be the same.",
    "among.otherwise": "For {towards} it would be {what}: {power} of {rated_w:watts} W.",
    "among.vertical-wins": (
        "Towards far places the best vertical here puts more than the best wire over {soils:list}, and over "
        "other soils less."
    ),
    "among.vertical-everywhere": (
        "Towards far places the best vertical here puts more than the best wire, over any soil."
    ),
    "among.vertical-nowhere": "Over no soil does a vertical here put more towards far places than a wire.",
    "soil.sea": "sea water",
    "soil.good": "good soil",
    "soil.average": "average soil",
    "soil.poor": "poor soil",
    "among.first": (
        "This is a first ranking, by the middle of each band; the best are looked at closely now."
    ),
    "among.closely": (
        "All were compared at the middle of each band on a coarse mesh, the best {count:count} then "
        "from edge to edge on a fine one."
    ),
    "among.wire": "wire of an antenna",
    "among.mast": "mast",
    "among.caution": (
        "Keep wires and masts clear of power lines by more than their own length, whichever way they may "
        "fall; for masts, climbing and lightning, local rules and licensed practice go before what is said "
        "here."
    ),
    "break-even.never": "{rival:capital} never gains {within_db:db} dB on {base}, up to {up_to_m:figure} m.",
    "break-even.always": (
        "{rival:capital} gains {within_db:db} dB on {base} even on a run of {from_m:figure} m."
    ),
    "break-even.from": (
        "{rival:capital} begins to gain {within_db:db} dB on {base} at about {from_m:two} m of run."
    ),
    "map.room": (
        "On {bands:list} the SWR costs this line next to nothing: a match in the room is good enough."
    ),
    "map.either": "On {bands:list} it costs what one may hear: either school has its case.",
    "map.outside": ("On {bands:list} it costs 3 dB and more: match before this line, or take another."),
    "lengths.never": (
        "No length from {from_m:figure} to {to_m:figure} m puts {bands:list} inside the tuner’s matching "
        "range: change the antenna, the tuner or the place of the match."
    ),
    "lengths.no-one": (
        "Each band is reached at some length, but no one length reaches them all at once: give up a band, or"
        " change the antenna or the tuner."
    ),
    "lengths.all": (
        "Every length from {from_m:figure} to {to_m:figure} m puts every band inside the tuner’s matching "
        "range, and bears the {power_w:figure} W of the radio."
    ),
    "lengths.none-borne": (
        "Some lengths put every band inside the tuner’s matching range, but at none of them is the radio’s "
        "power of {power_w:figure} W borne on every band."
    ),
    "lengths.borne": "{bears_w:figure} W on {band}",
    "lengths.not-borne": (
        "At the present {present_m:figure} m the tuner reaches every band, but less than the "
        "{power_w:figure} W of the radio is borne: {bands:comma}; {change_m:two} m "
        "{longer:pick|longer|shorter} would do."
    ),
    "lengths.alike": (
        "What leaves hardly hangs on the length: {power} of {rated_w:watts} W on {band}, the weakest band."
    ),
    "lengths.most": (
        "The most on the weakest band leaves at {length_m:figure} m: {power} of {rated_w:watts} W on {band}, "
        "where at least {bears_w:figure} W are borne."
    ),
    "lengths.least": (
        "The least leaves at {length_m:figure} m: {power} of {rated_w:watts} W on {band}, where at least "
        "{bears_w:figure} W are borne."
    ),
    "lengths.now": (
        "At the present length it is {power} of {rated_w:watts} W on {band}, where at least {bears_w:figure} "
        "W are borne."
    ),
    "lengths.safest": "The safest is {length_m:figure} m, at least {spare_m:two} m from the next unsafe one.",
    "lengths.outside": "The present {present_m:figure} m lie outside these bounds.",
    "lengths.safe": ("The present {present_m:figure} m are safe, with at least {spare_m:two} m to spare."),
    "lengths.unsafe": (
        "At the present {present_m:figure} m the tuner does not reach {bands:list}; {change_m:two} m "
        "{longer:pick|longer|shorter} would do."
    ),
}
