"""The log of a station: readings, notes, and with them sweeps, presets and changes on one line of time."""
