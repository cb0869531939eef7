"""The buy list and the cut list, read off the parts."""

from __future__ import annotations

import math
from collections import Counter, defaultdict
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from itertools import islice

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.catalogue.models import Bag
from rowstake.core.cutting.plan import SAW, CutPlan, Saw, Stock, cut_plan
from rowstake.core.fasteners import Sold
from rowstake.core.goods import Good, timber
from rowstake.core.kinds import KINDS
from rowstake.core.measure import Printer
from rowstake.core.measure.printer import LITRES_PER_GALLON
from rowstake.core.parts import Part
from rowstake.core.reckoners.base import up
from rowstake.core.reckoners.hole_concrete import bags_for
from rowstake.core.takeoff.on_sale import CATALOGUES, OnSale, packs_for, priced_as
from rowstake.core.takeoff.side_by_side import Blank, blanks

Cut = Callable[[Counter[float], Sequence[Stock], Saw], CutPlan]
"""Finds the lengths for pieces."""


@dataclass(frozen=True, slots=True)
class Buyer:
    """What the lists need to know of a job: its words, its bags, and what its builder will not buy.

    `longest_mm` caps the lengths bought of a section; `finish_after_days` is None where nothing is stained.
    """

    printer: Printer
    sold: Sold
    bag: Bag
    near_salt: bool
    longest_mm: dict[str, float]
    finish_after_days: float | None = None
    timber_kg_m3: float = 500.0
    """Of its timber, dry; what has a density of its own counts by that."""
    saw: Saw = SAW
    most_mm: float | None = None
    """The longest length that anybody will handle, of any section."""
    on_sale: OnSale = CATALOGUES
    """What there is to be had: the catalogue's lengths and packs, or those of a book of prices."""
    cut: Cut = cut_plan
    """How lengths are found: at once, or proven."""
    called: Mapping[str, str] = field(default_factory=dict)
    """What a job calls its sections, where that is shorter than their names."""
    measured_mm: Mapping[str, float] = field(default_factory=dict)
    """How wide the boards of a section are, where they were measured."""

    runs: bool = False
    """Pieces that follow on from each other come from one length, as many as it reaches."""

    def stock(self, section: str) -> list[Stock]:
        """What a section is bought in, or lies in the rack: of what is bought nothing longer than anybody will have."""
        longest = min(self.longest_mm.get(section, math.inf), self.most_mm or math.inf)
        return [s for s in self.on_sale.stock(section) if s.racked or s.length_mm <= longest + 1e-6]

    def blanks(self, parts: Iterable[Part]) -> dict[str, list[Blank]]:
        """The lengths that pieces are cut from, by section."""
        return blanks(parts, self.saw.kerf_mm, self.measured_mm, self._reach if self.runs else None)

    def _reach(self, section: str) -> float:
        return max((self.saw.usable_mm(s.length_mm) for s in self.stock(section) if not s.racked), default=0.0)

    def ripped(self, section: str, width_mm: float) -> bool:
        """Whether a piece is narrower than the boards that it is cut from."""
        return width_mm < self.measured_mm.get(section, CATALOGUE.sections[section].width_mm) - 0.05


@dataclass(frozen=True, slots=True)
class BuyLine:
    """One line of the list for the yard: how many of what, and the parts it is for. `good` is what its price hangs on.

    `length_mm` is set for timber. `needed` counts what the parts take; `buy` what is bought in whole units.
    """

    group: str
    item: str
    buy: float
    unit: str
    needed: str
    for_parts: tuple[str, ...]
    good: Good
    length_mm: float | None = None
    note: str = ""
    kg: float = 0.0
    """What all of it weighs, about."""
    pack: float | None = None
    """Pieces in a pack, or kilograms in a bag."""
    stainless: bool = False

    @property
    def price_keys(self) -> tuple[str, ...]:
        """What its price may hang on, the closest first."""
        return priced_as(self.good, self.stainless)


