"""Books of prices: what a thing costs, by the key of its good, in which unit, from whom and since when."""

from __future__ import annotations

import datetime
from collections import defaultdict
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from decimal import Decimal
from functools import cached_property
from typing import Annotated, Literal

from pydantic import AfterValidator, Field

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.cutting.plan import Stock
from rowstake.core.faults import refuse
from rowstake.core.job.block import Block
from rowstake.core.takeoff.lists import BuyLine
from rowstake.core.takeoff.on_sale import OnSale

Unit = Literal[
    "length", "m", "ft", "each", "pack", "bag", "kg", "lb", "m2", "ft2", "l", "gal", "h", "day", "m3", "yd3", "km", "mi"
]
Price = Annotated[Decimal, Field(gt=0, le=1_000_000, max_digits=12, decimal_places=4)]
Text = Annotated[str, Field(max_length=120)]
MOST_ITEMS = 20_000


class Item(Block):
    """One price. `item` is the key of a good, as `uk_47x150`, `screw:70`, or of its kind in any size, as `screw`; what is stainless
    ends so: `screw/stainless`. Timber by the `length`
    has a `length_mm`; by the `m` or `ft`, `lengths_mm` that it is sold in (those of the catalogue where none are told). `pack` is the
    pieces in a pack or the kilograms in a bag. `stock` is how many are there, None where that is not known."""

    item: Annotated[str, Field(min_length=1, max_length=80, pattern=r"^[^\s,;]+$")]
    words: Text = ""
    unit: Unit
    price: Price
    length_mm: Annotated[float, Field(gt=0, le=20_000)] | None = None
    lengths_mm: Annotated[tuple[Annotated[float, Field(gt=0, le=20_000)], ...], Field(max_length=40)] = ()
    pack: Annotated[float, Field(gt=0, le=100_000)] | None = None
    supplier: Text = ""
    day: datetime.date | None = None
    tax: Literal["standard", "reduced", "none"] = "standard"
    stock: Annotated[int, Field(ge=0, le=1_000_000)] | None = None
    lead_days: Annotated[int, Field(ge=0, le=365)] | None = None


def _known(code: str) -> str:
    if code not in CATALOGUE.cost.currencies:
        raise ValueError(f"one of {', '.join(CATALOGUE.cost.currencies)}")
    return code


class Book(Block):
    """Prices in one currency."""

    name: Annotated[str, Field(min_length=1, max_length=120)]
    currency: Annotated[str, AfterValidator(_known)]
    items: Annotated[tuple[Item, ...], Field(max_length=MOST_ITEMS)] = ()


FEET_MM, KG_PER_LB, M2_PER_FT2 = 304.8, Decimal("0.45359237"), Decimal("0.09290304")
BY_WORD = {
    "each": {"each", "kits", "tins", "cartridges", "rolls", "lengths", "sheets"}, "h": {"hours"}, "day": {"days"}, "m3": {"m³"}, "yd3": {"yd³"},
    "km": {"km"}, "mi": {"miles"}, "kg": {"kg"}, "lb": {"lb"}, "l": {"litres"}, "gal": {"gallons"},
}  # fmt: skip
"""Which words of a list a unit of a book answers to."""


@dataclass(frozen=True, slots=True)
class Offer:
    """What one bought unit of a line costs by an item, and how that was reckoned, where it is not as it stands."""

    each: Decimal
    item: Item
    how: str = ""


def offer(item: Item, line: BuyLine) -> Offer | None:
    """The price of one unit of a line, if the item is of it and sold as it is bought; None otherwise."""
    price = item.price
    if line.good.section is not None:
        return _timber(item, line)
    if item.unit == "pack":
        return Offer(price, item) if line.unit.startswith("packs") and item.pack == line.pack else None
    if item.unit == "bag":
        return Offer(price, item) if line.unit == "bags" and item.pack == line.pack else None
    if item.unit in ("kg", "lb") and line.unit == "bags" and line.pack:
        kilos = Decimal(str(line.pack)) / (KG_PER_LB if item.unit == "lb" else 1)
        return Offer(price * kilos, item, f"{price} a {item.unit}")
    if item.unit in ("m2", "ft2") and line.good.entry.kg_m2:
        high, wide = line.good.sizes[-2:]
        area = Decimal(str(float(high) * float(wide))) / 1_000_000 / (M2_PER_FT2 if item.unit == "ft2" else 1)
        return Offer(price * area, item, f"{price} a {'square metre' if item.unit == 'm2' else 'square foot'}")
    if item.unit == "each" and line.pack and line.unit.startswith("packs"):
        return Offer(price * Decimal(str(line.pack)), item, f"{price} each")
    return Offer(price, item) if line.unit in BY_WORD.get(item.unit, ()) else None


