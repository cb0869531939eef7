"""How the benchmarks time: medians after a warm-up."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable


def best(run: Callable[[], object], times: int = 7) -> float:
    """Median seconds of several runs after one to warm up."""
    run()
    took = []
    for _ in range(times):
        start = time.perf_counter()
        run()
        took.append(time.perf_counter() - start)
    return statistics.median(took)
