"""The pattern of one board that given prices value most: a knapsack, searched with a bound."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import accumulate

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
    room: Sack, worths: Sequence[float], over: float | None = None, nodes_at_most: int = MOST_NODES
) -> tuple[float, tuple[int, ...], float]:
    """(what the best pattern is worth, how many of each piece, and what no pattern is worth more than); of those alone that are worth
    over so much, or (0, none of any, that).

    Depth first, pieces by worth for their size; a branch is left where filling all that is free with the next piece would not better
    the best. Σ w·n is then proven most, unless the search is cut short: then the bound at its root stands.
    That is after `nodes_at_most`; and after `FEW_NODES` where one is found that is worth over so much.
    """
    wanted = (i for i, (w, n) in enumerate(zip(worths, room.counts, strict=True)) if w > HAIR and n)
    order = sorted(wanted, key=lambda i: -worths[i] / room.sizes[i])
    if not order:
        return 0.0, (0,) * len(room.sizes), over or 0.0
    sizes, values, most = [room.sizes[i] for i in order], [worths[i] for i in order], [room.counts[i] for i in order]
    rates = [v / s for v, s in zip(values, sizes, strict=True)]
    least = list(accumulate(reversed(sizes), min))[::-1]  # the shortest of this piece and those after it
    best, best_uses, nodes, proven = over or 0.0, dict[int, int](), 0, False
    uses, held = [0] * len(order), list[int]()  # how many of each, and of which there are some, in order
    worth, free, k = 0.0, room.most + HAIR, 0
    while nodes <= (FEW_NODES if best_uses and over is not None else nodes_at_most):
        nodes += 1
        while k < len(order) and free >= least[k] and worth + rates[k] * free > best + HAIR:
            if sizes[k] <= free:
                uses[k] = min(most[k], int(free // sizes[k]))
                worth += uses[k] * values[k]
                free -= uses[k] * sizes[k]
                held.append(k)
            k += 1
        if worth > best + HAIR:
            best, best_uses = worth, {n: uses[n] for n in held}
        if not held:
            proven = True
            break
        k = held[-1]  # that piece once less, and on with those after it
        uses[k] -= 1
        worth -= values[k]
        free += sizes[k]
        if not uses[k]:
            held.pop()
        k += 1
    out = [0] * len(room.sizes)
    for n, many in best_uses.items():
        out[order[n]] = many
    return best if best_uses else 0.0, tuple(out), best if proven else max(best, rates[0] * room.most)
