"""The heaviest fences that are accepted, at a quarter, half and the whole of their size: time per part, as ratios.

10 km in one leg; 400 legs; 400 legs over 4,000 levels; 1 km past 400 trees. A ratio of 1 down a column is growth no faster
than the parts.
"""

from __future__ import annotations

from collections.abc import Callable

from timing import best

from rowstake.core.plan import plan
from rowstake.core.trades.fence.document import FenceJob, GroundPoint, Leg, Obstacle, new_fence

SHARES = (0.25, 0.5, 1.0)


def one_leg(share: float) -> FenceJob:
    return new_fence("one leg", "uk_ireland", [Leg(length_mm=9_999_000 * share)])


def many_legs(share: float) -> FenceJob:
    legs = [Leg(length_mm=24_900, turn_deg=0 if i == 0 else 30 if i % 2 else -30) for i in range(int(400 * share))]
    return new_fence("many legs", "uk_ireland", legs)


def levels(share: float) -> FenceJob:
    job = many_legs(share)
    count = int(4000 * share)
    ground = [GroundPoint(leg=i // 10, at_mm=i % 10 * 2400.0, level_mm=float(i * 37 % 300)) for i in range(count)]
    return job.model_copy(update={"fence": job.fence.model_copy(update={"ground": ground})})


def trees(share: float) -> FenceJob:
    job = new_fence("trees", "uk_ireland", [Leg(length_mm=1_000_000 * share)])
    found = [Obstacle(id=f"X{i}", leg=0, at_mm=i * 2500.0 + 300, width_mm=200) for i in range(int(400 * share))]
    return job.model_copy(update={"fence": job.fence.model_copy(update={"obstacles": found})})


def measure(make: Callable[[float], FenceJob]) -> None:
    first = 0.0
    for share in SHARES:
        job = make(share)
        each = best(lambda job=job: plan(job), 3) / len(plan(job).parts)  # type: ignore[misc]
        first = first or each
        print(f"{make.__name__:>10}  {share:4.0%}  {len(plan(job).parts):>7} parts  × {each / first:.2f} a part")


if __name__ == "__main__":
    for kind in (one_leg, many_legs, levels, trees):
        measure(kind)
