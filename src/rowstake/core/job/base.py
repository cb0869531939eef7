"""What every job document shares: lengths in mm, the site, the saw, the terms, the units."""

from __future__ import annotations

import datetime
from typing import Annotated, Literal

from pydantic import AfterValidator, ConfigDict, Field

from rowstake.core.catalogue import CATALOGUE, Decking, Section, pick
from rowstake.core.catalogue.models import Bag
from rowstake.core.cutting.plan import Saw
from rowstake.core.fasteners import Sold
from rowstake.core.job.block import Block
from rowstake.core.job.own import OwnBag, OwnGood, OwnSection, bags, catalogued, products, sold_for
from rowstake.core.job.terms import Terms
from rowstake.core.measure import Printer
from rowstake.core.measure.length import LONGEST_MM
from rowstake.core.once import once

SCHEMA = 3
Length = Annotated[float, Field(gt=0, le=LONGEST_MM)]
LengthOrZero = Annotated[float, Field(ge=0, le=LONGEST_MM)]
Key = Annotated[str, Field(min_length=1, max_length=40, pattern=r"^[A-Za-z0-9_-]+$")]


Place = Annotated[float, Field(ge=-1e8, le=1e8)]


class Buried(Block):
    """A buried line as whoever it belongs to marked it: its way over the plan, as the plan is drawn, and how far holes keep clear of it."""

    kind: Literal["power", "gas", "telecom", "water", "reclaimed", "drain"]
    points: Annotated[tuple[tuple[Place, Place], ...], Field(min_length=2, max_length=200)]
    keep_mm: Annotated[float, Field(ge=0, le=5000)] = 600


class Site(Block):
    """Where the work stands. The gust is a 3-second gust at 10 m."""

    frost_depth_mm: Annotated[float, Field(ge=0, le=3000)] = 0
    gust_mps: Annotated[float, Field(ge=0.001, le=120)] = 30
    exposure: Literal["B", "C", "D"] = "B"
    soil: str = "clay"
    near_salt: bool = False
    crew: Annotated[int, Field(ge=1, le=12)] = 2
    climate: str | None = None
    """Months of temperature and humidity; None takes the region's."""
    height_limit_mm: Annotated[float, Field(ge=300, le=10_000)] | None = None
    far_drop_mm: Annotated[float, Field(ge=0, le=5000)] = 0
    """How much lower the ground lies on the neighbour's side: a height limit counts from there too."""
    ticket: Annotated[str, Field(max_length=40)] = ""
    """Of the request to have buried services located; empty where none was made."""
    located_until: datetime.date | None = None
    """How long what was marked is good for; None until it is answered."""
    buried: Annotated[tuple[Buried, ...], Field(max_length=60)] = ()


class Cutting(Block):
    """What the saw takes of a board, the longest length that anybody will handle, and the shortest offcut worth keeping."""

    kerf_mm: Annotated[float, Field(ge=0, le=10)] = 3
    end_trim_mm: Annotated[float, Field(ge=0, le=200)] = 0
    longest_mm: Annotated[float, Field(ge=900, le=12_000)] | None = None
    keep_mm: Annotated[float, Field(ge=50, le=6000)] = 600
    runs: bool = False
    """Pieces that meet end to end come from one board, for their grain and colour: a border's with its mitres, a row's, a cap's."""

    @property
    def saw(self) -> Saw:
        return Saw(self.kerf_mm, self.end_trim_mm)


class Tolerances(Block):
    """What may be off on site before anybody asks about it."""

    post_mm: Annotated[float, Field(ge=1, le=200)] = 10
    """A post along its leg, or off the string."""
    plumb_mm_m: Annotated[float, Field(ge=1, le=50)] = 5
    """How far a post leans, in mm a metre."""
    depth_mm: Annotated[float, Field(ge=1, le=300)] = 25
    """A hole less deep than asked."""
    height_mm: Annotated[float, Field(ge=1, le=50)] = 3
    """A support higher or lower than drawn."""
    square_mm: Annotated[float, Field(ge=1, le=50)] = 3
    """The difference of two diagonals."""
    width_mm: Annotated[float, Field(ge=0.1, le=20)] = 1
    """Boards wider or narrower than they are sold."""


def _says_something(name: str) -> str:
    if not name.strip():
        raise ValueError("a name, not only spaces")
    return name


Name = Annotated[str, Field(min_length=1, max_length=120), AfterValidator(_says_something)]


def _one_each(own: tuple[OwnGood, ...]) -> tuple[OwnGood, ...]:
    twice = next((g.instead_of for n, g in enumerate(own) if any(o.instead_of == g.instead_of for o in own[:n])), None)
    if twice:
        raise ValueError(f"two stand in for “{twice}”: one does")
    return own


def _own_goods(job: Common) -> tuple[object, ...]:
    return job.own_goods, job.region


class Common(Block):
    """Of every job, whatever it is about."""

    model_config = ConfigDict(
        extra="forbid", allow_inf_nan=False, populate_by_name=True, json_schema_serialization_defaults_required=True
    )

    schema_: Literal[3] = Field(default=3, alias="schema")
    name: Name
    region: str
    units: Literal["mm", "ft-in"]
    fraction: Literal[8, 16, 32] = 16
    site: Site = Site()
    cutting: Cutting = Cutting()
    terms: Terms = Terms()
    tolerances: Tolerances = Tolerances()
    own: Annotated[tuple[OwnSection, ...], Field(max_length=60)] = ()
    """Timber, sheets and deck boards that the crew has besides the catalogue's."""
    own_bags: Annotated[tuple[OwnBag, ...], Field(max_length=20)] = ()
    """Bags of concrete that it buys besides those."""
    own_goods: Annotated[tuple[OwnGood, ...], Field(max_length=40), AfterValidator(_one_each)] = ()
    """Fixings and hardware that it buys instead of the catalogue's."""

    def sold_for(self, use: str) -> list[Section]:
        """The sections that it may use for something: those sold in its region, then its own."""
        return sold_for(self.region, self.own, use)

    def products(self) -> list[Decking]:
        """The deck boards that it may use: those of its region, then its own."""
        return products(self.region, self.own)

    def product(self, id: str) -> Decking:
        """A deck board by its id: of the catalogue, or its own. Raises `JobFault` for any other, another job's own among them."""
        return pick(catalogued(CATALOGUE.decking) | {d.id: d for d in self.products()}, id, "deck.boards.product")

    def bags(self) -> dict[str, Bag]:
        """The bags of concrete that it may use, by their ids."""
        return bags(self.region, self.own_bags)

    def bag(self, id: str, field: str) -> Bag:
        """A bag by its id: of the catalogue, or its own. Raises `JobFault` for any other."""
        return pick(CATALOGUE.materials.bags | self.bags(), id, field)

    @once(_own_goods)
    def sold(self) -> Sold:
        """How fixings are sold in its region, and which of them are its own."""
        return Sold(CATALOGUE.regions[self.region].units, tuple((g.instead_of, g.entry().id) for g in self.own_goods))

    @property
    def printer(self) -> Printer:
        return Printer(self.units, self.fraction)
