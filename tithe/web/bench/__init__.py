"""The bench over the API: what was read there, and what it comes to in the station."""
