"""The desk of one job: everything its page shows, in the job's units."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING, Any, Union

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.drawing import Scene
from rowstake.core.drawing.seasons import season_scenes
from rowstake.core.parts import Finding, Working
from rowstake.core.plan import AnyPlan
from rowstake.core.sight import Sight, seen
from rowstake.core.trade import trades
from rowstake.core.views.base import Choice, Figure, Need, Panel, Schedule, Stake, Tape, Thing
from rowstake.core.views.business import business_stakes
from rowstake.core.views.lengths import length_texts
from rowstake.core.views.lists import BuyRow, CutRow
from rowstake.core.views.stands_in import StandsIn, own_for, own_keys, stands_in

if TYPE_CHECKING:
    Own = Any
else:
    Own = Union[(*(t.own_type for t in trades().values() if t.own_type), None)]
"""What only the page of one trade shows."""


@dataclass(frozen=True, slots=True)
class Season:
    """One month of the boards, in words and drawn."""

    month: str
    moisture: str
    joint: str
    scene: Scene


def seasons(plan: AnyPlan) -> list[Season]:
    """The year in the boards, month by month."""
    p = plan.brief.printer
    if plan.trade.year is None:
        return []
    year, wide = plan.trade.year(plan)
    drawn = season_scenes(year, wide, p)
    return [
        Season(m.name, f"{m.moisture_pct:.1f} %", p.fine(m.joint_mm), scene)
        for m, scene in zip(year.months, drawn, strict=True)
    ]


@dataclass(frozen=True, slots=True)
class Desk:
    name: str
    region: str
    stakes: list[Stake]
    needs: list[Need]
    figures: list[Figure]
    findings: list[Finding]
    workings: dict[str, Working]
    scenes: dict[str, Scene]
    panels: dict[str, list[Panel]]
    """By step: what its desk shows, the drawing that matters for it first."""
    sketches: list[str]
    """Drawings that may be asked for in passing, while something is dragged."""
    schedules: list[Schedule]
    chosen: dict[str, str]
    """What the rules chose, by the path that leaves it to them."""
    tapes: list[Tape]
    things: dict[str, Thing]
    buy: list[BuyRow]
    cuts: list[CutRow]
    choices: dict[str, list[Choice]]
    stands_in: list[StandsIn]
    """What the crew's own fixings and hardware may be bought instead of."""
    own_keys: dict[str, str]
    """What the prices of the crew's own goods hang on, by their names."""
    own_for: dict[str, str]
    """What the crew's own fixings and hardware are bought instead of, by their names."""
    lengths: dict[str, str]
    asked: list[Choice]
    """What a second look asks of a quotation."""
    reads_mm: float
    """What a tape is read to on this job: an arrow key moves a handle by it."""
    trade: str
    own: Own
    caution: str


def desk(plan: AnyPlan, sight: Sight | None = None) -> Desk:
    """The whole page; with a sight only the views that it names."""
    always: Any = CATALOGUE.cautions["always"]
    trade, shown, business = plan.trade, seen(plan, sight), business_stakes(plan)
    return Desk(
        name=plan.brief.job.name,
        region=plan.brief.region.name,
        stakes=[*trade.stakes(plan), *business],
        needs=trade.needs(plan),
        figures=trade.figures(plan),
        findings=list(plan.findings),
        workings=plan.workings,
        scenes=shown.scenes,
        panels={**trade.panels(plan), **{stake.key: [] for stake in business}},
        sketches=list(trade.sketches),
        schedules=shown.schedules,
        chosen=trade.chosen(plan),
        tapes=shown.tapes,
        things=shown.things,
        buy=shown.buy,
        cuts=shown.cuts,
        choices=trade.choices(plan.brief.job),
        stands_in=stands_in(plan),
        own_keys=own_keys(plan.brief.job),
        own_for=own_for(plan.brief.job),
        lengths=length_texts(plan.brief.job),
        asked=[Choice(ask.key, ask.name) for ask in trade.second_look if ask.fits(plan)]
        + ([Choice("price", "Price")] if trade.second_look else []),
        reads_mm=plan.brief.region.snap_mm,
        trade=trade.id,
        own=trade.own(plan),
        caution=str(always),
    )


@dataclass(frozen=True, slots=True)
class Instead:
    """What a desk tells otherwise once its lists are proven."""

    stakes: list[Stake]
    figures: list[Figure]
    workings: dict[str, Working]


def instead(plan: AnyPlan, proven: AnyPlan) -> Instead:
    """Of a plan whose lists were made at once, and the same with those that are proven."""
    stakes, figures = plan.trade.stakes(plan), plan.trade.figures(plan)
    return Instead(
        [stake for stake in plan.trade.stakes(proven) if stake not in stakes],
        [figure for figure in plan.trade.figures(proven) if figure not in figures],
        {key: told for key, told in proven.workings.items() if plan.workings.get(key) != told},
    )
