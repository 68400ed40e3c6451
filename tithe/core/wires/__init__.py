"""Antennas made of straight wires: what their impedance, their efficiency and their share to the sky will
be."""
