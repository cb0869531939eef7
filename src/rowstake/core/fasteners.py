"""Goods by the size they are sold in and the words of the region: millimetres, or whole inches where inches are sold."""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal

from rowstake.core.catalogue import CATALOGUE, GoodEntry
from rowstake.core.goods import GOODS, Good, Size
from rowstake.core.measure import Printer

Units = Literal["mm", "ft-in"]
SAME_MM = 1.0
INCHES = Printer("ft-in", 8)


@dataclass(frozen=True, slots=True)
class Sold:
    """How things are sold in a region. `units` are the region's, whatever the job is printed in."""

    units: Units
    own: tuple[tuple[str, str], ...] = ()
    """(good of the catalogue, the crew's own that is bought instead of it)."""

    def entry(self, id: str) -> GoodEntry:
        """What is bought where the catalogue has this."""
        return GOODS[next((own for of, own in self.own if of == id), id)]

    def carries_kg(self, id: str, otherwise: float) -> float:
        """The leaf that a hinge is made for: the crew's own as it says."""
        own = self.entry(id).up_to_kg
        return otherwise if own is None else own

    def size(self, mm: float) -> str:
        """A size in a name: `70 mm`, or `2 3/4"` to the next eighth."""
        return f"{mm:g} mm" if self.units == "mm" else INCHES.bare(mm)

    @property
    def screws_mm(self) -> list[float]:
        facts = CATALOGUE.materials.fixings
        return sorted(facts.screw_lengths_mm if self.units == "mm" else facts.screw_lengths_in)

    @property
    def nails_mm(self) -> list[float]:
        facts = CATALOGUE.materials.board_fixing
        return sorted(facts.nail_lengths_mm if self.units == "mm" else facts.nail_lengths_in)

    def good(self, id: str, *sizes: Size) -> Good:
        """A good of the catalogue in the words of the region. Raises `KeyError` for one that is not there, `ValueError` for
        sizes that it does not take."""
        return _good(self, id, sizes)

    def _told(self, how: str, size: Size) -> str:
        if isinstance(size, str):
            return size
        if how == "size":
            return self.size(size)
        if how == "cut":
            return Printer(self.units, 16).length(size)
        return roll(self, size) if how == "roll" else f"{size:g}"

    def screw(self, id: str, wanted_mm: float, most_mm: float | None = None) -> tuple[Good, float]:
        """(good, length) of the shortest screw that is long enough; where it would come out, past `most_mm`, the longest
        that does not."""
        return _driven(self, id, False, wanted_mm, most_mm)

    def nail(self, id: str, wanted_mm: float, most_mm: float | None = None) -> tuple[Good, float]:
        return _driven(self, id, True, wanted_mm, most_mm)

    def longer(self, driven: Good, nails: bool = False) -> float | None:
        """The next longer of a screw or nail on sale; None for the longest."""
        return next(
            (
                s
                for s in GOODS[driven.id].lengths_mm or (self.nails_mm if nails else self.screws_mm)
                if s > float(driven.sizes[0]) + 1e-6
            ),
            None,
        )

    def lag_mm(self, through_mm: float) -> float:
        """The lag screw on sale that goes through so much timber."""
        return next((s for s in self.bolts_mm if s >= through_mm - 1e-6), self.bolts_mm[-1])

    @property
    def bolts_mm(self) -> list[float]:
        facts = CATALOGUE.materials.bolts
        return sorted(facts.lengths_mm if self.units == "mm" else facts.lengths_in)

    def bolt(self, through_mm: float, id: str = "bolt") -> Good:
        """The bolt on sale that goes through so much timber, with room for what is on its ends."""
        facts = CATALOGUE.materials.bolts
        wanted = through_mm + facts.over_mm
        length = next((s for s in self.bolts_mm if s >= wanted - 1e-6), self.bolts_mm[-1])
        return self.good(id, length)


def worded(entry: GoodEntry, units: str) -> str:
    """Its words where tapes read that, with a place for each of its sizes."""
    return entry.words_in if entry.words_in and units == "ft-in" else entry.words


def plainly(entry: GoodEntry, units: str) -> str:
    """Its words before its sizes, and what it is sold with."""
    words = worded(entry, units)
    goes_with = re.search(r"\} (with .*)", words)
    return re.sub(r"[ ,×]*( (for|of))?[ ,×]*$", "", words.split("{")[0]) + (f" {goes_with[1]}" if goes_with else "")


@lru_cache(maxsize=4096)
def _good(sold: Sold, id: str, sizes: tuple[Size, ...]) -> Good:
    entry = sold.entry(id)
    if len(sizes) != len(entry.takes):
        raise ValueError(f"{id} takes {len(entry.takes)} sizes, not {sizes}")
    if entry.lengths_mm and not any(abs(float(sizes[0]) - s) < SAME_MM for s in entry.lengths_mm):
        entry = GOODS[id]  # a crew's own stands in where it is of the length that is asked
    words = worded(entry, sold.units)
    plain = tuple(s if isinstance(s, str) else float(s) for s in sizes)
    return Good(entry.id, plain, words.format(*map(sold._told, entry.takes, plain)))


@lru_cache(maxsize=4096)
def _driven(sold: Sold, id: str, nails: bool, wanted_mm: float, most_mm: float | None) -> tuple[Good, float]:
    for s in sold.entry(id).lengths_mm:  # a crew's own where one of its lengths is long enough and does not come out
        if wanted_mm - 1e-6 <= s and (most_mm is None or s <= most_mm + 1e-6):
            return sold.good(id, s), s
    lengths = sold.nails_mm if nails else sold.screws_mm
    fits = [s for s in lengths if most_mm is None or s <= most_mm + 1e-6] or lengths[:1]
    length = next((s for s in fits if s >= wanted_mm - 1e-6), fits[-1])
    return replace(sold, own=()).good(id, length), length


FOOT_MM = 304.8


def sold_mm(sold: Sold, mm: float) -> float:
    """The length a roll or a strip is sold in: as it is, or the whole feet nearest to it."""
    return mm if sold.units == "mm" else round(mm / FOOT_MM) * FOOT_MM


def roll(sold: Sold, mm: float) -> str:
    """That length in words: `3 m`, `10 ft`."""
    return f"{mm / 1000:g} m" if sold.units == "mm" else f"{sold_mm(sold, mm) / FOOT_MM:.0f} ft"