@dataclass(frozen=True, slots=True)
class CutLine:
    """Pieces alike: section, cut length and width, ends, and the label of every one."""

    section: str
    material: str
    kind: str
    length_mm: float
    width_mm: float
    ends: str
    labels: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class TakeOff:
    buyer: Buyer
    buy: tuple[BuyLine, ...]
    cuts: tuple[CutLine, ...]
    plans: dict[str, CutPlan]
    concrete_m3: float
    bags: int
    spoil_m3: float

    @property
    def timber_mm(self) -> float:
        """All timber bought, by its length: what plans are compared by."""
        return sum(mm * n for plan in self.plans.values() for mm, n in plan.boards.items())

    def timber_words(self, p: Printer) -> str:
        """`312.6 m in 84 lengths`."""
        count = sum(n for plan in self.plans.values() for n in plan.boards.values())
        shown = f"{self.timber_mm / 1000:.1f} m" if p.units == "mm" else f"{self.timber_mm / 304.8:.0f} ft"
        return f"{shown} in {count} length{'s' * (count != 1)}"

    @property
    def kg(self) -> float:
        """What is bought weighs about so much, timber dry, without what weighs next to nothing."""
        return sum(line.kg for line in self.buy)

    @property
    def waste(self) -> float:
        """Share of all timber bought that ends as offcut and sawdust."""
        patterns = [pattern for plan in self.plans.values() for pattern in plan.patterns if not pattern.racked]
        bought = sum(p.stock_mm * p.count for p in patterns)
        kept = sum(sum(p.pieces_mm) * p.count for p in patterns)
        return 1 - kept / bought if bought else 0.0

    @property
    def too_long(self) -> dict[str, tuple[float, ...]]:
        """Section → cut lengths that no length on sale reaches."""
        return {key: plan.too_long_mm for key, plan in self.plans.items() if plan.too_long_mm}


KG_PER_LB = 0.45359237

GROUP = {
    "post": "Posts", "rail": "Rails and frames", "board": "Boards", "sheet": "Sheets", "batten": "Battens",
    "joist": "Frame", "stringer": "Frame", "decking": "Boards", "fascia": "Boards", "handrail": "Rails and frames", "baluster": "Rails and frames",
}  # fmt: skip


def cut_lines(parts: list[Part]) -> tuple[CutLine, ...]:
    """Pieces of timber gathered by section and cut size, in the order they are first met."""
    exact: dict[tuple[str, str, float, float, str], list[int]] = defaultdict(list)
    for n, p in enumerate(parts):
        if p.unit == "piece":
            exact[p.good.id, p.kind, p.length_mm, p.width_mm, p.ends].append(n)
    groups: dict[tuple[str, str, float, float, str], list[int]] = defaultdict(list)
    for (material, kind, length, width, ends), own in exact.items():
        groups[material, KINDS[kind].name, round(length, 1), round(width, 1), ends] += own
    names = CATALOGUE.sections
    return tuple(
        CutLine(names[material].name, material, kind, length, width, ends, tuple(parts[n].label for n in sorted(own)))
        for (material, kind, length, width, ends), own in groups.items()
    )


def _needed(buyer: Buyer, cut: Counter[float]) -> str:
    """`cuts 2 × 2998 mm, 1 × 1547 mm and 3 more sizes`."""
    sizes = sorted(cut.items(), reverse=True)
    shown = ", ".join(f"{n} × {buyer.printer.length(c)}" for c, n in sizes[:4])
    return f"cuts {shown}" + (f" and {len(sizes) - 4} more sizes" if len(sizes) > 4 else "")


def _taken(waiting: Mapping[float, Iterator[Blank]], cut: Counter[float]) -> list[Blank]:
    """So many of each length, off those that wait."""
    return [blank for piece, n in cut.items() for blank in islice(waiting[piece], n)]


def _timber(buyer: Buyer, parts: list[Part]) -> tuple[list[BuyLine], dict[str, CutPlan]]:
    """Lengths to buy of every section; each line carries the labels of the pieces cut from it."""
    lines, plans = [], {}
    for key, every in buyer.blanks(parts).items():
        alike: dict[float, list[Blank]] = defaultdict(list)
        for blank in every:
            alike[blank.length_mm].append(blank)
        section, waiting = CATALOGUE.sections[key], {length: iter(own) for length, own in alike.items()}
        wanted = Counter({length: len(own) for length, own in alike.items()})
        plans[key] = plan = buyer.cut(wanted, buyer.stock(key), buyer.saw)
        for pattern in plan.patterns:
            if pattern.racked:
                _taken(waiting, Counter(pattern.pieces_mm * pattern.count))
        for length, count in plan.boards.items():
            cut: Counter[float] = Counter()
            for pattern in plan.patterns:
                if pattern.stock_mm == length and not pattern.racked:
                    for piece in pattern.pieces_mm:
                        cut[piece] += pattern.count
            names = tuple([label for blank in _taken(waiting, cut) for label in blank.labels])
            lines.append(
                BuyLine(
                    GROUP[section.use],
                    section.name,
                    count,
                    "lengths",
                    _needed(buyer, cut),
                    names,
                    timber(key),
                    length,
                    kg=count * section.kg(length, section.width_mm, buyer.timber_kg_m3),
                )
            )
    return lines, plans


