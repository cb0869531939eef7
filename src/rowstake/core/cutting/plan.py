"""Which lengths to buy for a list of pieces: a fill-the-longest-first plan, board by board.

Not proven least; the waste is reported so that it can be judged. Kerf between neighbours and one more where an
offcut is left. Nothing is planned longer than its stock: what no stock reaches is returned apart.
"""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE


@dataclass(frozen=True, slots=True)
class Pattern:
    """`count` boards of one stock length, each cut into the same pieces."""

    stock_mm: float
    pieces_mm: tuple[float, ...]
    count: int

    @property
    def offcut_mm(self) -> float:
        """What is left of each board after the cuts."""
        return max(0.0, self.stock_mm - used_mm(self.pieces_mm, self.stock_mm))


@dataclass(frozen=True, slots=True)
class CutPlan:
    patterns: tuple[Pattern, ...]
    too_long_mm: tuple[float, ...]

    @property
    def boards(self) -> dict[float, int]:
        """How many of each length to buy."""
        out: Counter[float] = Counter()
        for pattern in self.patterns:
            out[pattern.stock_mm] += pattern.count
        return dict(sorted(out.items()))

    @property
    def waste(self) -> float:
        """Share of what is bought that ends as offcut and sawdust."""
        bought = sum(p.stock_mm * p.count for p in self.patterns)
        kept = sum(sum(p.pieces_mm) * p.count for p in self.patterns)
        return 1 - kept / bought if bought else 0.0


def used_mm(pieces: tuple[float, ...], stock_mm: float) -> float:
    """Length taken by pieces and kerfs from one board."""
    kerf = CATALOGUE.materials.cutting.kerf_mm
    net = sum(pieces) + kerf * (len(pieces) - 1)
    return net + kerf if net + kerf <= stock_mm else net


def _fill(lengths: list[tuple[float, int]], stock: float) -> tuple[float, ...]:
    """Longest first: the pieces of one board."""
    kerf = CATALOGUE.materials.cutting.kerf_mm
    left = stock
    out: list[float] = []
    for length, count in lengths:
        fits = int((left + kerf + 1e-6) // (length + kerf))
        take = min(count, max(0, fits))
        out.extend([length] * take)
        left -= take * (length + kerf)
        if left <= 0:
            break
    return tuple(out)


def cut_plan(pieces_mm: Counter[float], stock_lengths_mm: list[float]) -> CutPlan:
    """A plan for pieces (length → count) from stock. The stock whose board is best filled is taken each time."""
    stock = sorted(stock_lengths_mm)
    longest = stock[-1] if stock else 0.0
    too_long = tuple(sorted(length for length in pieces_mm if length > longest + 1e-6))
    left = Counter({length: n for length, n in pieces_mm.items() if length <= longest + 1e-6})
    patterns: list[Pattern] = []
    while left:
        ordered = sorted(left.items(), reverse=True)
        need = ordered[0][0]
        filled = [(s, _fill(ordered, s)) for s in stock if s >= need - 1e-6]
        best, pieces = min(filled, key=lambda f: (1 - sum(f[1]) / f[0], f[0]))
        uses = Counter(pieces)
        times = min(left[length] // n for length, n in uses.items())
        patterns.append(Pattern(best, pieces, times))
        for length, n in uses.items():
            left[length] -= n * times
            if not left[length]:
                del left[length]
    return CutPlan(tuple(patterns), too_long)
