"""The pattern of one board that given prices value most: a knapsack, searched with a bound."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

HAIR = 1e-6
MOST_NODES, FEW_NODES = 60_000, 200
"""After so many places of the search the best so far is taken; the bound stays right."""


@dataclass(frozen=True, slots=True)
class Sack:
    """What fits: the sum of sizes is at most `most`, no piece more often than its count."""

    most: float
    sizes: tuple[float, ...]
    counts: tuple[int, ...]


def best_pattern(
    room: Sack, worths: Sequence[float], enough: float = math.inf, nodes_at_most: int = MOST_NODES
) -> tuple[float, tuple[int, ...], float]:
    """(what the best pattern is worth, how many of each piece, and what no pattern is worth more than).

    Depth first, pieces by worth for their size; a branch is left where filling all that is free with the next piece would not better
    the best. Σ w·n is then proven most, unless the search is cut short: then the bound at its root stands.
    That is after `nodes_at_most`; and after `FEW_NODES` where what is found is worth over `enough`.
    """
    order = sorted((i for i, w in enumerate(worths) if w > HAIR), key=lambda i: -worths[i] / room.sizes[i])
    if not order:
        return 0.0, (0,) * len(room.sizes), 0.0
    sizes, values, most = [room.sizes[i] for i in order], [worths[i] for i in order], [room.counts[i] for i in order]
    best, best_uses, nodes = 0.0, [0] * len(order), 0
    root = values[0] / sizes[0] * room.most
    uses = [0] * len(order)
    worth, free, k = 0.0, room.most, 0
    last = len(order)
    while True:
        nodes += 1
        while k < last and worth + values[k] / sizes[k] * free > best + HAIR:
            take = min(most[k], int((free + HAIR) // sizes[k]))
            uses[k] = take
            worth += take * values[k]
            free -= take * sizes[k]
            k += 1
        if worth > best + HAIR:
            best, best_uses = worth, [*uses[:k], *[0] * (last - k)]
        # Back to the last piece that may be taken once less.
        k -= 1
        while k >= 0 and not uses[k]:
            k -= 1
        if k < 0 or nodes > (FEW_NODES if best > enough else nodes_at_most):
            break
        uses[k] -= 1
        worth -= values[k]
        free += sizes[k]
        k += 1
        for n in range(k, last):
            uses[n] = 0
    out = [0] * len(room.sizes)
    for i, n in zip(order, best_uses, strict=True):
        out[i] = n
    return best, tuple(out), best if k < 0 else root
