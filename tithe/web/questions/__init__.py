"""The questions on which practitioners disagree, over the API."""
