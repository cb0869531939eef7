"""Which lengths to buy for a list of pieces: a fill-the-longest-first plan, board by board, at once.

Not proven least; the waste is reported so that it can be judged (`best` makes the proven one). Both ends of a board are trimmed,
kerf between neighbours and one more where an offcut is left. Nothing is planned longer than its stock: what no stock reaches is
returned apart.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE


@dataclass(frozen=True, slots=True)
class Saw:
    """What the saw takes of a board: its kerf at every cut, and a trim off both ends before any, mm."""

    kerf_mm: float = CATALOGUE.materials.cutting.kerf_mm
    trim_mm: float = 0.0

    def usable_mm(self, stock_mm: float) -> float:
        return stock_mm - 2 * self.trim_mm

    def used_mm(self, pieces: tuple[float, ...], stock_mm: float) -> float:
        """Length taken by trims, pieces and kerfs from one board."""
        net = 2 * self.trim_mm + sum(pieces) + self.kerf_mm * (len(pieces) - 1)
        return net + self.kerf_mm if net + self.kerf_mm <= stock_mm else net

    def offcut_mm(self, pieces: tuple[float, ...], stock_mm: float) -> float:
        """What is left of a board, less the kerf that parts it; what is narrower than that is sawdust."""
        return max(0.0, self.usable_mm(stock_mm) - sum(pieces) - self.kerf_mm * len(pieces))


SAW = Saw()
"""The saw of a crew that told of no other."""


@dataclass(frozen=True, slots=True)
class Stock:
    """A length on sale, mm, its price, and how many there are; None for as many as are wanted. `racked`: it is not bought, it was left
    over."""

    length_mm: float
    price: float
    available: int | None = None
    racked: bool = False


@dataclass(frozen=True, slots=True)
class Pattern:
    """`count` boards of one stock length, each cut into the same pieces."""

    stock_mm: float
    pieces_mm: tuple[float, ...]
    count: int
    saw: Saw = SAW
    racked: bool = False

    @property
    def offcut_mm(self) -> float:
        """What is left of each board after the cuts."""
        return self.saw.offcut_mm(self.pieces_mm, self.stock_mm)


@dataclass(frozen=True, slots=True)
class CutProof:
    """What the boards of a plan cost and what no plan costs less than, in the price of its stock (its length, mm, where none is known)."""

    cost: float
    bound: float
    optimal: bool

    @property
    def gap(self) -> float:
        """By how much of the bound the plan may be dearer than the cheapest."""
        return 0.0 if self.optimal or not self.bound else self.cost / self.bound - 1


@dataclass(frozen=True, slots=True)
class CutPlan:
    """`proof` is None of a plan that was made at once."""

    patterns: tuple[Pattern, ...]
    too_long_mm: tuple[float, ...]
    proof: CutProof | None = None

    @property
    def boards(self) -> dict[float, int]:
        """How many of each length to buy."""
        out: Counter[float] = Counter()
        for pattern in self.patterns:
            if not pattern.racked:
                out[pattern.stock_mm] += pattern.count
        return dict(sorted(out.items()))

    @property
    def waste(self) -> float:
        """Share of what is bought that ends as offcut and sawdust."""
        bought = sum(p.stock_mm * p.count for p in self.patterns)
        kept = sum(sum(p.pieces_mm) * p.count for p in self.patterns)
        return 1 - kept / bought if bought else 0.0


def _fill(lengths: list[tuple[float, int]], stock: float, saw: Saw) -> tuple[float, ...]:
    """Longest first: the pieces of one board."""
    left = saw.usable_mm(stock)
    out: list[float] = []
    for length, count in lengths:
        fits = int((left + saw.kerf_mm + 1e-6) // (length + saw.kerf_mm))
        take = min(count, max(0, fits))
        out.extend([length] * take)
        left -= take * (length + saw.kerf_mm)
        if left <= 0:
            break
    return tuple(out)


def apart(pieces_mm: Counter[float], stock: Sequence[Stock], saw: Saw) -> tuple[Counter[float], tuple[float, ...]]:
    """(pieces that a board holds, lengths that none does)."""
    longest = max((saw.usable_mm(s.length_mm) for s in stock), default=0.0)
    too_long = tuple(sorted(length for length in pieces_mm if length > longest + 1e-6))
    return Counter({length: n for length, n in pieces_mm.items() if length <= longest + 1e-6}), too_long


def cut_plan(pieces_mm: Counter[float], stock: Sequence[Stock], saw: Saw = SAW) -> CutPlan:
    """A plan for pieces (length → count) from stock. The stock whose board costs least for what is cut from it is taken each time."""
    left, too_long = apart(pieces_mm, [s for s in stock if not s.racked], saw)
    patterns: list[Pattern] = []
    there = {s: s.available for s in stock if s.racked and s.available is not None}
    while left:
        ordered = sorted(left.items(), reverse=True)
        need = ordered[0][0]
        fits = [s for s in stock if saw.usable_mm(s.length_mm) >= need - 1e-6 and there.get(s, 1) > 0]
        filled = [(s, _fill(ordered, s.length_mm, saw)) for s in fits]
        best, pieces = min(filled, key=lambda f: (f[0].price / sum(f[1]), f[0].length_mm))
        uses = Counter(pieces)
        times = min(left[length] // n for length, n in uses.items())
        times = min(times, there.get(best, times))
        if best in there:
            there[best] -= times
        patterns.append(Pattern(best.length_mm, pieces, times, saw, best.racked))
        for length, n in uses.items():
            left[length] -= n * times
            if not left[length]:
                del left[length]
    return CutPlan(tuple(patterns), too_long)


def by_length(lengths_mm: Iterable[float]) -> tuple[Stock, ...]:
    """Lengths on sale of which no price is known: each as dear as it is long."""
    return tuple(Stock(length, length) for length in sorted(lengths_mm))
