"""People on a shared server: how they come in, what they share, and who looks after what belongs to all."""
