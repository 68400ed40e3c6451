"""One way to time things: the median of several runs after a warm-up."""

from collections.abc import Callable
from statistics import median
from time import perf_counter


def seconds(job: Callable[[], object], runs: int = 7) -> float:
    """Median wall-clock seconds of ``job``."""
    job()
    times = []
    for _ in range(runs):
        start = perf_counter()
        job()
        times.append(perf_counter() - start)
    return median(times)
