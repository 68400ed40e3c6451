"""The glossary, over the API."""
