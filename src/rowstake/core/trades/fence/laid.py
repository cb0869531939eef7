"""What a fence's plan lays out, beside its parts."""

from __future__ import annotations

from collections import defaultdict
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.kinds import KINDS
from rowstake.core.once import once
from rowstake.core.parts import Notebook
from rowstake.core.planned import Plan
from rowstake.core.trades.fence.gates import Built
from rowstake.core.trades.fence.holes import BayGust, Digger
from rowstake.core.trades.fence.layout import Bay, Layout
from rowstake.core.trades.fence.levels import Levels
from rowstake.core.trades.fence.resolve import Brief
from rowstake.core.trades.fence.skin import Course
from rowstake.core.year import Year


@dataclass(frozen=True, slots=True)
class FenceLaid:
    layout: Layout
    levels: Levels
    courses: tuple[Course, ...]
    digger: Digger
    gates: tuple[Built, ...]
    gusts: tuple[BayGust, ...]
    year: Year

    @property
    def usual_bay(self) -> Bay | None:
        """The bay whose centres come up most often; the widest of equals."""
        bays = self.layout.bays
        if not bays:
            return None
        sizes = [round(b.centres_mm, 1) for b in bays]
        return max(bays, key=lambda b: (sizes.count(round(b.centres_mm, 1)) if len(bays) < 400 else 1, b.centres_mm))

    @property
    def narrowest_mm(self) -> float | None:
        """The narrowest end piece of any stretch of boards."""
        return min((c.last_mm for c in self.courses), default=None)

    @property
    def holds_to_mps(self) -> float | None:
        """The gust the weakest bay or gate stands."""
        return self.gusts[0].holds.holds_to_mps if self.gusts else None


FencePlan = Plan[Brief, FenceLaid]


def _parts_of(plan: FencePlan) -> tuple[object, ...]:
    return (plan.parts,)


@once(_parts_of, most=2)
def bay_weights_kg(plan: FencePlan) -> tuple[float, float]:
    """Boards and rails of the widest bay, dry and soaked: what hangs between two posts and on the buyer's back."""
    hung: dict[str, float] = defaultdict(float)
    kinds = {id for id, kind in KINDS.items() if kind.hung}
    for p in plan.parts:
        if p.kind in kinds:
            hung[p.good.id] += p.length_mm * p.width_mm
    dry = plan.brief.species.density_kg_m3
    kg = [
        sum(CATALOGUE.sections[key].kg(area, 1.0, timber) for key, area in hung.items())
        for timber in (dry, dry * CATALOGUE.materials.gates.soaked)
    ]
    fence = sum(b.centres_mm for b in plan.laid.layout.bays)
    widest = max((b.centres_mm for b in plan.laid.layout.bays), default=0.0)
    share = widest / fence if fence else 0.0
    return kg[0] * share, kg[1] * share


def explain_weight(plan: FencePlan, book: Notebook) -> None:
    p, brief = plan.brief.printer, plan.brief
    dry, soaked = bay_weights_kg(plan)
    other = brief.board.density_kg_m3
    book.note(
        "weight", "Heaviest bay, dry and soaked", f"{p.weight(dry)}, soaked {p.weight(soaked)}",
        rule="Boards and rails of the whole fence by volume, shared out by bay length, times the density of the timber; soaked, "
        "a third more for the water in it." + (f" Sheets at {other:g} kg/m³." if other else ""),
        formula=f"density {brief.species.density_kg_m3:g} kg/m³, × {CATALOGUE.materials.gates.soaked:g} soaked; widest bay "
        f"{p.length(max((b.centres_mm for b in plan.laid.layout.bays), default=0.0))} of "
        f"{p.run(sum(b.centres_mm for b in plan.laid.layout.bays))} → {p.weight(dry)} dry, {p.weight(soaked)} soaked",
        source=brief.species.source,
        changes="Board and rail sections, style, height, bay length, timber.",
    )  # fmt: skip
