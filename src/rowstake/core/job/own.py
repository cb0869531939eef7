"""A crew's own timber, sheets, deck boards, bags of concrete, fixings and hardware: what no catalogue has, told in the job that uses it.

Each is known by what it is, so that two jobs never mean different things by one name; changing one is another one, put wherever it was."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping
from typing import Annotated, Literal, TypeVar

from pydantic import Field, model_validator

from rowstake.core.catalogue import CATALOGUE, OWN, Decking, GoodEntry, Section
from rowstake.core.catalogue.models import Bag
from rowstake.core.faults import refuse
from rowstake.core.goods import GOODS, register
from rowstake.core.job.block import Block

Use = Literal["post", "rail", "board", "sheet", "joist", "stringer", "decking", "fascia", "handrail", "baluster"]
MOST_KNOWN = 20_000


class OwnLaid(Block):
    """How an own deck board is laid, as its maker says: how far apart joists may stand under it, straight across and at 45°; the gap as usual,
    at least and at most; what it grows like."""

    joists_mm: Annotated[float, Field(ge=150, le=900)]
    diagonal_mm: Annotated[float, Field(ge=100, le=900)]
    gap_mm: Annotated[float, Field(ge=0, le=30)]
    gap_least_mm: Annotated[float, Field(ge=0, le=30)]
    gap_most_mm: Annotated[float, Field(ge=0, le=30)]
    end_gap_mm: Annotated[float, Field(ge=0, le=30)] = 0
    moves: Literal["timber", "composite", "pvc"] = "timber"

    @model_validator(mode="after")
    def _in_order(self) -> OwnLaid:
        if not self.gap_least_mm <= self.gap_mm <= self.gap_most_mm:
            raise ValueError("the usual gap lies between the least and the most")
        return self


class OwnBag(Block):
    """A bag of concrete that the crew buys."""

    name: Annotated[str, Field(min_length=1, max_length=40, pattern=r"\S")]
    kg: Annotated[float, Field(ge=5, le=1500)]

    @property
    def id(self) -> str:
        return f"{OWN}{hashlib.sha256(self.model_dump_json().encode()).hexdigest()[:12]}"


class OwnGood(Block):
    """A fixing or a piece of hardware that the crew buys wherever the catalogue has `instead_of`. Screws and nails say the lengths they come in and
    their packs, and are taken where one of those is long enough and does not come out behind; hinges the leaf they are made for; `kg` is what one weighs, the other's where it is not told. What carries by a table or a rating is
    replaced by what `carries` as much at least, by its maker's word."""

    instead_of: Annotated[str, Field(max_length=40)]
    name: Annotated[str, Field(min_length=1, max_length=40, pattern=r"\S")]
    lengths_mm: Annotated[tuple[Annotated[float, Field(ge=10, le=600)], ...], Field(max_length=20)] = ()
    packs: Annotated[tuple[Annotated[int, Field(ge=1, le=10_000)], ...], Field(max_length=10)] = ()
    kg: Annotated[float, Field(ge=0, le=500)] | None = None
    up_to_kg: Annotated[float, Field(ge=1, le=1000)] | None = None
    carries: bool = False

    @model_validator(mode="after")
    def _told(self) -> OwnGood:
        entry = GOODS.get(self.instead_of)
        if entry is None or not may_stand_in(entry):
            told = f": the rules count on {entry.shaped}" if entry and entry.shaped else ""
            raise ValueError(f"nothing stands in for “{self.instead_of}”{told}")
        for told_of, wanted, what in (
            (self.lengths_mm, entry.driven, "lengths are told of screws and nails"), (self.packs, bool(entry.packs), "packs are told of what comes in packs"),
            (self.up_to_kg, entry.swings, "the leaf it is made for is told of hinges"),
        ):  # fmt: skip
            if bool(told_of) != wanted:
                raise ValueError(f"{what}, and of nothing else")
        if self.carries != bool(entry.rated):
            raise ValueError(
                f"the rules count on {entry.rated}: its maker has to give it as much"
                if entry.rated
                else "what it carries is told of what the rules count on, and of nothing else"
            )
        return self

    def entry(self) -> GoodEntry:
        """As the catalogue would have it, known by it from now on. Raises `JobFault` for more than there is room for."""
        key = f"{OWN}{hashlib.sha256(self.model_dump_json().encode()).hexdigest()[:12]}"
        if key not in GOODS:
            if len(GOODS) >= MOST_KNOWN:
                raise refuse("own_goods", self.name, f"at most {MOST_KNOWN} goods", "There is no room for more goods")
            was, plain = GOODS[self.instead_of], self.name.replace("{", "{{").replace("}", "}}")
            sizes = " × ".join(f"{{{n}}}" for n in range(len(was.takes)))
            words = f"{plain} {sizes}" if was.driven else f"{plain}, {sizes}" if sizes and not was.swings else plain
            register([was.model_copy(update={
                "id": key, "instead_of": self.instead_of, "words": words, "words_in": "", "packs": list(self.packs), "kg": was.kg if self.kg is None else self.kg,
                "lengths_mm": sorted(self.lengths_mm), "up_to_kg": self.up_to_kg, "source": "your own",
            })])  # fmt: skip
        return GOODS[key]


