"""Requests drawn from the API's own schema, a hundred thousand of them: `make fuzz`."""
