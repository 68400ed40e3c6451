"""Runs every benchmark and prints its line."""

from bench import choose, core, readings, server, sweeps, tuner, wires

if __name__ == "__main__":
    for suite in (core, sweeps, choose, wires, tuner, readings, server):
        for line in suite.lines():
            print(line, flush=True)
