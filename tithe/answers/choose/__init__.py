"""Where the match belongs, and which feedline."""
