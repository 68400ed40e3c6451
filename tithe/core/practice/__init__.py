"""Practice: stations with something hidden in them, and how it is found."""
