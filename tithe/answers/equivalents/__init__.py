"""A figure in its other forms."""
