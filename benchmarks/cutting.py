"""How near cut plans come to the linear bound, and how their time grows with the pieces: ratios in one run.

Random pieces as jobs have them, and hard ones whose sums just miss a board; beside the plan that fills the longest first, and beside
another solver where the packages of `requirements-bench.txt` are there: `.venv/bin/pip install -r requirements-bench.txt`. A number of
seconds as argument is what that one has for each question, 10 if none is given.
"""

from __future__ import annotations

import random
import sys
import time
from collections import Counter

from another_solver import answer, there
from timing import best

from rowstake.core.cutting.order import CutOrder
from rowstake.core.cutting.plan import SAW, Stock, by_length, cut_plan
from rowstake.core.cutting.proven import proven


def asked(pieces: list[int], lengths: tuple[int, ...]) -> CutOrder:
    counts = Counter(pieces)
    stock = tuple(Stock(float(s), round(s * 0.003 + 0.4, 2)) for s in lengths)
    return CutOrder(tuple(map(float, counts)), tuple(counts.values()), stock, SAW)


def random_pieces(many: int, kinds: int, seed: int) -> list[int]:
    dice = random.Random(seed)
    sizes = [dice.randint(280, 2900) for _ in range(kinds)]
    return [dice.choice(sizes) for _ in range(many)]


def just_miss(many: int, seed: int) -> list[int]:
    """Thirds, halves and fifths of a board of 4800, a little over or under."""
    dice = random.Random(seed)
    return [round(4800 / dice.choice([2, 3, 4, 5])) + dice.randint(-12, 6) for _ in range(many)]


def quick_cost(given: CutOrder) -> float:
    plan = cut_plan(
        Counter(dict(zip(given.lengths, given.counts, strict=True))), by_length(s.length_mm for s in given.stock)
    )
    price = {s.length_mm: s.price for s in given.stock}
    return sum(price[length] * n for length, n in plan.boards.items())


def main() -> None:
    print(
        f"{'pieces':>7} {'kinds':>6} {'gap to the bound':>17} {'in boards':>10} {'longest first':>14} {'proven':>7} {'time':>6}"
    )
    first = None
    for many, kinds, lengths in (
        (20, 8, (4800,)),
        (60, 20, (3600, 4800)),
        (60, 60, (4800,)),
        (500, 30, (3000, 3600, 4200, 4800)),
    ):
        gaps, boards, quick, sure, took = [], [], [], 0, []
        for seed in range(10):
            given = asked(random_pieces(many, kinds, seed), lengths)
            made = proven(given)
            gaps.append(made.cost / made.bound - 1)
            boards.append((made.cost - made.bound) / min(s.price for s in given.stock))
            quick.append(quick_cost(given) / made.bound - 1)
            sure += made.optimal
            took.append(best(lambda given=given: proven(given), 1))
        first = first or sum(took)
        print(
            f"{many:>7} {kinds:>6} {max(gaps):>16.3%} {max(boards):>10.2f} {max(quick):>14.3%} {sure:>4}/10 {sum(took) / first:>6.1f}"
        )
    stopped()
    hard = [asked(just_miss(60, seed), (4800,)) for seed in range(10)]
    made = [proven(given) for given in hard]
    worst = max(m.cost / m.bound - 1 for m in made)
    print(f"sums that just miss: {worst:.3%} over the bound at most, {sum(m.optimal for m in made)} of 10 proven least")
    beside_another("random", [asked(random_pieces(60, 20, seed), (3600, 4800)) for seed in range(50)])
    beside_another("sums that just miss", hard)


def stopped() -> None:
    """60 pieces of 20 or 60 lengths from one, two and four lengths on sale, told to stop after 0.15 s."""
    near, many, worst = 0, 0, 0.0
    for lengths in ((4800,), (3600, 4800), (3000, 3600, 4200, 4800)):
        for kinds in (20, 60):
            for seed in range(10):
                given, began = asked(random_pieces(60, kinds, seed), lengths), time.monotonic()
                made = proven(given, lambda until=began + 0.15: time.monotonic() > until)
                over = (made.cost - made.bound) / min(s.price for s in given.stock)
                near, many, worst = near + (made.optimal or over <= 1.0), many + 1, max(worst, over)
    print(
        f"60 pieces, stopped after 0.15 s: {near} of {many} proven least or within a board of the bound, {worst:.2f} over at most"
    )


def beside_another(words: str, questions: list[CutOrder]) -> None:
    if not there():
        print(f"{words}: no other solver here, see the first lines of this file")
        return
    seconds = float(sys.argv[1]) if len(sys.argv) > 1 else 10.0
    same, cheaper, dearer, sure, worst = 0, 0, 0, 0, 0.0
    for given in questions:
        own, other = proven(given), answer(given, seconds)
        assert own.bound <= other.cost + 1e-6, "our bound is over a plan"
        assert own.cost >= other.bound - 1e-6, "the other bound is over our plan"
        over = own.cost / other.cost - 1
        same, cheaper, dearer = same + (abs(over) < 1e-9), cheaper + (over < -1e-9), dearer + (over > 1e-9)
        sure, worst = sure + (other.cost - other.bound < 1e-6), max(worst, over)
    print(
        f"{words}, beside another solver with {seconds:g} s each: {same} of {len(questions)} cost the same, {cheaper} less here, "
        f"{dearer} more, by {worst:.3%} at most; it proved {sure}"
    )


if __name__ == "__main__":
    main()