def _counted(parts: list[Part], packed: bool) -> tuple[Counter[Good], dict[Good, list[Part]]]:
    """How many of each good that comes in packs, or by the piece, the parts take, and which parts those are."""
    counts: Counter[Good] = Counter()
    whose: dict[Good, list[Part]] = defaultdict(list)
    for p in parts:
        if p.unit == "each" and p.sort.family in ("fixing", "hardware") and bool(p.good.entry.packs) == packed:
            counts[p.good] += int(p.amount)
            whose[p.good].append(p)
    return counts, whose


def _fixings(buyer: Buyer, parts: list[Part]) -> list[BuyLine]:
    counts, whose = _counted(parts, packed=True)
    finish = "stainless" if buyer.near_salt else "hot-dip galvanised or stainless"
    lines = []
    for good, count in counts.items():
        wanted, packs = packs_for(count, buyer.on_sale.packs(good, buyer.near_salt))
        labels = tuple(p.label for p in whose[good])
        for size, number in packs.items():
            lines.append(
                BuyLine("Fixings", f"{good.words}, {finish}", number, f"packs of {size}",
                        f"{count} used, {wanted} with spares", labels, good, pack=size, stainless=buyer.near_salt)
            )  # fmt: skip
    return lines


def _adhesive(p: Printer, parts: list[Part]) -> list[BuyLine]:
    beads = [p for p in parts if p.kind == "adhesive"]
    if not beads:
        return []
    good, metres, each = (
        beads[0].good,
        sum(p.amount for p in beads),
        CATALOGUE.materials.board_fixing.bead_m_per_cartridge,
    )
    told = f"{p.run(metres * 1000)} of bead at {p.run(each * 1000)} to a cartridge"
    buy, labels = up(metres / each), tuple(p.of for p in beads)
    return [BuyLine("Fixings", good.words, buy, good.entry.unit, told, labels, good, kg=buy * good.kg)]


def finish_m2(parts: list[Part]) -> float:
    """All faces and edges of what is stained or oiled, m²; posts only above ground. Sheets and cut ends are left out."""
    area = 0.0
    for p in parts:
        if p.unit != "piece" or (section := CATALOGUE.sections[p.material]).density_kg_m3:
            continue
        if p.sort.finished == "all":
            area += 2 * (p.width_mm + section.thickness_mm) * p.length_mm
        elif p.sort.finished == "above ground":
            area += 2 * (section.width_mm + section.thickness_mm) * min(p.above_mm, p.length_mm)
    return area / 1e6


def _finish(buyer: Buyer, parts: list[Part]) -> list[BuyLine]:
    if buyer.finish_after_days is None:
        return []
    facts, area, days = CATALOGUE.materials.finish, finish_m2(parts), buyer.finish_after_days
    litres = area * facts.coats / facts.coverage_m2_per_litre
    when = f"after about {days:g} days of drying" if days else "as soon as a drop of water soaks in"
    p, inches, stain = buyer.printer, buyer.sold.units == "ft-in", buyer.sold.good("stain")
    each = f"{p.area(facts.coverage_m2_per_litre * (LITRES_PER_GALLON if inches else 1))} a {'gallon' if inches else 'litre'}"
    buy, unit = up(litres / (LITRES_PER_GALLON if inches else 1)), stain.entry.counted_in(buyer.sold.units)
    return [
        BuyLine(
            "Finish",
            stain.words,
            buy,
            unit,
            f"{p.area(area)}, {facts.coats} coats at {each}",
            ("all timber",),
            stain,
            note=when,
            kg=litres * stain.entry.kg,
        )
    ]


