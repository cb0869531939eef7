"""A fence as it is laid: the line settled, then part by part."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cached_property

from rowstake.core.parts import Part
from rowstake.core.trades.fence import openings
from rowstake.core.trades.fence.document import FenceJob
from rowstake.core.trades.fence.gates import Built
from rowstake.core.trades.fence.holes import BayGust, Digger
from rowstake.core.trades.fence.laid import FenceLaid
from rowstake.core.trades.fence.layout import Layout, lay_out
from rowstake.core.trades.fence.levels import Levels, lay_levels
from rowstake.core.trades.fence.rails import rail_parts
from rowstake.core.trades.fence.resolve import Brief, resolve
from rowstake.core.trades.fence.seasons import year
from rowstake.core.trades.fence.skin import Course, courses, solidity
from rowstake.core.year import Year


@dataclass
class FenceLaying:
    """Where posts, stretches of boards and gates stand; `parts` are those that components have laid so far."""

    brief: Brief
    layout: Layout
    levels: Levels
    courses: list[Course]
    parts: list[Part] = field(default_factory=list)

    @cached_property
    def digger(self) -> Digger:
        return Digger(self.brief, self.layout, self.levels, solidity(self.brief, self.courses))

    @cached_property
    def rails(self) -> list[Part]:
        """Posts are notched for some of them before they are laid."""
        return rail_parts(self.brief, self.layout, self.levels)

    @cached_property
    def gates(self) -> list[Built]:
        return openings.gates(self.brief, self.layout, self.levels, self.courses)

    @cached_property
    def gusts(self) -> list[BayGust]:
        """What every bay stands, the weakest first."""
        return self.digger.gusts()

    @cached_property
    def year(self) -> Year:
        return year(self.brief, self.courses)

    @property
    def laid(self) -> FenceLaid:
        return FenceLaid(
            self.layout, self.levels, tuple(self.courses), self.digger, tuple(self.gates), tuple(self.gusts), self.year
        )


def begun(job: FenceJob) -> FenceLaying:
    """Raises `JobFault` where the line cannot be settled."""
    brief = resolve(job)
    layout = lay_out(brief)
    levels = lay_levels(brief, layout)
    return FenceLaying(brief, layout, levels, courses(brief, layout, levels))
