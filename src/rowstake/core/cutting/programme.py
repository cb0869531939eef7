"""The linear programme over what may be cut from one board, and its patterns: each next one the knapsack that its prices value most."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace
from typing import Any

import highspy
import numpy as np

from rowstake.core.cutting.knapsack import FEW_NODES, HAIR, MOST_NODES, Sack, best_pattern
from rowstake.core.cutting.order import CutOrder
from rowstake.core.cutting.patterns import Uses

SOLVER: Any = highspy.Highs.__base__
"""The solver without its callbacks, whose setting up prints a line."""
MOST_ROUNDS = 600
"""More patterns than this are not asked for; the bound then is what it is."""


Column = tuple[int, Uses]
"""A stock length by its place, and how many of every piece."""


def _first(asked: CutOrder) -> list[Column]:
    """Of every piece as many as a board of each length holds; so every piece is in a pattern."""
    out = set()
    for j in range(len(asked.stock)):
        room = asked.room(j)
        for i, (size, count) in enumerate(zip(room.sizes, room.counts, strict=True)):
            fits = min(count, int((room.most + HAIR) // size))
            if fits:
                out.add((j, tuple(fits if k == i else 0 for k in range(len(room.sizes)))))
    return sorted(out)


class Master:
    """The programme over patterns: every piece at least as often as asked for, every length at most as often as it is there."""

    def __init__(self, asked: CutOrder) -> None:
        self.asked, self.pieces = asked, len(asked.counts)
        self.model: Any = SOLVER()
        self.model.setOptionValue("output_flag", False)
        self.model.setOptionValue("threads", 1)
        limited = [(j, s.available) for j, s in enumerate(asked.stock) if s.available is not None]
        self.rows = {j: self.pieces + n for n, (j, _) in enumerate(limited)}
        bounds = [(float(c), highspy.kHighsInf) for c in asked.counts] + [
            (-highspy.kHighsInf, float(n)) for _, n in limited
        ]
        for low, high in bounds:
            self.model.addRow(low, high, 0, np.array([], dtype=np.int32), np.array([], dtype=float))

    def add(self, column: Column, more: float = 0.0) -> None:
        """A pattern at the price of its board, and a little more."""
        j, uses = column
        held = {i: float(n) for i, n in enumerate(uses) if n}
        self.column(self.asked.stock[j].price + more, held | ({self.rows[j]: 1.0} if j in self.rows else {}))

    def column(self, price: float, held: dict[int, float]) -> None:
        at, values = np.array(list(held), dtype=np.int32), np.array(list(held.values()))
        self.model.addCol(price, 0.0, highspy.kHighsInf, len(held), at, values)

    def solved(self) -> tuple[float, list[float], list[float]]:
        """(value, of each column, what one more of each row costs)."""
        self.model.run()
        made = self.model.getSolution()
        return self.model.getInfo().objective_function_value, list(made.col_value), list(made.row_dual)


@dataclass(frozen=True, slots=True)
class Linear:
    """The linear plan: its bound, how often it takes each pattern, what one more of each piece costs, and by length what one board fewer
    of those that may run out would cost more (below zero); `whole` where no pattern is worth more than its board, so that the bound is
    its value."""

    bound: float
    taken: list[float]
    worths: list[float]
    spares: dict[int, float]
    whole: bool


class Growing(Master):
    """The programme with the patterns found so far, warm: what it asks for may become less, and it goes on from where it is."""

    def __init__(self, asked: CutOrder, known: Iterable[Column] = ()) -> None:
        super().__init__(asked)
        self.columns, self.shut = list[Column](), set[int]()
        dear = 1000.0 * (1.0 + max(s.price for s in asked.stock))
        for i in range(self.pieces):  # left out it costs more than any plan, so that there is an answer to begin with
            self.column(dear, {i: 1.0})
        self._grow([*_first(asked), *known])

    def _grow(self, columns: Iterable[Column]) -> int:
        """How many of them were not there."""
        fresh = sorted(set(columns) - set(self.columns))
        for column in fresh:
            self.add(column)
        self.columns += fresh
        return len(fresh)

    def only(self, counts: Sequence[int]) -> None:
        """Asks for no more than what is left of the pieces, by patterns that hold no more."""
        self.asked = replace(self.asked, counts=tuple(counts))
        for i, count in enumerate(counts):
            self.model.changeRowBounds(i, float(count), highspy.kHighsInf)
        self._grow(_first(self.asked))
        for n, (_, uses) in enumerate(self.columns):
            if n not in self.shut and any(many > have for many, have in zip(uses, counts, strict=True)):
                self.shut.add(n)
                self.model.changeColBounds(self.pieces + n, 0.0, 0.0)

    def grown(self, stop: Callable[[], bool], nodes_at_most: int = MOST_NODES) -> Linear:
        """Adds patterns until none is worth more than its board, whose value then is the bound. Before that Farley's: value ÷ the most
        that a pattern is worth, less what one board fewer of its length would cost more, of its board's price."""
        bound, pieces, stock = 0.0, self.pieces, self.asked.stock
        for _ in range(MOST_ROUNDS):
            value, taken, duals = self.solved()
            spares = {j: duals[row] for j, row in self.rows.items()}  # below zero where there are too few
            found, ratio, sure = list[Column](), 1.0, True
            for j, sold in enumerate(stock):
                spare = spares.get(j, 0.0)
                made, ceiling = _dear(self.asked.room(j), duals[:pieces], sold.price - spare + HAIR, nodes_at_most)
                ratio = max(ratio, (ceiling + spare) / sold.price)
                sure = sure and ceiling + spare <= sold.price + 2 * HAIR
                found += [(j, uses) for uses in made]
            more = self._grow(found)
            bound = max(bound, value / ratio)
            linear = Linear(bound, taken[pieces:], duals[:pieces], spares, sure and not more)
            if not more or stop():
                break
        return linear


BESIDE = 5
"""So many patterns of other pieces are taken with each next one, so that fewer rounds are needed."""


def _dear(room: Sack, worths: Sequence[float], price: float, nodes_at_most: int) -> tuple[list[Uses], float]:
    """(patterns worth over a price: the best, then the best of the pieces that are in none of those, and so on; what none is worth more
    than)."""
    left, out = list(worths), list[Uses]()
    worth, uses, ceiling = best_pattern(room, left, price, nodes_at_most)
    while worth > price and len(out) <= BESIDE:
        out.append(uses)
        left = [0.0 if n else w for n, w in zip(uses, left, strict=True)]
        worth, uses, _ = best_pattern(room, left, price, FEW_NODES)
    return out, ceiling
