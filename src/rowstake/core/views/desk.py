"""The desk of one job: everything its page shows, in the job's units."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.drawing import Scene, scenes
from rowstake.core.drawing.seasons import season_scenes
from rowstake.core.gates import Swing
from rowstake.core.parts import Finding, Working
from rowstake.core.plan import AnyPlan, DeckPlan, Plan
from rowstake.core.views.choices import Choice, ground_text, length_texts
from rowstake.core.views.deck.order import deck_needs
from rowstake.core.views.figures import Figure
from rowstake.core.views.lists import BuyRow, CutRow, Tape, buy_rows, cut_rows
from rowstake.core.views.of import choices_of, figures_of, stakes_of, tapes_of, things_of
from rowstake.core.views.offered import without_effect
from rowstake.core.views.order import Need, needs
from rowstake.core.views.stakes import Stake
from rowstake.core.views.things import Thing


@dataclass(frozen=True, slots=True)
class Corner:
    """A corner before a leg, as a builder reads it."""

    leg: int
    angle_deg: float
    side: str


@dataclass(frozen=True, slots=True)
class Season:
    """One month of the boards, in words and drawn."""

    month: str
    moisture: str
    joint: str
    scene: Scene


def _seasons(plan: AnyPlan) -> list[Season]:
    p = plan.brief.printer
    wide = plan.brief.field.width_mm if isinstance(plan, DeckPlan) else plan.brief.board.width_mm
    drawn = season_scenes(plan.year, wide, p)
    return [
        Season(m.name, f"{m.moisture_pct:.1f} %", p.fine(m.joint_mm), scene)
        for m, scene in zip(plan.year.months, drawn, strict=True)
    ]


@dataclass(frozen=True, slots=True)
class FenceDesk:
    """What only a fence's page shows."""

    corners: list[Corner]
    joint: str
    along: bool
    framed: bool
    sheets: bool
    walled: bool
    ground_text: str
    without: list[str]
    """Paths of choices that change nothing under this style, and are not shown."""
    rehearsals: dict[str, list[Swing]]


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
    tapes: list[Tape]
    things: dict[str, Thing]
    buy: list[BuyRow]
    cuts: list[CutRow]
    choices: dict[str, list[Choice]]
    lengths: dict[str, str]
    seasons: list[Season]
    fence: FenceDesk | None
    caution: str


def _fence(plan: Plan) -> FenceDesk:
    corners = [
        Corner(leg.index, round(180 - abs(leg.turn_deg), 4), "left" if leg.turn_deg >= 0 else "right")
        for leg in plan.layout.legs[1:]
    ]
    return FenceDesk(
        corners=corners,
        joint=plan.brief.style.joint,
        along=plan.brief.along,
        framed=plan.brief.style.framed or plan.brief.style.on_centres,
        sheets=plan.brief.style.on_centres,
        walled=bool(plan.levels.walled),
        ground_text=ground_text(plan.brief.job),
        without=without_effect(plan.brief),
        rehearsals={built.gate.id: list(built.swings) for built in plan.gates},
    )


def desk(plan: AnyPlan) -> Desk:
    always: Any = CATALOGUE.cautions["always"]
    return Desk(
        name=plan.brief.job.name,
        region=plan.brief.region.name,
        stakes=stakes_of(plan),
        needs=deck_needs(plan) if isinstance(plan, DeckPlan) else needs(plan),
        figures=figures_of(plan),
        findings=list(plan.findings),
        workings=plan.workings,
        scenes=scenes(plan),
        tapes=tapes_of(plan),
        things=things_of(plan),
        buy=buy_rows(plan),
        cuts=cut_rows(plan),
        choices=choices_of(plan),
        lengths=length_texts(plan.brief.job),
        seasons=_seasons(plan),
        fence=None if isinstance(plan, DeckPlan) else _fence(plan),
        caution=str(always),
    )
