"""Measures the core against stated baselines in the same run: `make bench`."""
