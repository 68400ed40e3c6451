"""What comes next for a station: at most three steps."""
