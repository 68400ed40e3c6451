"""How to take a reading, in the order of the work."""

CARDS = {
    "card.dummy": (
        "A dummy load of 50 Ω that bears the power, in place of the antenna: what is read tells of the "
        "run alone."
    ),
    "card.antenna": (
        "First into a dummy load: there the SWR is 1 and the forward power what the radio is rated for."
    ),
    "card.auto": (
        "On a clear frequency, at low power, let the tuner find its match; then a steady carrier, and read."
    ),
    "card.bypass": (
        "Take every tuner out of line, the radio’s own too. The radio sees the whole mismatch: low power."
    ),
    "card.radio": (
        "The radio’s own bar: read it when it has stopped moving. It tells SWR 1.5 from 2, not 1.1 from 1.2."
    ),
    "card.meter": (
        "Forward, then reflected, on the same range; count the range’s multiplier once. On two needles that "
        "cross, the curve through their crossing is the SWR."
    ),
    "card.range": (
        "About {forward_w:watts} W will show here, known to {error_w:watts} W on the {scale_w:watts} W range."
    ),
    "card.better": "The smallest range that holds it, {better_w:watts} W or so, tells it better.",
    "card.beyond": "That is more than its {scale_w:watts} W range: take a larger one first.",
    "card.weak": (
        "{part:capital} bears {bears_w:watts} W there, less than is sent: lower the power before the key "
        "goes down."
    ),
    "card.key-down": (
        "Key down for {seconds:count} s at the most at {power_w:watts} W, with SWR {swr:ratio} at the "
        "radio; for {low_s:count} s at {low_w:watts} W. That is a rule of caution: the sheets of radio and "
        "tuner and your licence come first. A whip on a handheld radio is not read this way: the hand is "
        "part of it."
    ),
}
