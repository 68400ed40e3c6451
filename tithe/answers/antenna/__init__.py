"""Antennas that are planned: what they will be, what else they might be, and which lengths suit."""
