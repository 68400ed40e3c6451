"""Runs every benchmark and prints its line."""

from bench import choose, core, log, readings, server, sweeps, tuner, wires, workbench

if __name__ == "__main__":
    for suite in (core, sweeps, choose, wires, tuner, readings, workbench, log, server):
        for line in suite.lines():
            print(line, flush=True)
