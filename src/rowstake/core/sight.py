"""What of a plan is looked at: the views of one step, what is picked, and a drawing as far as its frame shows it."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import Annotated

from pydantic import Field

from rowstake.core.drawing.scene import Scene
from rowstake.core.drawing.thin import Window, thin
from rowstake.core.plan import AnyPlan
from rowstake.core.views.base import Schedule, Tape, Thing
from rowstake.core.views.lists import BuyRow, CutRow, buy_rows, cut_rows

Name = Annotated[str, Field(max_length=80)]
Names = Annotated[tuple[Name, ...], Field(max_length=60)]


@dataclass(frozen=True, slots=True)
class Sight:
    """`step` names the panels that are open and `also` other drawings; of things only those `picked` are told, of tapes that of
    one `leg`; `lists` of what is bought, cut and marked out are long, and so sent where they are read."""

    step: Name = ""
    also: Names = ()
    picked: Names = ()
    leg: Annotated[int, Field(ge=0, le=500)] = 0
    lists: bool = False
    windows: Annotated[dict[Name, Window], Field(max_length=20)] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Seen:
    scenes: dict[str, Scene]
    schedules: list[Schedule]
    tapes: list[Tape]
    things: dict[str, Thing]
    buy: list[BuyRow]
    cuts: list[CutRow]


def seen(plan: AnyPlan, sight: Sight | None = None) -> Seen:
    """The views for a sight; all of them whole where there is none. What is not there is left out."""
    trade = plan.trade
    drawn = trade.scenes(plan)
    if sight is None:
        every = dict(trade.things(plan))
        return Seen(
            dict(drawn), trade.schedules(plan), trade.tapes(plan), every, buy_rows(plan.lists), cut_rows(plan.lists)
        )
    panels = trade.panels(plan).get(sight.step, [])
    told = trade.things(plan) if sight.picked else {}
    things = {label: told[label] for label in sight.picked if label in told}
    names: Iterable[str] = (
        *(name for panel in panels for name in panel.scenes),
        *(thing.section for thing in things.values()),
        *sight.also,
    )
    wanted = {panel.schedule for panel in panels}
    return Seen(
        {n: thin(drawn[n], sight.windows.get(n), sight.picked) for n in dict.fromkeys(names) if n in drawn},
        [s for s in trade.schedules(plan) if sight.lists or s.title in wanted] if sight.lists or any(wanted) else [],
        trade.tapes(plan, only=None if sight.lists else sight.leg),
        things,
        buy_rows(plan.lists) if sight.lists else [],
        cut_rows(plan.lists) if sight.lists else [],
    )
