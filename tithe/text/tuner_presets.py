"""What is said of a tuner's dials and presets."""

PRESETS = {
    "presets.fitted": (
        "The presets tell what the dials of {dials:list} stand for, as straight lines; the rows of other "
        "bands follow from that."
    ),
    **{f"dial.{name}": name.upper() for name in ("c1", "c2", "c", "l1", "l2")},
    "dial.l": "the coil",
    "presets.odd": (
        "{count:plural|Preset|Presets} {places:list} {count:plural|disagrees|disagree} with the rest: a "
        "dial read wrong, another load, or another day."
    ),
    "presets.loads": "With its dials known the tuner tells the load at {count:count} of its presets.",
    "presets.beyond": (
        "{count:plural|Preset|Presets} {places:list} {count:plural|stands|stand} where it is not known what "
        "a dial stands for."
    ),
    "presets.steps": "A relay tuner’s dials count its steps, so every row follows from the station.",
    "presets.too-few": (
        "Three presets at frequencies where the antenna is known begin to tell what the dials stand for; six"
        " do it well."
    ),
    "presets.no-match": "At {at:list} nothing matches within the dials’ reach.",
    "relays.l-coil-then-shunt-c": "coil {coil}, capacitor {capacitor} at the antenna’s side",
    "relays.l-shunt-c-then-coil": "coil {coil}, capacitor {capacitor} at the radio’s side",
    "told.dials-first": (
        "A match tells the load once it is known what the dials stand for: by two points each, by a table, "
        "or by three presets at bands whose antenna is known."
    ),
    "told.points": (
        "The matches tell the antenna at {count:count} {count:plural|frequency|frequencies}, with no "
        "analyzer. Between these, straight lines on the disc of reflection join them: trust it where it was "
        "tuned."
    ),
    "told.hardly": (
        "At {at:list} it is hardly told: what is uncertain of dials and match grows through a run at a high "
        "SWR."
    ),
    "told.active": (
        "{count:plural|Preset|Presets} {places:list} would need an antenna that gives power back: a dial "
        "read wrong, or a run that is not as it is told."
    ),
}
