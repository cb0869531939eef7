"""Posts, bays, runs and openings along the line, every station from its leg's start."""

from __future__ import annotations

import math
from bisect import bisect_left, bisect_right
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from rowstake.core.faults import Fault, JobFault, meant, refuse
from rowstake.core.ground.buried import zones_along
from rowstake.core.measure.length import LONGEST_MM
from rowstake.core.space import Pose
from rowstake.core.trades.fence.divide import divide, merged
from rowstake.core.trades.fence.document import Fixed, Gate, Obstacle
from rowstake.core.trades.fence.line import LegLine, lay_line
from rowstake.core.trades.fence.on_leg import pose_of
from rowstake.core.trades.fence.resolve import Brief, face_mm
from rowstake.core.value import value

Kind = Literal["end", "corner", "line", "gate"]


@value
class Post:
    """`stations` gives the post's running mark on each leg it belongs to (two for a corner)."""

    label: str
    kind: Kind
    gate: bool
    face_mm: float
    x_mm: float
    y_mm: float
    stations: tuple[tuple[int, float], ...]

    def on(self, leg: int) -> float:
        """The running mark on a leg the post belongs to."""
        for own, at in self.stations:
            if own == leg:
                return at
        raise KeyError(leg)


@value
class Bay:
    label: str
    leg: int
    left: Post
    right: Post
    centres_mm: float

    @property
    def clear_mm(self) -> float:
        """Between the faces of its posts."""
        return self.centres_mm - (self.left.face_mm + self.right.face_mm) / 2

    @property
    def edges_mm(self) -> float:
        """From near edge to near edge of equal posts: outer edge of the left to inner edge of the right."""
        return self.centres_mm + (self.left.face_mm - self.right.face_mm) / 2


@dataclass(frozen=True, slots=True)
class Run:
    """Fence between two fixed posts of a leg, with no opening in it."""

    label: str
    leg: int
    posts: tuple[Post, ...]
    bays: tuple[Bay, ...]

    @property
    def stations(self) -> list[float]:
        return [p.on(self.leg) for p in self.posts]


@dataclass(frozen=True, slots=True)
class Opening:
    gate: Gate
    leg: int
    left: Post
    right: Post
    left_mm: float
    right_mm: float
    hung_on_end: bool


@dataclass(frozen=True, slots=True)
class Layout:
    legs: list[LegLine]
    posts: list[Post]
    bays: list[Bay]
    runs: list[Run]
    openings: list[Opening]
    blocked: tuple[tuple[str, str], ...]
    """(post, obstacle) for posts that cannot be moved out of an obstacle."""
    fixed: tuple[tuple[str, Fixed], ...]
    """(post, what stands there) for posts that stand already."""
    by_leg: dict[int, list[Post]]
    poses: tuple[Pose, ...]
    """How each leg stands, its depth towards the boards."""

    def leg_posts(self, leg: int) -> list[Post]:
        """The posts of a leg in order, its corners included."""
        return self.by_leg.get(leg, [])


def pitch_mm(brief: Brief) -> float:
    """The largest centres, or the module, as centres, however the builder told it."""
    bays = brief.fence.bays
    told = bays.max_mm if bays.way == "equal" else bays.module_mm
    return told + (face_mm(brief.post) if bays.told == "clear" else 0.0)


@dataclass(frozen=True, slots=True)
class _Placed:
    gate: Gate
    left_mm: float
    right_mm: float
    on_end: bool


BAY_LEAST_MM = 20.0
"""Less room between two posts is no bay."""
SAME_MM = 0.5
"""Two places nearer than this are one."""


