"""What is said of what was measured on the bench."""

BENCH = {
    "bench.tuner": "At {freq_hz:mhz} the tuner loses {loss_db:db} dB into 50 Ω: {share:percent} get through.",
    "bench.short-alone": (
        "Half of the return loss into a short alone would say {short_db:db} dB: that is the loss at one "
        "position of the wave."
    ),
    "bench.in-station": (
        "That is a Q of {q:figure} of its coils; at the load of your station it loses {loss_db:db} dB there "
        "(measured)."
    ),
    "bench.match-left": (
        "By return loss alone, what is left of the match makes it {span:db} dB; sweeps with phase tell it "
        "exactly."
    ),
    "bench.line-is": "A line of {z0_ohm:figure} Ω, velocity factor {velocity:figure}.",
    "bench.line": (
        "It loses {loss_db:db} dB per 100 m at {freq_hz:mhz} when matched. k₁ is {k1:figure}, k₂ {k2:figure}."
    ),
    "bench.watts": "By these watts it loses {loss_db:db} dB, {span:db} dB with what the meters leave open.",
    "bench.watts-nothing": (
        "These meters cannot tell its loss from none: below {tells_from_db:db} dB they say nothing. It is "
        "{most:db} dB at the most."
    ),
    "bench.step": "At {distance_m:length} a wave comes back, |Γ| {rho:two}.",
    "bench.no-step": "Nothing comes back from anywhere along the line.",
    "bench.resolution": (
        "Nearer than {resolution_m:length} two are told as one; beyond {farthest_m:length} nothing is told."
    ),
}
