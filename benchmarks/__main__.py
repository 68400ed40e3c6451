"""Runs every benchmark and prints its line."""

from benchmarks import bench, choose, core, log, log_pages, server, sweeps, tuner, wires

if __name__ == "__main__":
    for suite in (core, sweeps, choose, wires, tuner, log, bench, log_pages, server):
        for line in suite.lines():
            print(line, flush=True)
