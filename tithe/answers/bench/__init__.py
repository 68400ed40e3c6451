"""The bench: a job's readings in, its answer with interval and what goes into the station out."""