def _hardware(buyer: Buyer, parts: list[Part]) -> list[BuyLine]:
    counts, whose = _counted(parts, packed=False)
    coat, out = "stainless" if buyer.near_salt else "galvanised", []
    for good, n in counts.items():
        names = tuple(sorted({p.of for p in whose[good]}))
        item = f"{good.words}, {coat}" if good.entry.coated else good.words
        unit, told = good.entry.counted_in(buyer.sold.units), f"{n} for {', '.join(names)}"
        out.append(
            BuyLine(
                "Hardware",
                item,
                n,
                unit,
                told,
                names,
                good,
                kg=n * good.kg,
                stainless=good.entry.coated and buyer.near_salt,
            )
        )
    return out


def _poured(parts: list[Part]) -> dict[str, list[Part]]:
    """What is poured or filled, by the good."""
    out: dict[str, list[Part]] = defaultdict(list)
    for part in parts:
        if part.sort.counted == "volume":
            out[part.good.id].append(part)
    return out


def _concrete(buyer: Buyer, parts: list[Part]) -> list[BuyLine]:
    facts, p, good, bag = CATALOGUE.materials.concrete, buyer.printer, buyer.sold.good("concrete"), buyer.bag
    volume = sum(q.amount for q in parts)
    if not (bags := bags_for(volume, bag.kg, facts.waste_pct)):
        return []
    water = p.liquid(bags * bag.kg * facts.water_litre_per_kg)
    told = f"{p.volume(volume)} + {facts.waste_pct:g} % waste; about {water} of water"
    note = "ask the price of ready-mix" if volume > facts.ready_mix_over_m3 else ""
    return [
        BuyLine("Concrete and gravel", f"concrete, {bag.name}", bags, good.entry.unit, told, tuple(q.of for q in parts), good,
                note=note, kg=bags * bag.kg, pack=bag.kg)
    ]  # fmt: skip


def _gravel(buyer: Buyer, parts: list[Part]) -> list[BuyLine]:
    """By weight, to the next 25 kg or 50 lb."""
    p, good, volume = buyer.printer, buyer.sold.good("gravel"), sum(q.amount for q in parts)
    if not volume:
        return []
    weight, inches = volume * CATALOGUE.materials.fill.gravel_kg_per_m3, buyer.sold.units == "ft-in"
    buy = up(weight / KG_PER_LB / 50) * 50 if inches else up(weight / 25) * 25
    told = f"{p.volume(volume)}, {p.weight(weight)}"
    return [
        BuyLine("Concrete and gravel", "drainage gravel, loose", buy, good.entry.counted_in(buyer.sold.units), told,
                tuple(q.of for q in parts), good, kg=buy * (KG_PER_LB if inches else 1.0))
    ]  # fmt: skip


def _foam(buyer: Buyer, parts: list[Part]) -> list[BuyLine]:
    facts, p, good, volume = CATALOGUE.materials, buyer.printer, buyer.sold.good("foam"), sum(q.amount for q in parts)
    if not volume:
        return []
    kits = up(volume * (1 + facts.concrete.waste_pct / 100) / facts.foam.kit_m3)
    told = f"{p.volume(volume)} at {p.volume(facts.foam.kit_m3)} a kit; the label counts"
    return [
        BuyLine("Concrete and gravel", "setting foam, kits", kits, good.entry.unit, told, tuple(q.of for q in parts), good,
                kg=kits * good.kg)
    ]  # fmt: skip


def take_off(buyer: Buyer, parts: list[Part], spoil_m3: float) -> TakeOff:
    """Everything to buy and to cut for these parts."""
    lines, plans = _timber(buyer, parts)
    order = list(dict.fromkeys(GROUP.values()))
    lines.sort(key=lambda line: (order.index(line.group), line.item, line.length_mm or 0))
    poured = _poured(parts)
    concrete = sum(q.amount for q in poured["concrete"])
    lines += _concrete(buyer, poured["concrete"]) + _gravel(buyer, poured["gravel"]) + _foam(buyer, poured["foam"])
    lines += _fixings(buyer, parts) + _adhesive(buyer.printer, parts) + _hardware(buyer, parts) + _finish(buyer, parts)
    bags = bags_for(concrete, buyer.bag.kg, CATALOGUE.materials.concrete.waste_pct)
    return TakeOff(buyer, tuple(lines), cut_lines(parts), plans, concrete, bags, spoil_m3)
