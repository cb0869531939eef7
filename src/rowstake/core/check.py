"""Does it go together, and is all of it held: proofs from the solids of a plan's parts, made when they are asked for."""

from __future__ import annotations

import math
from collections import defaultdict, deque
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np

from rowstake.core.parts import Joint, Part
from rowstake.core.plan import AnyPlan
from rowstake.core.space import Solid, Vec
from rowstake.core.space.meet import Body, Meeting, bodies, box_meetings, is_box, meetings, near_pairs, within
from rowstake.core.space.solid import dot

APART_MM = 1.0
"""Pieces may share no more than this."""
TOUCH_MM = 1.5
"""Pieces that are no further apart lie against each other."""
LEAST_SPREAD_MM = 3.0
"""What only meets at a corner of less does not hold."""
MOST_PIECES = 3000
"""More are not looked at while somebody waits at a screen."""


@dataclass(frozen=True, slots=True)
class Clash:
    """Two pieces in one place, and how deep."""

    one: str
    other: str
    deep_mm: float


@dataclass(frozen=True, slots=True)
class Grip:
    """A fixing that does not hold what it joins: how far it reaches into the second piece, how far it should at least, and
    how thick that is."""

    by: str
    through: str
    into: str
    reach_mm: float
    least_mm: float
    thick_mm: float

    @property
    def comes_out(self) -> bool:
        return self.reach_mm > self.thick_mm


@dataclass(frozen=True, slots=True)
class Proof:
    """What does not go together, the pieces that nothing holds, and fixings that are too short or come out behind."""

    clashes: tuple[Clash, ...]
    loose: tuple[str, ...]
    grips: tuple[Grip, ...] = ()

    @property
    def sound(self) -> bool:
        return not self.clashes and not self.loose and not self.grips


@dataclass(frozen=True, slots=True)
class Remark:
    """One thing that is wrong with what is drawn, in words, and the pieces it is about."""

    words: str
    where: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Checked:
    """What the proof of a plan tells its builder; `looked` is false for jobs too large to be looked at while somebody waits."""

    looked: bool
    apart: tuple[Remark, ...]
    loose: tuple[Remark, ...]

    @property
    def sound(self) -> bool:
        return not self.apart and not self.loose


def checked(plan: AnyPlan, most_pieces: int = MOST_PIECES) -> Checked:
    """Whether a plan goes together and all of it is held, in words."""
    if sum(part.solid is not None for part in plan.parts) > most_pieces:
        return Checked(False, (), ())
    proof, p = prove(plan.parts), plan.brief.printer
    apart = [
        Remark(f"{c.one} and {c.other} lie {p.fine(c.deep_mm)} in each other", (c.one, c.other)) for c in proof.clashes
    ]
    loose = [Remark(f"Nothing holds {label}", (label,)) for label in proof.loose]
    for g in proof.grips:
        tail = f"come out of {g.into} behind" if g.comes_out else f"reach only {p.fine(g.reach_mm)} into {g.into}"
        loose.append(Remark(f"{g.by} through {g.through} {tail}", (g.through, g.into)))
    return Checked(True, tuple(apart), tuple(loose))


def prove(parts: Iterable[Part]) -> Proof:
    """Raises nothing: parts without a solid are only counted."""
    every = list(parts)
    solid = [p for p in every if p.solid is not None]
    met = _meetings(solid)
    clashes = [
        Clash(solid[i].label, solid[j].label, m.shared_mm)
        for (i, j), m in met.items()
        if m.shared_mm > APART_MM and m.spread_mm > APART_MM
    ]
    worst = tuple(sorted(clashes, key=lambda c: -c.deep_mm))
    return Proof(worst, tuple(_loose(every, solid, met)), tuple(_grips(every, solid, met)))


