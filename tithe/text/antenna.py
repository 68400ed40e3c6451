"""What is said of an antenna that is not built yet."""

ANTENNAS = {
    "antenna.estimate": (
        "This is an estimate: soil, height and length may each be off, and the figures’ ends tell by how "
        "much. A measurement replaces it."
    ),
    "antenna.alone": "This is the estimate alone, without what it may be instead.",
    "antenna.matters-length": "Most of it hangs on the wire’s length, taken as known to 2 %.",
    "antenna.matters-height": "Most of it hangs on the height, taken as known to 10 %.",
    "antenna.matters-soil": "Most of it hangs on the soil, which may be a class better or worse.",
    "antenna.matters-model": (
        "Most of it hangs on what the ground takes, which no model tells well for wires so low or radials so"
        " few."
    ),
    "antenna.no-ground-loss": (
        "It stands on the soil without radials: what the soil takes is not known, and none is counted. State"
        " it as the antenna’s loss."
    ),
    "antenna.sky": (
        "Of the power that enters the wire {share:percent} leaves for the sky, depending on the band; the "
        "rest warms the ground under it, and is not counted among the losses of the run."
    ),
    "lengths.suit": "Every band is in reach with {windows:list}.",
    "lengths.window": "{ends:length}",
    "lengths.best": (
        "The best of them is {length_m:length}: least leaves on {band}, {radiated_w:watts} W. It may be off "
        "by {spare_m:length} among those tried; soil, height and length are taken as typed."
    ),
    "lengths.none": (
        "No length of these suits every band. {length_m:length} suits {count:count} of {of:count}, not "
        "{missing:list}; least leaves on {band}, {radiated_w:watts} W. Soil, height and length are taken as "
        "typed."
    ),
    "lengths.extreme": (
        "On {bands:list} some lengths end near a half wave: thousands of ohms at the feed, high voltage, and"
        " a tuner at its limit. Keep away from those."
    ),
}
