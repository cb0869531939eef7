"""Time of `plan(job)` for fences of 100 m, 500 m and 2 km, as ratios: to a floor, and of time to parts.

The floor is what it takes just to make that many parts, so the figures mean the same on any machine.
"""

from __future__ import annotations

import json
import statistics
import sys
import time
from collections.abc import Callable

from rowstake.core.job import Job, Leg, new_job
from rowstake.core.parts import Part, Place
from rowstake.core.plan import plan

LENGTHS_M = (100, 500, 2000)


def fence(length_m: float) -> Job:
    """Eight legs with gentle corners, close boards in North America's sizes."""
    legs = [Leg(length_mm=length_m * 125, turn_deg=30 if i % 2 else -30) for i in range(8)]
    return new_job("benchmark", "north_america", legs)


def best(run: Callable[[], object], times: int = 7) -> float:
    """Median seconds of several runs after one to warm up."""
    run()
    took = []
    for _ in range(times):
        start = time.perf_counter()
        run()
        took.append(time.perf_counter() - start)
    return statistics.median(took)


def floor(count: int) -> float:
    """Seconds to make `count` parts and nothing else."""
    return best(
        lambda: [
            Part(f"1B{i}", "board", "skin", "na_fence6", "run 1", 1828.8, 139.7, place=Place(0, i, i + 139.7, 50, 1878))
            for i in range(count)
        ]
    )


def main() -> None:
    rows = []
    for metres in LENGTHS_M:
        job = fence(metres)
        parts = len(plan(job).parts)
        took, least = best(lambda job=job: plan(job)), floor(parts)  # type: ignore[misc]
        rows.append(
            {"metres": metres, "parts": parts, "ms": round(took * 1000, 1), "times_floor": round(took / least, 1)}
        )
    print(f"{'fence':>8} {'parts':>7} {'ms':>8} {'× floor':>8} {'time ÷ time':>12} {'parts ÷ parts':>14} {'growth':>7}")
    for before, row in zip([None, *rows], rows, strict=False):
        if before:
            time_ratio, part_ratio = row["ms"] / before["ms"], row["parts"] / before["parts"]
            row.update(time_ratio=time_ratio, part_ratio=part_ratio, growth=time_ratio / part_ratio)
        tail = f"{row['time_ratio']:>12.2f} {row['part_ratio']:>14.2f} {row['growth']:>7.2f}" if before else ""
        print(f"{row['metres']:>6} m {row['parts']:>7} {row['ms']:>8} {row['times_floor']:>8} {tail}")
    print("growth at or under 1 means that time grows no faster than the parts")
    if "--json" in sys.argv:
        print(json.dumps(rows))


if __name__ == "__main__":
    main()