def _meetings(parts: Sequence[Part]) -> dict[tuple[int, int], Meeting]:
    """Of all pairs that are near each other, the two pieces of their bodies that lie deepest in each other."""
    made: dict[int, list[Body]] = {}

    def of(n: int) -> list[Body]:
        if n not in made:
            made[n] = bodies(parts[n].solid)  # type: ignore[arg-type]
        return made[n]

    if not parts:
        return {}
    solids = [p.solid for p in parts if p.solid]
    boxes = np.array([[*low, *high] for low, high in (s.box for s in solids)])
    reach = max([TOUCH_MM, *(p.hold.over_mm + TOUCH_MM for p in parts if p.hold)])
    pairs = near_pairs(solids, boxes, reach)
    square = [is_box(s) for s in solids]
    plain = [pair for pair in pairs if square[pair[0]] and square[pair[1]]]
    out = dict(zip(plain, box_meetings(boxes, plain), strict=True))
    near: list[tuple[tuple[int, int], Body, Body]] = []
    for i, j in pairs:
        if (i, j) not in out:
            near += [((i, j), a, b) for a in of(i) for b in of(j) if within(a, b, reach)]
    for pair, met in zip((p for p, _, _ in near), meetings([(a, b) for _, a, b in near]), strict=True):
        if pair not in out or _deepest(met) > _deepest(out[pair]):
            out[pair] = met
    return out


def _deepest(m: Meeting) -> tuple[float, float]:
    """Of pieces that only lie against each other, those that share most."""
    return round(min(m.shared_mm, m.spread_mm), 6), m.spread_mm


def _grips(every: Sequence[Part], parts: Sequence[Part], met: dict[tuple[int, int], Meeting]) -> list[Grip]:
    """The worst of every fixing, over all places where pieces of the kinds it joins lie against each other: through t of the
    first and a gap g, a length l reaches l − t − g into the second."""
    pairs: dict[tuple[str, str], list[tuple[int, int, Meeting]]] = defaultdict(list)
    for (i, j), m in met.items():
        if m.spread_mm >= LEAST_SPREAD_MM and m.shared_mm <= APART_MM:
            for a, b in ((i, j), (j, i)):
                hold = parts[a].hold
                if m.shared_mm >= -(hold.over_mm if hold else 0.0) - TOUCH_MM:
                    pairs[parts[a].kind, parts[b].kind].append((a, b, m))
    out = []
    for fixing in every:
        joint = fixing.joint
        if joint is None or not fixing.amount:
            continue
        length, found = float(fixing.good.sizes[-1]), []
        near = [x for k in joint.through for n in joint.into for x in pairs.get((k, n), ())]
        if joint.through == joint.into:  # plies of one member
            near = [x for x in near if parts[x[0]].of == parts[x[1]].of]
        own = [x for x in near if parts[x[0]].of == fixing.of]
        for a, b, m in _into_their_own(parts, own or near):
            apart = joint.layers == 1 and m.shared_mm < -TOUCH_MM  # else it lies against it, and is drawn tight
            gap = -m.shared_mm if apart else 0.0
            sizes = _driven(parts[a], parts[b], m.axis, joint)
            if sizes is None:
                continue
            thick, behind = sizes[0] + joint.over_mm, sizes[1]
            reach = length - thick - gap
            short = reach < joint.least_mm - APART_MM
            longer_fits = joint.longer_mm is None or joint.longer_mm <= thick + gap + behind
            if reach > behind + APART_MM or (short and longer_fits):
                found.append(Grip(fixing.label, parts[a].label, parts[b].label, reach, joint.least_mm, behind))
        out += sorted(found, key=lambda g: g.reach_mm - g.least_mm)[:1]
    return out


def _into_their_own(parts: Sequence[Part], met: list[tuple[int, int, Meeting]]) -> list[tuple[int, int, Meeting]]:
    """Of pieces that lie against something of their own, as a board on the rail of its own side, that alone: what comes up against them
    from round a corner is fixed by its own."""
    at_home = {a for a, b, _ in met if parts[a].of == parts[b].of}
    return [x for x in met if x[0] not in at_home or parts[x[0]].of == parts[x[1]].of]