def _place_gates(brief: Brief, leg: LegLine) -> list[_Placed]:
    """Post centres of each gate on a leg. A gate within a post of the leg's end hangs on the end post."""
    face = face_mm(brief.gate_post)
    placed: list[_Placed] = []
    previous = 0.0
    gates = sorted((g for g in brief.fence.gates if g.leg == leg.index), key=lambda g: g.at_mm)
    for gate in gates:
        p = brief.printer
        at = f"fence.gates.{brief.fence.gates.index(gate)}"
        if gate.opening_mm + face > leg.length_mm + 1e-6:
            raise refuse(
                f"{at}.opening_mm", p.length(gate.opening_mm), f"up to {p.length(leg.length_mm - face)} on this leg",
                f"Gate {gate.id} is longer than leg {leg.index + 1}",
            )  # fmt: skip
        if gate.at_mm + gate.opening_mm > leg.length_mm + 1e-6:
            raise refuse(
                f"{at}.at_mm", p.length(gate.at_mm), f"up to {p.length(leg.length_mm - gate.opening_mm - face / 2)}",
                f"Gate {gate.id} runs past the end of leg {leg.index + 1}",
            )  # fmt: skip
        if placed and gate.at_mm < placed[-1].right_mm - face / 2 - 1e-6:
            raise refuse(f"{at}.at_mm", p.length(gate.at_mm), "an opening clear of the other gates",
                         f"Gate {gate.id} overlaps gate {placed[-1].gate.id}")  # fmt: skip
        left, span = gate.at_mm - face / 2, face + gate.opening_mm
        at_end = leg.length_mm - (left + span) < face
        if at_end:
            left = leg.length_mm - span
        on_last = left - previous < face
        if on_last and not at_end:
            left = previous
            at_end = leg.length_mm - (left + span) < face
        if on_last and at_end:
            if abs(leg.length_mm - span - previous) > SAME_MM:
                raise refuse(
                    f"{at}.opening_mm", p.length(gate.opening_mm),
                    f"{p.length(leg.length_mm - previous - face)} to hang from post to post, "
                    f"or up to {p.length(leg.length_mm - previous - 2 * face)}",
                    f"Gate {gate.id} leaves less than a post beside it",
                )  # fmt: skip
            left = previous
        right, end = leg.length_mm if at_end else left + span, at_end or on_last
        placed.append(_Placed(gate, left, right, end))
        previous = right
    return placed


def lay_out(brief: Brief) -> Layout:
    """The whole line. Raises `JobFault` for gates that do not fit, legs shorter than their posts, and posts that cannot stand where they
    are said to."""
    legs, gates = lay_legs(brief)
    if faults := [fault for _, fault in misplaced(brief, legs, gates)]:
        raise JobFault(*faults)
    return _Surveyor(brief, legs, gates).walk()


def lay_legs(brief: Brief) -> tuple[list[LegLine], dict[int, list[_Placed]]]:
    """The legs, and the gates on each. Raises `JobFault` as `lay_out` does, but for posts that stand already."""
    legs = lay_line(brief.fence.legs, (brief.fence.start_x_mm, brief.fence.start_y_mm))
    total = sum(leg.length_mm for leg in legs)
    if total > LONGEST_MM:
        raise refuse(
            "fence.legs",
            f"{total / 1e6:.1f} km",
            "at most 10 km in all legs together",
            "That is more fence than one job holds",
        )
    gates = {leg.index: _place_gates(brief, leg) for leg in legs}
    marked: list[tuple[str, Gate | Obstacle]] = [(f"gates.{i}", g) for i, g in enumerate(brief.fence.gates)]
    marked += [(f"obstacles.{i}", o) for i, o in enumerate(brief.fence.obstacles)]
    for where, thing in marked:
        if thing.leg >= len(legs):
            raise refuse(
                f"fence.{where}.leg", thing.leg + 1, f"leg 1 to {len(legs)}", f"There is no leg {thing.leg + 1}"
            )
        if thing.at_mm > legs[thing.leg].length_mm:
            raise refuse(
                f"fence.{where}.at_mm",
                brief.printer.length(thing.at_mm),
                f"up to {brief.printer.length(legs[thing.leg].length_mm)}",
                f"{thing.id} lies past the end of its leg",
            )
    return legs, gates


def stands_at(legs: list[LegLine], gates: dict[int, list[_Placed]], leg: int) -> list[float]:
    """The marks on a leg of posts that stand where they do by the line itself: its ends, and those of gates."""
    at = {0.0, legs[leg].length_mm, *(mark for g in gates[leg] for mark in (g.left_mm, g.right_mm))}
    return sorted(at)


