"""How wide an interval is that is told: nineteen cases in twenty lie inside."""

SIGMAS = 1.96
"""Standard deviations to either side."""
