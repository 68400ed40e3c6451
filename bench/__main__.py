"""Runs every benchmark and prints its line."""

from bench import choose, core, server, sweeps, tuner, wires

if __name__ == "__main__":
    for suite in (core, sweeps, choose, wires, tuner, server):
        for line in suite.lines():
            print(line, flush=True)