def misplaced(brief: Brief, legs: list[LegLine], gates: dict[int, list[_Placed]]) -> list[tuple[int, Fault]]:
    """Posts that are said to stand off their leg, in an opening, or in another post: (which, what is wrong)."""
    p, out = brief.printer, []
    least = max(face_mm(brief.post), face_mm(brief.gate_post)) + BAY_LEAST_MM
    taken: dict[int, list[float]] = {}
    for n, fixed in sorted(enumerate(brief.fence.fixed), key=lambda each: (each[1].leg, each[1].at_mm)):
        at = fixed.at_mm
        if fixed.leg >= len(legs):
            words = f"leg 1 to {len(legs)}", f"There is no leg {fixed.leg + 1}"
            out.append((n, Fault(f"fence.fixed.{n}.leg", str(fixed.leg + 1), *words)))
            continue
        ends = taken.setdefault(fixed.leg, stands_at(legs, gates, fixed.leg))
        near = min(ends, key=lambda mark: abs(mark - at))
        if abs(near - at) <= SAME_MM and near in stands_at(legs, gates, fixed.leg):
            continue
        allowed, wrong = "", ""
        if at > legs[fixed.leg].length_mm:
            allowed, wrong = f"up to {p.length(legs[fixed.leg].length_mm)}", "This post stands past the end of its leg"
        elif any(g.left_mm < at < g.right_mm for g in gates[fixed.leg]):
            allowed, wrong = "a mark outside the openings", "This post stands in a gate's opening"
        elif abs(near - at) < least:
            allowed, wrong = (
                f"at least {p.length(least)} from the post at {p.length(near)}",
                "Two posts cannot stand in each other",
            )
        if wrong:
            out.append((n, Fault(f"fence.fixed.{n}.at_mm", p.length(at), allowed, wrong)))
        else:
            ends.append(at)
    return out


