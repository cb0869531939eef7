"""The height stack at every post: what stands over its footing, and what is left for the post."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.deck.brief import DeckBrief
from rowstake.core.deck.shape import Point
from rowstake.core.deck.supports import BeamLine, Supports
from rowstake.core.reckoners.height_stack import HeightStack, Stack
from rowstake.core.reckoners.height_stack import run as height_stack


@dataclass(frozen=True, slots=True)
class PostAt:
    """A post under a beam: where it stands on the plan, the ground there, its stack, and the deck it carries."""

    label: str
    beam: BeamLine
    at: Point
    ground_mm: float
    stack: Stack
    carries_m2: float

    @property
    def height_mm(self) -> float:
        return self.stack.post_mm


def ground_at(brief: DeckBrief, at: Point) -> float:
    """The ground at a point of the plan, below zero where it falls: a plane from the left end of the house wall."""
    levels, shape = brief.deck.levels, brief.deck.shape
    return -levels.fall_along_mm * at[0] / shape.width_mm - levels.fall_out_mm * at[1] / shape.out_mm


def joist_depth(brief: DeckBrief, supports: Supports) -> float:
    """The depth of the joists: as measured on delivery, else as sold."""
    return brief.deck.joists.measured_mm or supports.joist.width_mm


def stack_at(brief: DeckBrief, supports: Supports, ground_mm: float, beam_mm: float) -> Stack:
    """From the finished top down to a footing beside ground of this level; a flush beam takes no height of its own."""
    footing = ground_mm + (brief.deck.footings.top_mm if brief.footing.id != "slab" else 0.0)
    return height_stack(
        HeightStack(
            finished_mm=brief.deck.levels.height_mm,
            board_mm=brief.field.thickness_mm,
            clip_mm=brief.strip_mm,
            joist_mm=joist_depth(brief, supports),
            beam_mm=beam_mm,
            standoff_mm=CATALOGUE.materials.deck.standoff_mm,
            footing_top_mm=footing,
        )
    )


def beam_depth(supports: Supports, beam: BeamLine) -> float:
    """What a beam adds under the joists: all of it when dropped; only what is deeper than they are when flush."""
    return max(0.0, beam.section.width_mm - supports.joist.width_mm) if supports.flush else beam.section.width_mm
