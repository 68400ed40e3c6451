"""Runs every benchmark and prints its line."""

from bench import core

if __name__ == "__main__":
    for line in core.lines():
        print(line, flush=True)
