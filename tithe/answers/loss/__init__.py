"""The first question: what a line loses at an SWR."""
