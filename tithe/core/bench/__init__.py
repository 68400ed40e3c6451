"""Measured on the bench: a tuner, a line; what its readings say of the part, with how far off that may be."""
