"""Antennas to be, in their station: what if, which lengths, which pairs, and the estimate held against a
measurement."""
