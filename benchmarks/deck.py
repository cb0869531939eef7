"""Time of `plan(job)` for decks of 10, 60 and 400 m², as ratios: to a floor, and of growth of time to growth of parts.

Each with a border on three sides and a notch; then laid at 45°; then with steps and a guard; and its page. The floor is what it takes just to make
that many parts, so the figures mean the same on any machine.
"""

from __future__ import annotations

from typing import Any

from timing import best

from rowstake.core.desk import desk
from rowstake.core.edits import apply_raw
from rowstake.core.goods import timber
from rowstake.core.parts import Part
from rowstake.core.plan import plan
from rowstake.core.space import Pose, Solid
from rowstake.core.trades.deck.document import DeckJob, new_deck

SIZES = ((4000.0, 2500.0), (10_000.0, 6000.0), (25_000.0, 16_000.0))


def put(path: str, value: Any) -> dict[str, Any]:
    return {"do": "set", "path": f"deck.{path}", "value": value}


def deck(width: float, out: float, *more: dict[str, Any]) -> DeckJob:
    job = new_deck("benchmark", "uk_ireland", width, out, 900)
    return apply_raw(job, [{"do": "add_cut", "kind": "notch"}, put("boards.border.boards", 1), *more])


def floor(count: int) -> float:
    """Seconds to make `count` parts and nothing else."""
    corners = ((0.0, 0.0), (4000.0, 0.0), (4000.0, 145.0), (0.0, 145.0))
    pose, good = Pose((0, 0, 0), (1, 0, 0), (0, -1, 0), (0, 0, 1)), timber("uk_28x145")

    def board(i: int) -> Part:
        return Part(f"D{i}", "board", "skin", good, "row 1", 4000.0, 145.0, solid=Solid(pose, corners, 572, 600))

    return best(lambda: [board(i) for i in range(count)])


def measure(title: str, *more: dict[str, Any]) -> None:
    print(title)
    print(f"{'deck':>9} {'parts':>6} {'plan ms':>8} {'× floor':>8} {'page ÷ plan':>12} {'growth':>7}")
    before: tuple[float, int] | None = None
    for width, out in SIZES:
        job = deck(width, out, *more)
        made = plan(job)
        took, parts = best(lambda job=job: plan(job)), len(made.parts)  # type: ignore[misc]
        page = best(lambda made=made: desk(made))  # type: ignore[misc]
        growth = f"{(took / before[0]) / (parts / before[1]):>7.2f}" if before else ""
        print(
            f"{width * out / 1e6:>6.0f} m² {parts:>6} {took * 1000:>8.1f} {took / floor(parts):>8.0f} {page / took:>12.2f} {growth}"
        )
        before = (took, parts)


def main() -> None:
    measure("Along the house, border and notch")
    measure("At 45°, border and notch", put("boards.run", "diagonal"))
    measure(
        "Along the house, border, a flight and a guard",
        {"do": "add_steps", "side": "left"},
        {"do": "set", "path": "deck.guard.edges", "value": "needed"},
    )
    print("growth at or under 1 means that time grows no faster than the parts")


if __name__ == "__main__":
    main()
