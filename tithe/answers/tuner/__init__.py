"""A tuner: its reach, its chart of presets, its dials."""
