"""The station itself: its budget, ledgers, another arrangement beside it."""