class _Surveyor:
    """Walks the legs in order, setting posts and noting bays, runs and openings."""

    def __init__(self, brief: Brief, legs: list[LegLine], gates: dict[int, list[_Placed]]) -> None:
        self.brief, self.legs, self.gates = brief, legs, gates
        self.posts: list[Post] = []
        self.bays: list[Bay] = []
        self.runs: list[Run] = []
        self.openings: list[Opening] = []
        self.blocked: list[tuple[str, str]] = []

    def walk(self) -> Layout:
        first = self._set("end", bool(self.gates[0]) and self.gates[0][0].left_mm == 0.0, ((0, 0.0),))
        for leg in self.legs:
            first = self._walk_leg(leg, first)
        by_leg: dict[int, list[Post]] = {}
        for post in self.posts:
            for i, _ in post.stations:
                by_leg.setdefault(i, []).append(post)
        for i, own in by_leg.items():
            own.sort(key=lambda p, i=i: p.on(i))  # type: ignore[misc]
        poses = tuple(pose_of(leg, self.brief.fence.skin.side) for leg in self.legs)
        return Layout(
            self.legs,
            self.posts,
            self.bays,
            self.runs,
            self.openings,
            tuple(self.blocked),
            self._standing(by_leg),
            by_leg,
            poses,
        )

    def _standing(self, by_leg: dict[int, list[Post]]) -> tuple[tuple[str, Fixed], ...]:
        """Each post that stands already, by its label."""
        out = []
        for fixed in self.brief.fence.fixed:
            own = by_leg[fixed.leg]
            marks = [post.on(fixed.leg) for post in own]
            n = bisect_left(marks, fixed.at_mm - SAME_MM)
            out.append((own[n].label, fixed))
        return tuple(out)

    def _set(self, kind: Kind, gate: bool, stations: tuple[tuple[int, float], ...]) -> Post:
        leg, station = stations[0]
        x, y = self.legs[leg].at(station)
        face = face_mm(self.brief.gate_post if gate else self.brief.post)
        post = Post(f"P{len(self.posts) + 1}", kind, gate, face, x, y, stations)
        self.posts.append(post)
        return post

    def _last_of(self, leg: LegLine) -> Post:
        """The post at the end of a leg: an end, or the corner it shares with the next."""
        here, after = self.gates[leg.index], self.gates.get(leg.index + 1, [])
        gate = bool(here and here[-1].right_mm == leg.length_mm) or bool(after and after[0].left_mm == 0.0)
        if leg.index + 1 == len(self.legs):
            return self._set("end", gate, ((leg.index, leg.length_mm),))
        return self._set("corner", gate, ((leg.index, leg.length_mm), (leg.index + 1, 0.0)))

    def _walk_leg(self, leg: LegLine, first: Post) -> Post:
        if leg.length_mm < 2 * face_mm(self.brief.post):
            raise refuse(
                f"fence.legs.{leg.index}.length_mm", self.brief.printer.length(leg.length_mm),
                f"at least two posts, {self.brief.printer.length(2 * face_mm(self.brief.post))}",
                f"Leg {leg.index + 1} is {self.brief.printer.length(leg.length_mm)} long, shorter than its posts"
                + meant(leg.length_mm),
            )  # fmt: skip
        at = first
        for placed in self.gates[leg.index]:
            left = at
            if placed.left_mm > at.on(leg.index) + 1e-6:
                left = self._run_to(leg, at, placed.left_mm, last=False)
            if placed.right_mm >= leg.length_mm - 1e-6:
                at = self._last_of(leg)
            else:
                at = self._set("gate", True, ((leg.index, placed.right_mm),))
            clear = (left.on(leg.index) + left.face_mm / 2, at.on(leg.index) - at.face_mm / 2)
            self.openings.append(Opening(placed.gate, leg.index, left, at, *clear, placed.on_end))
        if at.on(leg.index) < leg.length_mm - 1e-6:
            at = self._run_to(leg, at, leg.length_mm, last=True)
        return at

    def _run_to(self, leg: LegLine, first: Post, end: float, last: bool) -> Post:
        """Fence from `first` to a station: line posts, then the post at its end."""
        brief, start = self.brief, first.on(leg.index)
        reach = brief.hole_mm(brief.post) / 2
        obstacles = [o for o in brief.fence.obstacles if o.leg == leg.index]
        buried = zones_along(leg.start, leg.end, brief.job.site.buried, reach)
        kept = [(o.at_mm - reach, o.at_mm + o.width_mm + reach) for o in obstacles] + buried
        zones = merged([(low - start, high - start) for low, high in kept])
        bays = brief.fence.bays
        fixed = [f for f in brief.fence.fixed if f.leg == leg.index]
        standing = sorted(f.at_mm for f in fixed if start + SAME_MM < f.at_mm < end - SAME_MM)
        as_is = [f.at_mm for f in fixed if f.as_is]
        marks = [0.0]
        for a, b in pairwise([start, *standing, end]):
            whole = any(abs(b - mark) <= SAME_MM for mark in as_is)
            inner = (
                [0.0, b - a]
                if whole
                else divide(
                    b - a,
                    bays.way,
                    pitch_mm(brief),
                    bays.remainder,
                    [(low - (a - start), high - (a - start)) for low, high in zones],
                    2 * face_mm(brief.post),
                    brief.style.on_centres,
                )
            )
            marks += [a - start + m for m in inner[1:-1]] + [b - start]
        run = [first]
        run.extend(self._set("line", False, ((leg.index, start + m),)) for m in marks[1:-1])
        run.append(self._last_of(leg) if last else self._set("gate", True, ((leg.index, end),)))
        self._note_blocked(leg, run, obstacles)
        first_bay = len(self.bays)
        for left, right in pairwise(run):
            centres = right.on(leg.index) - left.on(leg.index)
            self.bays.append(Bay(f"bay {len(self.bays) + 1}", leg.index, left, right, centres))
        self.runs.append(Run(f"run {len(self.runs) + 1}", leg.index, tuple(run), tuple(self.bays[first_bay:])))
        return run[-1]

    def _note_blocked(self, leg: LegLine, run: list[Post], obstacles: list[Obstacle]) -> None:
        marks = [post.on(leg.index) for post in run]
        holes = {
            gate: self.brief.hole_mm(self.brief.gate_post if gate else self.brief.post) / 2 for gate in (False, True)
        }
        most = max(holes.values())
        for obstacle in obstacles:
            first = bisect_left(marks, obstacle.at_mm - most)
            last = bisect_right(marks, obstacle.at_mm + obstacle.width_mm + most)
            for post, mark in zip(run[first:last], marks[first:last], strict=True):
                reach = holes[post.gate] - 1e-6
                stands = any(f.leg == leg.index and abs(f.at_mm - mark) < SAME_MM for f in self.brief.fence.fixed)
                if not stands and obstacle.at_mm - reach < mark < obstacle.at_mm + obstacle.width_mm + reach:
                    self.blocked.append((post.label, obstacle.id))


def corner_reach_mm(turn_deg: float, side: str, offset_mm: float) -> float:
    """How far a plane at `offset_mm` on a side runs past a corner's centre; below zero on the inside."""
    reach = offset_mm * math.tan(math.radians(abs(turn_deg)) / 2)
    inside = (turn_deg > 0) == (side == "left")
    return -reach if inside else reach
