"""Sweeps: read at any joint, trimmed by, compared."""
