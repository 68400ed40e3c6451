"""Antennas that are planned, over the API."""
