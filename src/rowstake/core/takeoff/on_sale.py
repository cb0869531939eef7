"""What can be had: the lengths of a section and the packs of a good, with their prices where they are known."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cache
from itertools import combinations_with_replacement

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.cutting.plan import Stock, by_length
from rowstake.core.goods import Good
from rowstake.core.reckoners.base import up


@dataclass(frozen=True, slots=True)
class Racked:
    """An offcut that lies in the rack."""

    section: str
    length_mm: float
    label: str


RACK_SHARE = 1e-3
"""An offcut costs next to nothing, by its length in metres: so it is cut first, the shortest that does."""


@dataclass(frozen=True, slots=True)
class OnSale:
    """`lengths` by section and `packs` by the key of a good, as a book of prices has them; of what it does not have, as the
    catalogue. Timber is cut from the `rack` first."""

    lengths: Mapping[str, tuple[Stock, ...]] = field(default_factory=dict)
    priced_packs: Mapping[str, Mapping[int, float]] = field(default_factory=dict)
    rack: tuple[Racked, ...] = ()

    def stock(self, section: str) -> tuple[Stock, ...]:
        lying = Counter(r.length_mm for r in self.rack if r.section == section)
        racked = tuple(Stock(mm, RACK_SHARE * mm / 1000, n, racked=True) for mm, n in sorted(lying.items()))
        return racked + (self.lengths.get(section) or _catalogues(section))

    def packs(self, good: Good, stainless: bool = False) -> Mapping[int, float]:
        """Pieces in a pack → its price; of packs without prices each as dear as it has pieces, and `PACK_WORTH` more."""
        for key in priced_as(good, stainless):
            if found := self.priced_packs.get(key):
                return found
        return {size: size + PACK_WORTH for size in good.entry.packs}


STAINLESS = "/stainless"
"""How the key of what is bought stainless ends."""


def priced_as(good: Good, stainless: bool) -> tuple[str, ...]:
    """What the price of a good may hang on: its key, then its kind in any size; what is bought stainless has prices of its own."""
    return tuple(f"{key}{STAINLESS}" for key in good.keys) if stainless else good.keys


@cache
def _catalogues(section: str) -> tuple[Stock, ...]:
    return by_length(CATALOGUE.sections[section].lengths_mm)


CATALOGUES = OnSale()
MOST_PACKS, PACK_WORTH = 3, 60
"""Smaller packs taken together for what full ones leave over; a further pack has to save so many pieces."""


def packs_for(count: float, of: Mapping[int, float]) -> tuple[int, dict[int, int]]:
    """Fixings with spares, and packs of those sizes to buy: full ones of the size that is cheapest by the piece, then the few that
    cost least for what is left over."""
    wanted = up(count * (1 + CATALOGUE.materials.fixings.spare_pct / 100))
    bulk = min(of, key=lambda size: (of[size] / size, -size))
    packs: Counter[int] = Counter({bulk: wanted // bulk})
    if rest := wanted % bulk:
        sizes = sorted(of, reverse=True)
        few: list[tuple[int, ...]] = [
            tuple(c) for n in range(1, MOST_PACKS + 1) for c in combinations_with_replacement(sizes, n)
        ]
        enough = [c for c in few if sum(c) >= rest] or [(sizes[-1],) * up(rest / sizes[-1])]
        packs.update(min(enough, key=lambda c: sum(of[size] for size in c)))
    return wanted, {size: n for size, n in sorted(packs.items()) if n}
