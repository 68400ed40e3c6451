"""Runs every benchmark and prints its line."""

from bench import core, sweeps

if __name__ == "__main__":
    for suite in (core, sweeps):
        for line in suite.lines():
            print(line, flush=True)
