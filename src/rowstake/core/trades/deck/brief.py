"""The deck's job with its catalogue entries looked up once."""

from __future__ import annotations

from dataclasses import dataclass

from shapely import affinity
from shapely.geometry import Polygon

from rowstake.core.catalogue import CATALOGUE, Decking, FootingEntry, Region, Section, Soil, Species, pick
from rowstake.core.catalogue.models import Bag, StepLimits
from rowstake.core.fasteners import Sold
from rowstake.core.faults import refuse
from rowstake.core.goods import as_measured
from rowstake.core.measure import Printer
from rowstake.core.trades.deck.demands import Demand, KeepClear, of
from rowstake.core.trades.deck.document import Deck, DeckGround, DeckJob, DeckShape, Level
from rowstake.core.trades.deck.place import Place
from rowstake.core.trades.deck.shape import Edge, outline

MAIN = Place()


@dataclass(frozen=True, slots=True)
class DeckBrief:
    """Of one level, where it stands and what its components ask of the frame. `joists` are the sizes that may be used: the
    one chosen, else all on sale, the shallowest first."""

    job: DeckJob
    deck: Deck
    region: Region
    printer: Printer
    product: Decking
    field: Section
    square: Section
    joists: tuple[Section, ...]
    beams: tuple[Section, ...]
    post: Section
    fascia: Section | None
    species: Species
    soil: Soil
    footing: FootingEntry
    bag: Bag
    place: Place
    level: Level
    ground: DeckGround
    asked: tuple[Demand, ...] = ()

    @property
    def shape(self) -> DeckShape:
        return self.level.shape

    @property
    def outline(self) -> Polygon:
        """The edge of its boards. Raises `JobFault`."""
        return outline(self.shape, f"{self.place.path}.shape")

    @property
    def others(self) -> list[tuple[Level, Polygon]]:
        """The other levels, and where they lie on this one's plan."""
        own, out = self.place, []
        for n, level in enumerate(self.job.deck.levels):
            if n != own.number:
                shape = outline(level.shape, f"deck.levels.{n}.shape")
                out.append((level, affinity.translate(shape, level.x_mm - own.x_mm, level.y_mm - own.y_mm)))
        return out

    @property
    def height_mm(self) -> float:
        """Its finished top over the ground at its own corner."""
        return self.level.height_mm - self.place.ground_mm

    @property
    def keep_clear(self) -> list[KeepClear]:
        """What beams, posts and footings pass by."""
        return of(KeepClear, self.asked)

    @property
    def sold(self) -> Sold:
        """How fixings are sold here."""
        return self.job.sold()

    @property
    def attached(self) -> bool:
        """True where the house carries one end of the joists. Joists that run along the house never reach it."""
        return self.deck.house.support == "ledger" and not self.turned

    @property
    def turned(self) -> bool:
        """True where joists run along the house, under boards laid straight out from it."""
        return self.deck.boards.run == "across"

    def at_house(self, edge: Edge) -> bool:
        """True where nobody falls or steps off an edge: it meets a wall, or lies along the house on posts of its own."""
        return self.at_wall(edge) or (edge.wall and not self.place.number)

    def at_wall(self, edge: Edge) -> bool:
        """True where an edge of the plan meets a wall: the house of a ledger deck, and the ends named beside it."""
        if edge.hole:
            return False
        if edge.wall:
            return self.deck.house.support == "ledger"
        end = {"left": 0.0, "right": self.shape.width_mm}.get(edge.side)
        return (
            edge.side in self.deck.house.also
            and end is not None
            and abs(edge.a[0] - end) < 0.01
            and abs(edge.b[0] - end) < 0.01
        )

    @property
    def live_kpa(self) -> float:
        return max(self.deck.loads.live_kpa, self.deck.loads.snow_kpa)

    @property
    def total_kpa(self) -> float:
        return self.live_kpa + self.deck.loads.dead_kpa

    @property
    def spacing_mm(self) -> float:
        """Joist spacing: chosen, or what the board asks; one step closer under boards at 45°."""
        asked = self.product.diagonal_mm if self.deck.boards.run == "diagonal" else self.product.joists_mm
        return self.deck.joists.spacing_mm or asked

    @property
    def footing_step_mm(self) -> float:
        """Footings are dug to the next step: 50 mm, or two inches."""
        return 50.8 if self.region.units == "ft-in" else 50.0

    @property
    def footing_top_mm(self) -> float:
        """The top of what is under a post, over the ground beside it: a slab's own top, else as chosen; a block stands at
        most its own height over the ground."""
        if self.footing.id == "slab":
            return 0.0
        top = self.deck.footings.top_mm
        return min(top, CATALOGUE.deck.block_high_mm) if self.footing.id == "block" else top

    @property
    def strip_mm(self) -> float:
        """What a clip strip lifts the boards by."""
        return self.product.strip_mm if self.deck.boards.fixing == "strips" else 0.0

    @property
    def guard_over_mm(self) -> float:
        return self.deck.over.guard_over_mm or self.region.guard_over_mm

    @property
    def guard_high_mm(self) -> float:
        """The top of a guard over the boards."""
        return self.deck.guard.high_mm or self.region.guard_high_mm

    @property
    def permit_over_mm(self) -> float:
        return self.deck.over.permit_over_mm or CATALOGUE.deck.permit_over_mm

    @property
    def riser_most_mm(self) -> float:
        return self.deck.over.riser_mm or self.region.riser_mm

    @property
    def limits(self) -> StepLimits:
        """What steps and guards are held to: the region's, but for what is told for here."""
        told = self.deck.over.model_dump(include=set(StepLimits.model_fields), exclude_none=True)
        return CATALOGUE.steps.regions[self.region.id].model_copy(update=told)

    @property
    def pitch_mm(self) -> float:
        return self.field.width_mm + self.deck.boards.gap_mm


