"""The buy list and the cut list, read off the parts."""

from __future__ import annotations

from collections import Counter, defaultdict, deque
from dataclasses import dataclass
from itertools import combinations_with_replacement

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.catalogue.models import Bag
from rowstake.core.cutting.plan import CutPlan, cut_plan
from rowstake.core.fasteners import Sold
from rowstake.core.goods import Good, timber
from rowstake.core.measure import Printer
from rowstake.core.measure.printer import LITRES_PER_GALLON
from rowstake.core.parts import Part
from rowstake.core.reckoners.base import up
from rowstake.core.reckoners.hole_concrete import bags_for


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
    def waste(self) -> float:
        """Share of all timber bought that ends as offcut and sawdust."""
        patterns = [pattern for plan in self.plans.values() for pattern in plan.patterns]
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
    "joist": "Frame", "decking": "Boards", "fascia": "Boards",
}  # fmt: skip


def cut_lines(parts: list[Part]) -> tuple[CutLine, ...]:
    """Pieces of timber gathered by section and cut size, in the order they are first met."""
    groups: dict[tuple[str, str, float, float, str], list[str]] = defaultdict(list)
    for p in parts:
        if p.unit == "piece":
            groups[p.good.id, p.sort.name, round(p.length_mm, 1), round(p.width_mm, 1), p.ends].append(p.label)
    names = CATALOGUE.sections
    return tuple(
        CutLine(names[material].name, material, kind, length, width, ends, tuple(labels))
        for (material, kind, length, width, ends), labels in groups.items()
    )


def _needed(buyer: Buyer, cut: Counter[float]) -> str:
    """`cuts 2 × 2998 mm, 1 × 1547 mm and 3 more sizes`."""
    sizes = sorted(cut.items(), reverse=True)
    shown = ", ".join(f"{n} × {buyer.printer.length(c)}" for c, n in sizes[:4])
    return f"cuts {shown}" + (f" and {len(sizes) - 4} more sizes" if len(sizes) > 4 else "")


def _timber(buyer: Buyer, parts: list[Part]) -> tuple[list[BuyLine], dict[str, CutPlan]]:
    """Lengths to buy of every section; each line carries the labels of the pieces cut from it."""
    labels: dict[str, dict[float, deque[str]]] = defaultdict(lambda: defaultdict(deque))
    for p in parts:
        if p.unit == "piece":
            labels[p.good.id][round(p.length_mm, 3)].append(p.label)
    lines, plans = [], {}
    for key, waiting in labels.items():
        section = CATALOGUE.sections[key]
        stock = section.lengths_mm
        if (longest := buyer.longest_mm.get(key)) is not None:
            stock = [s for s in stock if s <= longest + 1e-6]
        wanted = Counter({length: len(names) for length, names in waiting.items()})
        plans[key] = plan = cut_plan(wanted, stock)
        for length, count in plan.boards.items():
            cut: Counter[float] = Counter()
            for pattern in plan.patterns:
                if pattern.stock_mm == length:
                    for piece in pattern.pieces_mm:
                        cut[piece] += pattern.count
            names = tuple(waiting[piece].popleft() for piece, n in cut.items() for _ in range(n))
            lines.append(
                BuyLine(
                    GROUP[section.use], section.name, count, "lengths", _needed(buyer, cut), names, timber(key), length
                )
            )
    return lines, plans


MOST_PACKS, PACK_WORTH = 3, 60
"""Smaller packs taken together for what full large ones leave over; a further pack has to save so many pieces."""


