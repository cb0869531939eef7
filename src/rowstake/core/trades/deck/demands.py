"""What the components of a deck ask of its frame. The frame settles all of it once; boards and the rest follow."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import TypeVar

from rowstake.core.trades.deck.shape import Point


@dataclass(frozen=True, slots=True)
class Nailer:
    """A joist at `s`, where boards end that no other joist carries."""

    s: float


@dataclass(frozen=True, slots=True)
class DoubledEnds:
    """A second joist beside each end joist."""


@dataclass(frozen=True, slots=True)
class GuardPosts:
    """Blocks in pairs along every end joist for posts `post_mm` wide that stand between them, at most `most_mm` apart, the
    first and last `in_mm` inside its ends."""

    post_mm: float
    most_mm: float
    in_mm: float


@dataclass(frozen=True, slots=True)
class BlockAt:
    """A block between the two joists beside a place of the frame (s, t), for what is fixed to it there. `first`: it goes before all
    others, since a nailer ends on it."""

    at: Point
    first: bool = False


@dataclass(frozen=True, slots=True)
class SisterAt:
    """A short block beside the joist under a place of the plan, where two boards meet on it."""

    at: Point


@dataclass(frozen=True, slots=True)
class StandsOn:
    """So many kN that come down on the edge of the frame, at a place of the plan."""

    at: Point
    kn: float


@dataclass(frozen=True, slots=True)
class StandsThrough:
    """A post that goes up through the boards, by its outline on the plan; `within` where it stands inside the
    frame, so that nothing else is put there."""

    ring: tuple[Point, ...]
    within: bool


@dataclass(frozen=True, slots=True)
class KeepClear:
    """A stretch of the frame, s0 to s1 by t0 to t1, that beams and posts pass by, and how far a footing stays off it."""

    id: str
    s0: float
    s1: float
    t0: float
    t1: float
    dig_mm: float


Demand = Nailer | DoubledEnds | GuardPosts | BlockAt | SisterAt | StandsOn | StandsThrough | KeepClear
D = TypeVar("D", Nailer, DoubledEnds, GuardPosts, BlockAt, SisterAt, StandsOn, StandsThrough, KeepClear)


def of(kind: type[D], demands: Iterable[Demand]) -> list[D]:
    """The demands of one kind, in the order they were made."""
    return [demand for demand in demands if isinstance(demand, kind)]
