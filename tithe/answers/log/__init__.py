"""Readings: what was to be expected, what explains them, and how losses go over time."""
