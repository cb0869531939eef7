"""The height stack at every post: what stands over its footing, and what is left for the post."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import refuse
from rowstake.core.measure import Printer
from rowstake.core.reckoners.height_stack import HeightStack, HeightStackOut
from rowstake.core.reckoners.height_stack import run as height_stack
from rowstake.core.trades.deck.beam_line import BeamLine, Supports
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.document import Level
from rowstake.core.trades.deck.place import Place
from rowstake.core.trades.deck.shape import Point

NO_POST_MM = 0.5
"""So little over a base is no post: what it carries sits on the base itself."""
NO_ROOM = "no room"


@dataclass(frozen=True, slots=True)
class PostAt:
    """A post under a beam, or (None) under the rim of a clipped corner: where it stands on its level's plan and on that of the
    whole, the ground there, its stack, and the deck it carries."""

    label: str
    beam: BeamLine | None
    at: Point
    on_site: Point
    ground_mm: float
    stack: HeightStackOut
    carries_m2: float
    beam_mm: float = 0.0
    """What the beam adds to the stack; nothing when flush, or where the post stands under a rim."""
    stands_kn: float = 0.0
    """What comes down on it beside the deck: steps, or the rim of a clipped corner."""
    along: int = 0
    """Which of its beam's posts it is, from 0."""

    @property
    def height_mm(self) -> float:
        return self.stack.post_mm

    def long(self, p: Printer) -> str:
        """How long it is cut over its base, in words where nothing is left for one."""
        return p.length(self.height_mm) if self.height_mm >= -NO_POST_MM else NO_ROOM

    @property
    def under(self) -> str:
        """What it carries, by its label."""
        return self.beam.label if self.beam else "the rim of a clipped corner"

    def fits(self, in_ground: bool) -> bool:
        """Whether there is room for a post that can be cut and fixed, or for none at all; one that runs on into the
        ground may be as short as it likes over it."""
        return self.height_mm >= (
            -NO_POST_MM if in_ground or abs(self.height_mm) <= NO_POST_MM else CATALOGUE.deck.least_post_mm - NO_POST_MM
        )

    @property
    def foot_mm(self) -> float:
        """The level of what the post stands on: the seat of its base, over the footing."""
        return self.stack.top_of_beam_mm - self.beam_mm - self.stack.post_mm


def ground_at(brief: DeckBrief, at: Point) -> float:
    """The ground at a point of the plan, below zero where it falls: a plane from the left end of the house wall."""
    ground, shape = brief.ground, brief.shape
    return -ground.fall_along_mm * at[0] / shape.width_mm - ground.fall_out_mm * at[1] / shape.out_mm


def place_of(main: DeckBrief, number: int) -> Place:
    """Where a level stands, by its number; `main` is the brief of the first. Raises `JobFault` where the ground there lies as high as its
    boards."""
    if not number:
        return main.place
    level = main.job.deck.levels[number]
    ground = ground_at(main, (level.x_mm, level.y_mm))
    least = Level.model_fields["height_mm"].metadata[0].ge
    if level.height_mm - ground < least:
        raise refuse(
            f"deck.levels.{number}.height_mm", f"{level.height_mm:g} mm", f"at least {ground + least:g} mm there",
            f"The ground under level {level.id} lies {main.printer.length(ground)} up: it leaves no room for its boards",
        )  # fmt: skip
    return Place(number, level.id, level.x_mm, level.y_mm, ground)


def joist_depth(brief: DeckBrief, supports: Supports) -> float:
    """The depth of the joists: as measured on delivery, else as sold."""
    return brief.deck.joists.measured_mm or supports.joist.width_mm


def stack_at(brief: DeckBrief, supports: Supports, ground_mm: float, beam_mm: float) -> HeightStackOut:
    """From the finished top down to a footing beside ground of this level; a flush beam takes no height of its own."""
    footing = ground_mm + brief.footing_top_mm
    return height_stack(
        HeightStack(
            finished_mm=brief.height_mm,
            board_mm=brief.field.thickness_mm,
            clip_mm=brief.strip_mm,
            joist_mm=joist_depth(brief, supports),
            beam_mm=beam_mm,
            standoff_mm=CATALOGUE.deck.standoff_mm,
            footing_top_mm=footing,
        )
    )


def beam_depth(supports: Supports, beam: BeamLine) -> float:
    """What a beam adds under the joists: all of it when dropped; only what is deeper than they are when flush."""
    return max(0.0, beam.section.width_mm - supports.joist.width_mm) if supports.flush else beam.section.width_mm
