"""Plans at once: the longest piece that is left, and the board about it filled as full as it goes, a few times over."""

from __future__ import annotations

import random
from collections import Counter
from collections.abc import Sequence

from rowstake.core.cutting.knapsack import FEW_NODES, HAIR, Sack, best_pattern
from rowstake.core.cutting.order import CutOrder
from rowstake.core.cutting.programme import Column

TRIES, MOST_PIECES = 10, 120
"""So many plans are made of up to so many pieces; of more, the linear plan's whole boards are nearly all there is."""
SHUFFLED = 0.1
"""After the first, lengths count up to so much more by chance, so that other pieces come together."""


def filled(asked: CutOrder) -> list[Counter[Column]]:
    """Nothing where boards may run out."""
    if sum(asked.counts) > MOST_PIECES or any(s.available is not None for s in asked.stock):
        return []
    dice = random.Random(len(asked.counts))
    shares = [[1.0] * len(asked.lengths)] + [
        [1.0 + SHUFFLED * dice.random() for _ in asked.lengths] for _ in range(TRIES - 1)
    ]
    return [_filled(asked, [s * mm for s, mm in zip(share, asked.lengths, strict=True)]) for share in shares]


def _filled(asked: CutOrder, worths: Sequence[float]) -> Counter[Column]:
    """Each next board of the length that costs least for what is in it."""
    plan, left = Counter[Column](), list(asked.counts)
    while any(left):
        longest = max((i for i, n in enumerate(left) if n), key=lambda i: worths[i])
        left[longest] -= 1
        made = []
        for j, sold in enumerate(asked.stock):
            sizes, free = asked.room(j).sizes, asked.room(j).most - asked.room(j).sizes[longest]
            if free < -HAIR:
                continue
            _, uses, _ = best_pattern(Sack(free, sizes, tuple(left)), worths, None, FEW_NODES)
            held = sizes[longest] + sum(n * size for n, size in zip(uses, sizes, strict=True))
            made.append((sold.price / held, (j, tuple(n + (i == longest) for i, n in enumerate(uses)))))
        _, column = min(made)
        plan[column] += 1
        left[longest] += 1
        left = [have - n for have, n in zip(left, column[1], strict=True)]
    return plan
