"""The proven plan for a list of pieces, kept by what it was asked: the same question is never solved twice."""

from __future__ import annotations

import time
from collections import Counter
from collections.abc import Sequence
from functools import lru_cache

from rowstake.core.cutting.order import CutOrder
from rowstake.core.cutting.plan import SAW, CutPlan, CutProof, Pattern, Saw, Stock, apart, cut_plan
from rowstake.core.cutting.proven import proven

SECONDS, EACH_S = 1.0, 0.004
"""After so long, or so long for each piece where that is longer, the best so far is taken, with its bound."""
MOST_KEPT = 2000


def best_plan(pieces_mm: Counter[float], stock: Sequence[Stock], saw: Saw = SAW) -> CutPlan:
    """The least cost, then the fewest boards, with its proof. Where there are too few boards on sale it is made as if there were enough:
    who asks compares with what is there."""
    left, too_long = apart(pieces_mm, [s for s in stock if not s.racked], saw)
    if not left:
        return CutPlan((), too_long)
    made = _solved(tuple(sorted(left.items(), reverse=True)), tuple(stock), saw)
    return CutPlan(made.patterns, too_long, made.proof)


@lru_cache(maxsize=MOST_KEPT)
def _solved(pieces: tuple[tuple[float, int], ...], stock: tuple[Stock, ...], saw: Saw) -> CutPlan:
    asked = CutOrder(tuple(mm for mm, _ in pieces), tuple(n for _, n in pieces), stock, saw)
    seconds = max(SECONDS, EACH_S * sum(asked.counts))
    until = time.monotonic() + seconds
    try:
        made = proven(asked, lambda: time.monotonic() > until, seconds)
    except ValueError:
        cheapest = {s.length_mm: s.price for s in sorted(stock, key=lambda s: -s.price) if not s.racked}
        endless = (*(s for s in stock if s.racked), *(Stock(mm, price) for mm, price in sorted(cheapest.items())))
        return _solved(pieces, endless, saw) if endless != stock else cut_plan(Counter(dict(pieces)), stock, saw)
    if all(
        s.racked or s.available is None for s in stock
    ):  # what was found at once may still be better than what there was time for
        quick = cut_plan(Counter(dict(pieces)), stock, saw)
        price = {(s.length_mm, s.racked): s.price for s in stock}
        cost = sum(price[p.stock_mm, p.racked] * p.count for p in quick.patterns)
        if cost < made.cost - 1e-6:
            return CutPlan(quick.patterns, (), CutProof(cost, made.bound, False))
    boards = Counter((stock[b.stock], b.pieces_mm) for b in made.boards)
    by_size = sorted(boards.items(), key=lambda b: (not b[0][0].racked, b[0][0].length_mm, b[0][1]), reverse=True)
    patterns = tuple(Pattern(s.length_mm, cut, n, saw, s.racked) for (s, cut), n in by_size)
    return CutPlan(patterns, (), CutProof(made.cost, made.bound, made.optimal))