def _standing(deck: Deck, place: Place) -> Deck:
    """The deck as a level is built: those before the first stand free of the house."""
    if not place.number:
        return deck
    return deck.model_copy(update={"house": deck.house.model_copy(update={"support": "free", "also": []})})


def _ground_of(deck: Deck, number: int) -> DeckGround:
    """The fall of the ground over a level's own size."""
    whole, own, ground = deck.levels[0].shape, deck.levels[number].shape, deck.ground
    falls = {
        "fall_out_mm": ground.fall_out_mm * own.out_mm / whole.out_mm,
        "fall_along_mm": ground.fall_along_mm * own.width_mm / whole.width_mm,
    }
    return ground.model_copy(update=falls) if number else ground


def resolve_deck(job: DeckJob, place: Place = MAIN) -> DeckBrief:
    """The brief of the level that stands there. Raises `JobFault` for anything the catalogue or the region does not have."""
    deck, c = _standing(job.deck, place), CATALOGUE
    region = pick(c.regions, job.region, "region")
    product = job.product(deck.boards.product)
    sold = tuple(sorted(job.sold_for("joist"), key=lambda s: s.width_mm))
    bag = job.bag(deck.footings.bag, "deck.footings.bag")

    def sizes(chosen: str | None, field: str) -> tuple[Section, ...]:
        return sold if chosen is None else (pick({s.id: s for s in sold}, chosen, field),)

    if deck.boards.gap_mm > product.gap_most_mm + 10:
        raise refuse("deck.boards.gap_mm", f"{deck.boards.gap_mm:g} mm", f"up to {product.gap_most_mm + 10:g} mm",
                     "That gap catches heels")  # fmt: skip
    if deck.boards.fixing == "strips" and not product.strip_spaces:
        raise refuse(
            "deck.boards.fixing", "strips", "screws, clips or plugs", f"{product.name} boards take no clip strips"
        )
    return DeckBrief(
        job=job, deck=deck, region=region, printer=job.printer, product=product,
        field=as_measured(c.sections[product.section], deck.boards.measured_mm, "deck.boards.measured_mm"), square=c.sections[product.square],
        joists=sizes(deck.joists.size, "deck.joists.size"), beams=sizes(deck.beams.size, "deck.beams.size"),
        post=pick(c.sections, deck.posts.size, "deck.posts.size"),
        fascia=pick(c.sections, deck.boards.fascia, "deck.boards.fascia") if deck.boards.fascia else None,
        species=pick(c.species, deck.species, "deck.species"), soil=pick(c.soils, job.site.soil, "site.soil"),
        footing=pick(c.footings, deck.footings.kind, "deck.footings.kind"), bag=bag, place=place, level=deck.levels[place.number], ground=_ground_of(deck, place.number),
    )  # fmt: skip
