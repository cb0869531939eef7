"""The ways to fill a board that are worth so much at least, where there are not too many."""

from __future__ import annotations

from collections.abc import Sequence

from rowstake.core.cutting.knapsack import HAIR, Sack

Uses = tuple[int, ...]
MOST_NODES = 30_000


def full_patterns(room: Sack, worths: Sequence[float], least: float, most: int) -> list[Uses] | None:
    """How many of every piece, for every way to fill a board so that no piece more fits and the pieces are worth `least` together; None
    past so many. Depth first, by worth for their size; a branch is left where filling all that is free with the next piece would not
    come to so much."""
    order = sorted(range(len(room.sizes)), key=lambda i: -worths[i] / room.sizes[i])
    sizes, counts, values = [room.sizes[i] for i in order], [room.counts[i] for i in order], [worths[i] for i in order]
    back = [order.index(i) for i in range(len(order))]
    out, uses, nodes = list[Uses](), [0] * len(order), 0

    def fill(k: int, free: float, worth: float) -> bool:
        nonlocal nodes
        nodes += 1
        if k == len(order):
            more = any(n < counts[i] and sizes[i] <= free + HAIR for i, n in enumerate(uses))
            if not more and any(uses) and worth >= least:
                out.append(tuple(uses[n] for n in back))
            return len(out) <= most and nodes <= MOST_NODES
        if worth + values[k] / sizes[k] * free < least - HAIR:
            return True
        for n in range(min(counts[k], int((free + HAIR) // sizes[k])), -1, -1):
            uses[k] = n
            if not fill(k + 1, free - n * sizes[k], worth + n * values[k]):
                return False
        uses[k] = 0
        return True

    return out if fill(0, room.most, 0.0) else None
