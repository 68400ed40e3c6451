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
    "antenna.sky": (
        "Of the power that enters the wire {share:percent} leaves for the sky; the rest warms the ground "
        "under it."
    ),
}
