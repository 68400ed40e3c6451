"""Choosing where the match belongs and which feedline, over the API."""
