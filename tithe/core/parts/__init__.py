"""The kinds of parts, one a file, behind one protocol (`part`) and found by `registry`."""
