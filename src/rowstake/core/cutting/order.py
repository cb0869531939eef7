"""What is asked of a cut plan, and a board of its answer."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from rowstake.core.cutting.knapsack import HAIR, Sack
from rowstake.core.cutting.plan import Saw, Stock

__all__ = ["HAIR", "BoardCut", "CutOrder"]


@dataclass(frozen=True, slots=True)
class BoardCut:
    """One board and what is cut from it, longest first."""

    stock: int
    pieces_mm: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class CutOrder:
    """Pieces by length, what they are cut from, and what the saw takes. Both ends of every board are trimmed."""

    lengths: tuple[float, ...]
    counts: tuple[int, ...]
    stock: tuple[Stock, ...]
    saw: Saw

    def room(self, j: int) -> Sack:
        """What a board holds: pieces with a kerf each, and a kerf more than its usable length, since n pieces take n − 1 between them."""
        kerf, usable = self.saw.kerf_mm, self.saw.usable_mm(self.stock[j].length_mm)
        return Sack(usable + kerf, tuple(length + kerf for length in self.lengths), self.counts)

    def offcut_mm(self, board: BoardCut) -> float:
        """What is left, less the kerf that parts it."""
        return self.saw.offcut_mm(board.pieces_mm, self.stock[board.stock].length_mm)

    def cost(self, boards: Sequence[BoardCut]) -> float:
        """What boards cost together."""
        return sum(self.stock[b.stock].price for b in boards)