def _timber(item: Item, line: BuyLine) -> Offer | None:
    length = Decimal(str(round(line.length_mm or 0.0, 3)))
    if item.unit == "length":
        same = item.length_mm is not None and abs(item.length_mm - float(length)) < 1.0
        return Offer(item.price, item) if same else None
    if item.unit in ("m", "ft") and _sold_at(item, float(length)):
        return Offer(
            item.price * length / (1000 if item.unit == "m" else Decimal(str(FEET_MM))),
            item,
            f"{item.price} a {item.unit}",
        )
    return None


def _sold_at(item: Item, length_mm: float) -> bool:
    return any(abs(mm - length_mm) < 1.0 for mm in _lengths(item))


def _lengths(item: Item) -> Sequence[float]:
    """The lengths that an item of timber is sold in."""
    if item.unit == "length":
        return [item.length_mm] if item.length_mm else []
    section = CATALOGUE.sections.get(item.item)
    return item.lengths_mm or (section.lengths_mm if section else ())


SERVICES = ("labour", "hire_auger", "hire_mixer", "hire_saw", "hire_skip", "skip", "skip_load", "travel")
"""What no supplier of goods is chosen for."""


class Prices:
    """Items of one book or of several, in one currency, by what they are of."""

    def __init__(self, items: Iterable[Item], currency: str) -> None:
        self.currency = currency
        self._every = tuple(items)
        self._of: dict[str, list[Item]] = defaultdict(list)
        for item in self._every:
            self._of[item.item].append(item)

    def of(self, suppliers: Sequence[str]) -> Prices:
        """Goods of these suppliers alone; of all, where none is named. What is not bought from a yard stays."""
        if not suppliers:
            return self
        own = (i for i in self._every if i.supplier in suppliers or i.item.split(":")[0] in SERVICES)
        return Prices(own, self.currency)

    def delivery(self, supplier: str) -> Item | None:
        """What a supplier takes for a delivery; None where that is not told."""
        return min(
            (i for i in self._of.get("delivery", ()) if i.supplier == supplier), key=lambda i: i.price, default=None
        )

    def offers(self, line: BuyLine) -> list[Offer]:
        """What a line can be had for, cheapest first; a price of its very size goes before one of any size."""
        for key in line.price_keys:
            found = [made for item in self._of.get(key, ()) if (made := offer(item, line))]
            if found:
                return sorted(found, key=lambda o: (o.each, o.item.supplier))
        return []

    def otherwise(self, line: BuyLine) -> str:
        """Why a line has no price: what there is of its good instead."""
        if any(key in self._of for key in line.price_keys):
            return "in the books in other lengths or packs only"
        if any(key in self._of for key in line.good.keys):
            return "in the books, but not stainless"
        return "no price in the books"

    @cached_property
    def on_sale(self) -> OnSale:
        """Lengths and packs as they are sold here, each for the least."""
        lengths, packs = {}, {}
        for key, items in self._of.items():
            if key in CATALOGUE.sections and (stock := tuple(_stock(items))):
                lengths[key] = stock
            sold = {
                int(i.pack): float(i.price)
                for i in sorted(items, key=lambda i: -i.price)
                if i.unit == "pack" and i.pack
            }
            if sold:
                packs[key] = sold
        return OnSale(lengths, packs)


def _stock(items: Sequence[Item]) -> Iterator[Stock]:
    """Every length at every price it is there for, the cheapest first, up to one of which there are as many as are wanted."""
    there: dict[float, list[tuple[float, int | None]]] = defaultdict(list)
    for item in items:
        for mm in _lengths(item):
            by_length = {"m": mm / 1000, "ft": mm / FEET_MM}.get(item.unit, 1.0)
            there[mm].append((round(float(item.price) * by_length, 6), item.stock))
    for mm in sorted(there):
        for price, count in sorted(there[mm], key=lambda offer: offer[0]):
            if count != 0:
                yield Stock(mm, price, count)
            if count is None:
                break


def together(books: Sequence[Book]) -> Prices:
    """The prices of several books. Raises `JobFault` where they are in different currencies, or there is none."""
    currencies = list(dict.fromkeys(book.currency for book in books))
    if len(currencies) != 1:
        given = ", ".join(f"{book.name} in {book.currency}" for book in books) or "no book"
        raise refuse("terms.books", given, "books in one currency", "A job is reckoned in one currency")
    return Prices((item for book in books for item in book.items), currencies[0])
