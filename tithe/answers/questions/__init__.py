"""Questions on which practitioners disagree: each school computed."""
