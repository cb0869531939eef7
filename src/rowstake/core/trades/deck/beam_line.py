"""A beam with its posts, and all that carries the joists of a level."""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import pairwise
from typing import NamedTuple

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.measure import Printer
from rowstake.core.structure.continuous import LoadStretch, bend
from rowstake.core.trades.deck.frame import BEARING_MM, Group

LEAST_END_MM = 50.0
"""A beam may go so far past its last post, however near the next one is."""


@dataclass(frozen=True, slots=True)
class SpanReach:
    """How far something may span, what stops it, and how far it does."""

    allowed_mm: float
    governed_by: str
    span_mm: float

    @property
    def used(self) -> float:
        """Share of the allowed span that is used."""
        return self.span_mm / self.allowed_mm if self.allowed_mm else math.inf


class BeamEnd(NamedTuple):
    """How far a beam goes past its last post, and the most that it may: a quarter of the bay beside it."""

    past_mm: float
    most_mm: float


@dataclass(frozen=True, slots=True)
class BeamLine:
    """One beam at t from s0 to s1: what it carries per metre of its length, its own plies, and its posts along s."""

    label: str
    groups: tuple[Group, ...]
    t: float
    s0: float
    s1: float
    section: Section
    plies: int
    carried_mm: float
    posts: tuple[float, ...]
    reach: SpanReach
    outer: bool
    as_much: float = 1.0
    """Its reach is that under so many times what it carries of the deck, for the steps that come down on it."""

    def carries_words(self, p: Printer) -> str:
        steps = f", and steps: as {p.length(self.carried_mm * self.as_much)}" if self.as_much > 1 else ""
        return f"{p.length(self.carried_mm)} of deck{steps}"

    @property
    def group(self) -> Group:
        """The group whose rows it is one of; it may run on under narrow ones beside that."""
        return self.groups[0]

    @property
    def carries(self) -> tuple[float, float]:
        """From where to where along s the joists on it lie, past a corner clipped off too."""
        return min(g.s0 for g in self.groups), max(g.s1 for g in self.groups)

    @property
    def wide_mm(self) -> float:
        return self.plies * self.section.thickness_mm

    @property
    def ends(self) -> tuple[BeamEnd, BeamEnd]:
        share = CATALOGUE.deck.overhang_share
        first, last = self.posts[1] - self.posts[0], self.posts[-1] - self.posts[-2]
        return BeamEnd(self.posts[0] - self.s0, max(first * share, LEAST_END_MM)), BeamEnd(
            self.s1 - self.posts[-1], max(last * share, LEAST_END_MM)
        )

    @property
    def marks(self) -> list[float]:
        """From where to where each post carries; the end ones out to the end of the joists."""
        middles = ((a + b) / 2 for a, b in pairwise(self.posts))
        low, high = self.carries
        return [low, *middles, high]

    @property
    def shares(self) -> list[float]:
        """The length of beam that each post carries, mm: the larger of plies that meet over it and plies that run on."""
        apart = [high - low for low, high in pairwise(self.marks)]
        on = bend(self.posts, *self.carries, [LoadStretch(*self.carries, 1.0)]).reactions
        return [max(a, b) for a, b in zip(apart, on, strict=True)]


@dataclass(frozen=True, slots=True)
class Supports:
    """`overhang_mm` is that of the deepest group; `hangs` tells every group's."""

    joist: Section
    joist_reach: SpanReach
    overhang_mm: float
    beams: tuple[BeamLine, ...]
    flush: bool
    hangs: dict[Group, float]

    def under(self, s: float) -> list[BeamLine]:
        """The beams that a joist at s bears on: flush ones also where it hangs on their end by a part of its thickness."""
        past = max(0.1, self.joist.thickness_mm / 2 - BEARING_MM) if self.flush else 0.1
        return [b for b in self.beams if b.s0 - past <= s <= b.s1 + past]

    def bearings(self, group: Group) -> list[float]:
        """Where the joists of a group bear, from the near end out."""
        own = sorted(b.t for b in self.beams if group in b.groups)
        return [group.t0, *own] if group.ledger else own
