"""Time of `plan(job)` for fences of 100 m, 500 m and 2 km, as ratios: to a floor, and of time to parts.

First level and close-boarded; then raked over a falling bank, board on board; then the year in its boards.

The floor is what it takes just to make that many parts, so the figures mean the same on any machine.
"""

from __future__ import annotations

from collections.abc import Callable

from timing import best

from rowstake.core.drawing.seasons import season_scenes
from rowstake.core.edits import apply_raw
from rowstake.core.goods import timber
from rowstake.core.parts import Part
from rowstake.core.plan import plan
from rowstake.core.space import Pose, Solid
from rowstake.core.trades.fence.document import FenceJob, Leg, new_fence

LENGTHS_M = (100, 500, 2000)


def fence(length_m: float) -> FenceJob:
    """Eight legs with gentle corners, close boards in North America's sizes."""
    legs = [Leg(length_mm=length_m * 125, turn_deg=30 if i % 2 else -30) for i in range(8)]
    return new_fence("benchmark", "north_america", legs)


def bank(length_m: float) -> FenceJob:
    """The same line, board on board, raked over ground that rises and falls every ten metres."""
    leg_mm = length_m * 125
    rows = [
        f"{leg + 1}, {at}, {400 * ((at // 10_000 + leg) % 3)}"
        for leg in range(8)
        for at in range(0, int(leg_mm), 10_000)
    ]
    edits: list[dict[str, object]] = [
        {"do": "style", "style": "board_on_board"},
        {"do": "levels", "text": "\n".join(rows)},
        {"do": "set", "path": "fence.slope.way", "value": "raked"},
    ]
    job = fence(length_m)
    return apply_raw(apply_raw(job, [{"do": "set", "path": "units", "value": "mm"}]), edits)


def floor(count: int) -> float:
    """Seconds to make `count` parts and nothing else."""
    pose, good = Pose((0, 0, 0), (1, 0, 0), (0, 0, 1), (0, -1, 0)), timber("na_fence6")

    def board(i: int) -> Part:
        outline = ((i, 50.0), (i + 139.7, 50.0), (i + 139.7, 1878.0), (i, 1878.0))
        return Part(f"1B{i}", "board", "skin", good, "run 1", 1828.8, 139.7, solid=Solid(pose, outline, 50.0, 66.0))

    return best(lambda: [board(i) for i in range(count)])


def measure(title: str, make: Callable[[float], FenceJob]) -> None:
    rows: list[dict[str, float]] = []
    for metres in LENGTHS_M:
        job = make(metres)
        parts = len(plan(job).parts)
        took, least = best(lambda job=job: plan(job)), floor(parts)  # type: ignore[misc]
        rows.append({"metres": metres, "parts": parts, "ms": round(took * 1000, 1), "floor": round(took / least, 1)})
    print(title)
    print(f"{'fence':>8} {'parts':>7} {'ms':>8} {'× floor':>8} {'time ÷ time':>12} {'parts ÷ parts':>14} {'growth':>7}")
    for before, row in zip([None, *rows], rows, strict=False):
        tail = ""
        if before:
            time_ratio, part_ratio = row["ms"] / before["ms"], row["parts"] / before["parts"]
            tail = f"{time_ratio:>12.2f} {part_ratio:>14.2f} {time_ratio / part_ratio:>7.2f}"
        print(f"{row['metres']:>6} m {row['parts']:>7} {row['ms']:>8} {row['floor']:>8} {tail}")


def main() -> None:
    measure("Level, close boards", fence)
    measure("Raked, board on board", bank)
    made = plan(bank(2000))
    moving = best(lambda: season_scenes(made.laid.year, made.brief.board.width_mm, made.brief.printer))
    print(
        f"The year in the boards of 2 km: twelve months in {moving * 1000:.1f} ms, {moving / best(lambda: plan(bank(2000)), 3):.3f} of a plan"
    )
    print("growth at or under 1 means that time grows no faster than the parts")


if __name__ == "__main__":
    main()
