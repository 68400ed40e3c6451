"""Tithe: where the transmit power goes, from the transmitter to the antenna."""
