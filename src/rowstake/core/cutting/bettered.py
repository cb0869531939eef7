"""A plan made cheaper a few boards at a time: those that waste most, and some by chance, are cut anew from their pieces."""

from __future__ import annotations

import math
import random
from collections import Counter
from collections.abc import Callable, Sequence
from dataclasses import replace

from rowstake.core.cutting.order import HAIR, BoardCut, CutOrder

AT_A_TIME, LEAST_AT_A_TIME, MOST_AT_A_TIME = 0.25, 4, 12
"""So much of the boards is cut anew at once, so many at least and at most."""
LEAST_IN_VAIN, IN_VAIN = 6, 0.1
"""So often at least, and so often for each board, in vain, and it is left."""
NEAR = 5e-4
"""A plan dearer by no more of its price than this is not made cheaper."""
Solve = Callable[[CutOrder], Sequence[BoardCut]]


def bettered(
    asked: CutOrder, boards: Sequence[BoardCut], least: float, solve: Solve, stop: Callable[[], bool]
) -> list[BoardCut]:
    """Never dearer than what it is given; done where it costs `least` or next to it, or after so many rounds without a gain. Boards that cost the same are
    taken too, so that other pieces come together. `solve` answers the smaller questions."""
    out, dice = list(boards), random.Random(len(boards))
    rounds, some_of = max(LEAST_IN_VAIN, math.ceil(len(out) * IN_VAIN)), _clamped(len(out))
    left, enough = rounds, least * (1 + NEAR) + HAIR
    tried = set[frozenset[tuple[float, ...]]]()
    while left and asked.cost(out) > enough and not stop():
        left -= 1
        chosen = set(sorted(range(len(out)), key=lambda n: -_waste(asked, out[n]) * dice.random())[:some_of])
        some = [out[n] for n in chosen]
        if (key := frozenset(b.pieces_mm for b in some)) in tried:
            continue
        tried.add(key)
        pieces = Counter(p for b in some for p in b.pieces_mm)
        made = solve(replace(asked, lengths=tuple(pieces), counts=tuple(pieces.values())))
        gain = asked.cost(some) - asked.cost(made)
        if gain > -HAIR:
            out = [b for n, b in enumerate(out) if n not in chosen] + list(made)
        if gain > HAIR:
            left = rounds
    return out


def _clamped(boards: int) -> int:
    return min(MOST_AT_A_TIME, max(LEAST_AT_A_TIME, math.ceil(boards * AT_A_TIME)))


def _waste(asked: CutOrder, board: BoardCut) -> float:
    """The price of what no piece is cut from."""
    stock = asked.stock[board.stock]
    return stock.price * (1 - sum(board.pieces_mm) / stock.length_mm)
