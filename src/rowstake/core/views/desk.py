"""The desk of one job: everything its page shows, in the job's units."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.drawing import Scene, scenes
from rowstake.core.drawing.seasons import season_scenes
from rowstake.core.gates import Swing
from rowstake.core.parts import Finding, Working
from rowstake.core.plan import Plan
from rowstake.core.views.choices import Choice, choices, ground_text, length_texts
from rowstake.core.views.figures import Figure, figures
from rowstake.core.views.lists import BuyRow, CutRow, Tape, buy_rows, cut_rows, tapes
from rowstake.core.views.order import Need, needs
from rowstake.core.views.stakes import Stake, stakes
from rowstake.core.views.things import Thing, things


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


def _seasons(plan: Plan) -> list[Season]:
    p = plan.brief.printer
    drawn = season_scenes(plan)
    return [
        Season(m.name, f"{m.moisture_pct:.1f} %", p.fine(m.joint_mm), scene)
        for m, scene in zip(plan.year.months, drawn, strict=True)
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
    tapes: list[Tape]
    things: dict[str, Thing]
    buy: list[BuyRow]
    cuts: list[CutRow]
    corners: list[Corner]
    choices: dict[str, list[Choice]]
    lengths: dict[str, str]
    joint: str
    along: bool
    framed: bool
    sheets: bool
    walled: bool
    ground_text: str
    seasons: list[Season]
    rehearsals: dict[str, list[Swing]]
    caution: str


def desk(plan: Plan) -> Desk:
    job = plan.brief.job
    corners = [
        Corner(leg.index, round(180 - abs(leg.turn_deg), 4), "left" if leg.turn_deg >= 0 else "right")
        for leg in plan.layout.legs[1:]
    ]
    always: Any = CATALOGUE.cautions["always"]
    return Desk(
        name=job.name,
        region=plan.brief.region.name,
        stakes=stakes(plan),
        needs=needs(plan),
        figures=figures(plan),
        findings=list(plan.findings),
        workings=plan.workings,
        scenes=scenes(plan),
        tapes=tapes(plan),
        things=things(plan),
        buy=buy_rows(plan),
        cuts=cut_rows(plan),
        corners=corners,
        choices=choices(job),
        lengths=length_texts(job),
        joint=plan.brief.style.joint,
        along=plan.brief.along,
        framed=plan.brief.style.framed or plan.brief.style.on_centres,
        sheets=plan.brief.style.on_centres,
        walled=bool(plan.levels.walled),
        ground_text=ground_text(plan.brief.job),
        seasons=_seasons(plan),
        rehearsals={built.gate.id: list(built.swings) for built in plan.gates},
        caution=str(always),
    )
