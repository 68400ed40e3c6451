"""What is said of a tuner's dials and presets."""

PRESETS = {
    "presets.fitted": (
        "The presets tell what the dials {dials:list} stand for, as straight lines; the rows of other bands "
        "follow from that."
    ),
    "presets.odd": (
        "{places:list} of the presets disagree with the rest: a dial read wrong, another load, or another "
        "day."
    ),
    "presets.loads": "With its dials known the tuner tells the load at {count:count} of its presets.",
    "presets.too-few": (
        "Three presets at frequencies where the antenna is known begin to tell what the dials stand for; six"
        " do it well."
    ),
    "presets.no-match": "At {at:list} nothing matches within the dials’ reach.",
}