FLAT_ON = 1.25
"""Up to so much of what a section measures a piece is crossed squarely; more is along it."""


def _driven(one: Part, other: Part, axis: Vec, joint: Joint) -> tuple[float, float] | None:
    """How much of each piece a fixing meets that is driven along an axis; None where they only meet along an edge. Boards that
    lie on one another lean a little: of them and of what they lie on the sizes of their sections count."""
    first, second = one.good.section, other.good.section
    if first is None or second is None:
        return None
    if joint.layers > 1:
        return joint.through_mm or first.mean_mm * joint.layers, second.thickness_mm
    thick, behind = _thick(one, axis), _thick(other, axis)
    across = math.inf if joint.end_grain else max(second.width_mm, second.thickness_mm) * FLAT_ON
    if thick > (joint.through_mm or first.thickness_mm) * FLAT_ON or behind > across:
        return None
    if (
        joint.through_mm is None
        and one.width_mm < first.thickness_mm - APART_MM
        and abs(thick - one.width_mm) < APART_MM
    ):
        return None  # a rip narrower than it is thick, met at its edge
    if joint.through_mm is None and thick > first.thickness_mm + APART_MM and thick > one.length_mm - APART_MM:
        return None  # lengthwise: a piece hardly longer than it is thick, met at its end
    if joint.lapped:
        return first.thickness_mm / 2, second.thickness_mm / 2
    return thick, math.inf if joint.end_grain else behind


NEARLY_ALONG, PUSHED_ALONG = 0.97, 0.85
"""Cosine: a piece turned less than this from an axis is driven through its own thickness, not through all that it leans over."""


def _thick(part: Part, axis: Vec) -> float:
    """How much of a piece lies along an axis: of one that is turned a little from it its own thickness, for a screw is driven
    square to what it goes through."""
    if part.solid is None:
        return 0.0
    for own in (part.solid.pose.c, part.solid.pose.b, part.solid.pose.a):
        size = math.sqrt(dot(own, own))
        along = abs(dot(own, axis)) / size
        if along >= PUSHED_ALONG and own is part.solid.pose.c:
            return (part.solid.far_mm - part.solid.near_mm) * size
        if along >= NEARLY_ALONG:
            return _extent(part.solid, (own[0] / size, own[1] / size, own[2] / size))
    return _extent(part.solid, axis)


def _extent(solid: Solid, axis: Vec) -> float:
    marks = [dot(p, axis) for p in solid.corners]
    return max(marks) - min(marks)


def _loose(every: Sequence[Part], parts: Sequence[Part], met: dict[tuple[int, int], Meeting]) -> list[str]:
    """The pieces that no way of contacts and hardware joins to the ground or the house. Pieces of one kind do not hold each
    other up: a board beside a board is held by neither."""
    bought = {p.label for p in every if p.amount > 0}
    joined: dict[int, list[int]] = defaultdict(list)
    for (i, j), m in met.items():
        one, other = parts[i], parts[j]
        twins = any(p.hold and p.hold.to == "twin" and p.hold.by in bought for p in (one, other))
        if one.kind == other.kind and one.unit == "piece" and not (twins and one.of == other.of):
            continue
        reach = max((p.hold.over_mm for p in (one, other) if p.hold and p.hold.by in bought), default=None)
        least = LEAST_SPREAD_MM if reach is None else -TOUCH_MM
        if m.shared_mm >= -(reach or 0.0) - TOUCH_MM and m.spread_mm >= least:
            joined[i].append(j)
            joined[j].append(i)
    roots = [
        i
        for i, p in enumerate(parts)
        if p.unit == "m³" or (p.hold and p.hold.to in ("ground", "house") and p.hold.by in bought)
    ]
    seen, queue = set(roots), deque(roots)
    while queue:
        for n in joined[queue.popleft()]:
            if n not in seen:
                seen.add(n)
                queue.append(n)
    return [p.label for i, p in enumerate(parts) if i not in seen]
