"""Whole stations in and out: files, starts, and the demo stations, with all that belongs to them."""
