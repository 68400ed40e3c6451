"""Practice rounds: stations with something hidden in them, whose truth stays here until it is asked for."""
