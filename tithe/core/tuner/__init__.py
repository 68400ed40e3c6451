"""Antenna tuners: networks, their exact matches with losses in, their stress and their limits."""
