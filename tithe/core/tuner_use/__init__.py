"""A tuner's knobs by their user's own numbers: dials, presets, and what both tell of tuner and antenna."""
