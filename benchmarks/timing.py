"""How the benchmarks time: medians after a warm-up, rubbish collected as seldom as in the server."""

from __future__ import annotations

import gc
import statistics
import time
from collections.abc import Callable

from rowstake.server.run import RUBBISH_AFTER


def best(run: Callable[[], object], times: int = 7) -> float:
    """Median seconds of several runs after one to warm up."""
    gc.set_threshold(RUBBISH_AFTER)
    run()
    took = []
    for _ in range(times):
        start = time.perf_counter()
        run()
        took.append(time.perf_counter() - start)
    return statistics.median(took)


def yardstick() -> float:
    """Seconds of three million products, which tell how fast the machine is at this moment: 0.25 where nothing else keeps it busy. Times that
    are told in it can be set beside those of another hour."""

    def products() -> int:
        total = 0
        for i in range(3_000_000):
            total += i * i
        return total

    return best(products, 3)
