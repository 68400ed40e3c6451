"""Readings taken at the station's meters: what they should be, and what explains them."""
