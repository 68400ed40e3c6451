"""The first question, over the API."""
