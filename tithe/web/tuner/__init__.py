"""A tuner in its station, over the API."""