def may_stand_in(entry: GoodEntry) -> bool:
    """Whether a crew's own may be bought for it: fixings and hardware by the piece that nothing of its shape is counted on of."""
    return (
        entry.bought
        and entry.unit == "each"
        and not entry.shaped
        and not entry.id.startswith(OWN)
        and entry.id not in ASKED_FOR
    )


ASKED_FOR = ("delivery", "skip_load")
"""What is counted by the piece and is no goods."""


class OwnSection(Block):
    """`lengths_mm` are those it is to be had in; `also` are other uses that it may have; `laid` is told of deck boards."""

    name: Annotated[str, Field(min_length=1, max_length=40, pattern=r"\S")]
    use: Use
    also: Annotated[tuple[Use, ...], Field(max_length=10)] = ()
    thickness_mm: Annotated[float, Field(ge=3, le=600)]
    width_mm: Annotated[float, Field(ge=10, le=3000)]
    lengths_mm: Annotated[tuple[Annotated[float, Field(ge=300, le=20_000)], ...], Field(min_length=1, max_length=30)]
    density_kg_m3: Annotated[float, Field(ge=50, le=8000)] | None = None
    """Of what is not timber; None takes the timber's."""
    laid: OwnLaid | None = None

    @model_validator(mode="after")
    def _told(self) -> OwnSection:
        if (self.use == "decking") != (self.laid is not None):
            raise ValueError("how it is laid is told of deck boards, and of nothing else")
        return self

    def section(self, region: str) -> Section:
        """As the catalogue would have it."""
        told = self.model_dump_json(exclude=None if self.laid else {"laid"})
        key = hashlib.sha256(f"{region}|{told}".encode()).hexdigest()[:12]
        return Section(
            id=f"{OWN}{key}", region=region, name=self.name, use=self.use, also=list(self.also), thickness_mm=self.thickness_mm,
            width_mm=self.width_mm, lengths_mm=sorted(self.lengths_mm), density_kg_m3=self.density_kg_m3, source="your own",
        )  # fmt: skip


def known(region: str, own: tuple[OwnSection, ...]) -> list[Section]:
    """A job's own sections, known from now on by their ids, and as products where they are deck boards. Raises `JobFault` for more than there
    is room for."""
    out = []
    for each in own:
        section = each.section(region)
        if section.id not in CATALOGUE.sections and len(CATALOGUE.sections) >= MOST_KNOWN:
            raise refuse("own", each.name, f"at most {MOST_KNOWN} sections", "There is no room for more sections")
        out.append(CATALOGUE.sections.setdefault(section.id, section))
        if each.laid:
            made = Decking(
                id=section.id, region=region, name=each.name, section=section.id, square=section.id, source="your own", **each.laid.model_dump()
            )  # fmt: skip
            CATALOGUE.decking.setdefault(section.id, made)
    return out


K = TypeVar("K")


def catalogued(every: Mapping[str, K]) -> dict[str, K]:
    """What the catalogue itself has, without what is some job's own."""
    return {id: one for id, one in list(every.items()) if not id.startswith(OWN)}


def products(region: str, own: tuple[OwnSection, ...]) -> list[Decking]:
    """The deck boards that a job may use: the catalogue's, then its own."""
    here = [d for d in catalogued(CATALOGUE.decking).values() if d.region == region]
    return here + [CATALOGUE.decking[s.id] for s in known(region, own) if s.id in CATALOGUE.decking]


def bags(region: str, own: tuple[OwnBag, ...]) -> dict[str, Bag]:
    """The bags of concrete that a job may use, by their ids: those of its region, then its own."""
    every = CATALOGUE.materials.bags
    return {id: every[id] for id in CATALOGUE.regions[region].bags} | {
        bag.id: Bag(name=bag.name, kg=bag.kg) for bag in own
    }


def sold_for(region: str, own: tuple[OwnSection, ...], use: str) -> list[Section]:
    """What a job may use for something: the catalogue's, then its own."""
    mine = [s for s in known(region, own) if s.use == use or use in s.also]
    return [*CATALOGUE.sections_for(region, use), *mine]
