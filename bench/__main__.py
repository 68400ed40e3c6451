"""Runs every benchmark and prints its line."""

from bench import choose, core, log, readings, server, sweeps, tuner, wires

if __name__ == "__main__":
    for suite in (core, sweeps, choose, wires, tuner, readings, log, server):
        for line in suite.lines():
            print(line, flush=True)
