"""Lines of the shelf beside each other, and the bands of the regions."""