def packs_for(count: float) -> tuple[int, dict[int, int]]:
    """Fixings with spares, and packs to buy: full large packs, then the few smaller ones that leave least over."""
    facts = CATALOGUE.materials.fixings
    wanted = up(count * (1 + facts.spare_pct / 100))
    largest = max(facts.packs)
    packs: Counter[int] = Counter({largest: wanted // largest})
    if rest := wanted % largest:
        sizes = sorted(facts.packs, reverse=True)
        few: list[tuple[int, ...]] = [
            tuple(c) for n in range(1, MOST_PACKS + 1) for c in combinations_with_replacement(sizes, n)
        ]
        best: tuple[int, ...] = min((c for c in few if sum(c) >= rest), key=lambda c: sum(c) + PACK_WORTH * len(c))
        packs.update(best)
    return wanted, {size: n for size, n in sorted(packs.items()) if n}


def _counted(parts: list[Part], family: str) -> tuple[Counter[Good], dict[Good, list[Part]]]:
    """How many of each good the parts of a family take, and which parts those are."""
    counts: Counter[Good] = Counter()
    whose: dict[Good, list[Part]] = defaultdict(list)
    for p in parts:
        if p.sort.family == family:
            counts[p.good] += int(p.amount)
            whose[p.good].append(p)
    return counts, whose


def _fixings(buyer: Buyer, parts: list[Part]) -> list[BuyLine]:
    counts, whose = _counted(parts, "fixing")
    finish = "stainless" if buyer.near_salt else "hot-dip galvanised or stainless"
    lines = []
    for good, count in counts.items():
        wanted, packs = packs_for(count)
        labels = tuple(p.label for p in whose[good])
        for size, number in packs.items():
            lines.append(
                BuyLine("Fixings", f"{good.words}, {finish}", number, f"packs of {size}",
                        f"{count} used, {wanted} with spares", labels, good)
            )  # fmt: skip
    return lines


def _adhesive(p: Printer, parts: list[Part]) -> list[BuyLine]:
    beads = [p for p in parts if p.kind == "adhesive"]
    if not beads:
        return []
    metres, each = sum(p.amount for p in beads), CATALOGUE.materials.board_fixing.bead_m_per_cartridge
    told = f"{p.run(metres * 1000)} of bead at {p.run(each * 1000)} to a cartridge"
    return [
        BuyLine(
            "Fixings",
            beads[0].good.words,
            up(metres / each),
            "cartridges",
            told,
            tuple(p.of for p in beads),
            beads[0].good,
        )
    ]


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
    buy, unit = (up(litres / LITRES_PER_GALLON), "gallons") if inches else (up(litres), "litres")
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
        )
    ]


def _hardware(buyer: Buyer, parts: list[Part]) -> list[BuyLine]:
    counts, whose = _counted(parts, "hardware")
    coat, out = "stainless" if buyer.near_salt else "galvanised", []
    for good, n in counts.items():
        names = tuple(sorted({p.of for p in whose[good]}))
        item = f"{good.words}, {coat}" if good.entry.coated else good.words
        out.append(BuyLine("Hardware", item, n, "each", f"{n} for {', '.join(names)}", names, good))
    return out


def _poured(parts: list[Part]) -> dict[str, list[Part]]:
    """What is poured or filled, by the good."""
    out: dict[str, list[Part]] = defaultdict(list)
    for part in parts:
        if part.sort.counted == "volume":
            out[part.good.id].append(part)
    return out


def take_off(buyer: Buyer, parts: list[Part], spoil_m3: float) -> TakeOff:
    """Everything to buy and to cut for these parts."""
    facts, p = CATALOGUE.materials, buyer.printer
    lines, plans = _timber(buyer, parts)
    order = list(dict.fromkeys(GROUP.values()))
    lines.sort(key=lambda line: (order.index(line.group), line.item, line.length_mm or 0))
    poured, sold = _poured(parts), buyer.sold
    concrete = sum(q.amount for q in poured["concrete"])
    bags = bags_for(concrete, buyer.bag.kg, facts.concrete.waste_pct)
    if bags:
        ready = concrete > facts.concrete.ready_mix_over_m3
        lines.append(
            BuyLine(
                "Concrete and gravel", f"concrete, {buyer.bag.name}", bags, "bags",
                f"{p.volume(concrete)} + {facts.concrete.waste_pct:g} % waste; about "
                f"{p.liquid(bags * buyer.bag.kg * facts.concrete.water_litre_per_kg)} of water",
                tuple(q.of for q in poured["concrete"]), sold.good("concrete"), note="ask the price of ready-mix" if ready else "",
            )
        )  # fmt: skip
    if gravel := sum(q.amount for q in poured["gravel"]):
        weight = gravel * facts.fill.gravel_kg_per_m3
        inches = buyer.sold.units == "ft-in"
        buy = up(weight / KG_PER_LB / 50) * 50 if inches else up(weight / 25) * 25
        lines.append(
            BuyLine("Concrete and gravel", "drainage gravel, loose", buy, "lb" if inches else "kg",
                    f"{p.volume(gravel)}, {p.weight(weight)}", tuple(q.of for q in poured["gravel"]), sold.good("gravel"))
        )  # fmt: skip
    if foam := sum(q.amount for q in poured["foam"]):
        kits = up(foam * (1 + facts.concrete.waste_pct / 100) / facts.foam.kit_m3)
        lines.append(
            BuyLine("Concrete and gravel", "setting foam, kits", kits, "kits",
                    f"{p.volume(foam)} at {p.volume(facts.foam.kit_m3)} a kit; the label counts", tuple(q.of for q in poured["foam"]), sold.good("foam"))
        )  # fmt: skip
    lines += _fixings(buyer, parts) + _adhesive(p, parts) + _hardware(buyer, parts) + _finish(buyer, parts)
    return TakeOff(buyer, tuple(lines), cut_lines(parts), plans, concrete, bags, spoil_m3)
