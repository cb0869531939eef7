"""One gate: its leaves in their opening, each with frame, brace, boards and hardware."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE, Section, Species
from rowstake.core.fasteners import Sold
from rowstake.core.faults import refuse
from rowstake.core.goods import Good, timber
from rowstake.core.measure import Printer
from rowstake.core.parts import Hold, Joint, Part
from rowstake.core.reckoners.base import up
from rowstake.core.reckoners.gate_leaf import GateLeaf, LeafTold
from rowstake.core.reckoners.gate_leaf import run as gate_leaf
from rowstake.core.reckoners.picket_gaps import PicketGaps
from rowstake.core.reckoners.picket_gaps import run as picket_gaps
from rowstake.core.space import Flat, Pose, Solid
from rowstake.core.trades.fence.document import Gate, GateFrame
from rowstake.core.trades.fence.gates.rehearsal import Ground, Swing, rehearse
from rowstake.core.trades.fence.on_leg import Depth, notched, stand, upright_by

Covering = Callable[[Sequence[tuple[float, float]]], Callable[[int, float, float], tuple[Pose, Depth]]]
"""For boards by (left, width): how each of them stands, from its number, left edge and width."""
Boards = Callable[[float, float], tuple[tuple[float, float], ...]]
"""The fence's pattern from a station over a width: (left, width) of each board, from that station."""


def _level(_: float) -> float:
    return 0.0


@dataclass(frozen=True, slots=True)
class LeafBrief:
    """What a gate needs to know of its fence. Lengths in mm; `left_mm` is the near edge of the opening."""

    gate: Gate
    pose: Pose
    back_mm: float
    """How far off the middle of the line the back of the boards is: its frame lies behind them."""
    covering: Covering
    board_hold: Callable[[str], Hold | None]
    left_mm: float
    opening_mm: float
    covers_mm: float
    """How far what covers the ends of the fence stands out from the posts on both sides, already off the opening."""
    height_mm: float
    bottom_mm: float
    hinge_gap_mm: float
    latch_gap_mm: float
    frame: Section
    board: Section
    species: Species
    board_fixings: Callable[[str, int], list[Part]]
    """From the name of a leaf and a count: what holds its boards."""
    per_crossing: int
    boards: Boards
    bars: GateFrame
    printer: Printer
    sold: Sold
    along: bool = False
    faces: int = 1
    """Faces of the leaf that carry boards: two for sheets on both."""
    ground: Ground = _level

    @property
    def framed(self) -> Depth:
        """Where its frame lies."""
        return self.back_mm - self.frame.thickness_mm, self.back_mm


@dataclass(frozen=True, slots=True)
class Built:
    """A gate worked out: its figures and its parts. Weights are of soaked timber, kg."""

    gate: Gate
    leaf: LeafTold
    leaf_height_mm: float
    brace_mm: float
    brace_deg: float
    panel: Panels
    weight_kg: float
    hinge: Good
    hinge_kg: float
    """The heaviest leaf this hinge is made for."""
    hinges_per_leaf: int
    parts: tuple[Part, ...]
    swings: tuple[Swing, ...]

    @property
    def hung(self) -> list[Swing]:
        """The ways its leaves are hung: both hinge sides for two leaves, else the one chosen."""
        sides = ("start", "end") if self.gate.leaves == 2 else (self.gate.hinge,)
        return [s for s in self.swings if s.swing == self.gate.swing and s.hinge in sides]


def _leaf_left(b: LeafBrief, leaf: LeafTold, number: int) -> float:
    """Near edge of a leaf. The hinge gap is at the hinge post, the latch gap at the other side."""
    if b.gate.leaves == 2:
        return b.left_mm + b.hinge_gap_mm + number * (leaf.leaf_width_mm + b.latch_gap_mm)
    return b.left_mm + (b.hinge_gap_mm if b.gate.hinge == "start" else b.latch_gap_mm)


def _hinged_at_start(b: LeafBrief, number: int) -> bool:
    return number == 0 if b.gate.leaves == 2 else b.gate.hinge == "start"


@dataclass(frozen=True, slots=True)
class Panels:
    """How a leaf is divided from the bottom: boards up to `boards_mm`, and over a middle rail a panel of bars."""

    boards_mm: float
    bars: tuple[float, ...]
    bar_cut_mm: float
    bar_gap_mm: float


def panels(b: LeafBrief, leaf_width_mm: float, boards: tuple[tuple[float, float], ...]) -> Panels:
    """Bars equally spaced, or one on the middle of each board. Raises `JobFault` where they leave no room for boards."""
    bars, face = b.bars, b.frame.width_mm
    if not bars.bars_mm:
        return Panels(b.height_mm, (), 0.0, 0.0)
    height = b.height_mm - face - bars.bars_mm
    if height < 4 * face:
        raise refuse(
            "fence.gate_frame.bars_mm", b.printer.length(bars.bars_mm), f"up to {b.printer.length(b.height_mm - 5 * face)} in this leaf",
            f"The bars of gate {b.gate.id} leave no room for boards",
        )  # fmt: skip
    inner = leaf_width_mm - 2 * face
    cut = bars.bars_mm - 2 * bars.connector_mm
    if cut <= 0:
        raise refuse("fence.gate_frame.connector_mm", f"{bars.connector_mm:g} mm", "less than half the bars' panel",
                     "The connectors take up the whole of a bar")  # fmt: skip
    if bars.bars_on == "boards":
        middles = [at + width / 2 - face for at, width in boards]
        kept = tuple(m - bars.bar_mm / 2 for m in middles if bars.bar_mm < m < inner - bars.bar_mm)
        gaps = [y - x - bars.bar_mm for x, y in pairwise(kept)]
        return Panels(height, kept, cut, max(gaps, default=0.0))
    out = picket_gaps(PicketGaps(clear_mm=inner, width_mm=bars.bar_mm, edges="gap", max_gap_mm=bars.bar_gap_mm))
    return Panels(height, tuple(out.marks_mm), cut, out.gap_mm)


def _leaf_parts(b: LeafBrief, leaf: LeafTold, number: int, name: str) -> list[Part]:
    """Stiles full height, rails between them or half-lapped, one brace, the boards and the bars of one leaf."""
    left, right = _leaf_left(b, leaf, number), _leaf_left(b, leaf, number) + leaf.leaf_width_mm
    low, high, face = b.bottom_mm, b.bottom_mm + b.height_mm, b.frame.width_mm
    of = f"gate {b.gate.id}"
    boards = b.boards(low, b.height_mm) if b.along else b.boards(left, leaf.leaf_width_mm)
    panel = panels(b, leaf.leaf_width_mm, () if b.along else boards)
    lap = (
        f"half-lapped {b.printer.length(face)} long, {b.printer.fine(b.frame.thickness_mm / 2)} deep"
        if b.bars.joint == "half_lap"
        else "square"
    )

    start, lapped, half = _hinged_at_start(b, number), lap != "square", b.frame.thickness_mm / 2

    def stick(code: str, kind: str, length: float, solid: Solid, ends: str = "square") -> Part:
        return Part(f"{name}-{code}", kind, "gates", timber(b.frame.id), of, length, face, ends, solid=solid)

    def stile(code: str, at: float, levels: list[float]) -> Part:
        part = stick(code, "stile", b.height_mm, stand(b.pose, b.framed, at, at + face, low, high), lap)
        return notched(part, [(z, z + face, half) for z in levels] if lapped else [])

    def rail(code: str, bottom: float) -> Part:
        if not lapped:
            a, z = left + face, right - face
            return stick(code, "gate rail", z - a, stand(b.pose, b.framed, a, z, bottom, bottom + face), lap)
        (back, front), middle = b.framed, b.framed[1] - half
        ring = ((left, middle), (left + face, middle), (left + face, back), (right - face, back),
                (right - face, middle), (right, middle), (right, front), (left, front))  # fmt: skip
        return stick(code, "gate rail", right - left, upright_by(b.pose, ring, bottom, bottom + face), lap)

    inner = leaf.leaf_width_mm - 2 * face
    under = low + panel.boards_mm if panel.bars else high
    length, angle = brace(inner, under - low - 2 * face)
    ends = f"two cuts each end, {angle:.1f}° and {90 - angle:.1f}°, to a point"
    lean = "brace" if start else "brace leaning left"
    braced = Solid(
        b.pose, braced_corners((left + face, low + face), (right - face, under - face), face, start), *b.framed
    )
    levels = [high - face, *([under - face] if panel.bars else []), low]
    out = [
        stile("S1", left, levels),
        stile("S2", right - face, levels),
        rail("T", high - face),
        *([rail("M", under - face)] if panel.bars else []),
        rail("B", low),
        stick("X", lean, length, braced, ends),
    ]
    covering, screws = _covering(b, leaf, left, name, boards, panel.boards_mm)
    return [
        *out,
        *covering,
        *_bars(b, left + face, under, name, panel),
        *b.board_fixings(name, screws),
        *_frame_screws(b, name, 4 + 2 * bool(panel.bars)),
    ]


def _frame_screws(b: LeafBrief, name: str, joints: int) -> list[Part]:
    """Four at every joint of a leaf's frame and at both ends of its brace. Rails between the stiles, and the brace, are
    screwed through the width of a stile into their ends; half-laps through one half into the other, not out behind."""
    facts, each, thick = CATALOGUE.materials.fixings, CATALOGUE.materials.gates.joint_screws, b.frame.thickness_mm
    of, (long, _) = f"gate {b.gate.id}", b.sold.screw("screw", b.frame.width_mm + facts.grip_mm)

    def screws(what: str, good: Good, places: int, joint: Joint) -> Part:
        return Part(f"{name} {what}", "frame screw", "gates", good, of, amount=places * each, unit="each", joint=joint)

    ends = Joint(("stile",), ("gate rail", "brace", "brace leaning left"), facts.grip_mm, end_grain=True,
                 through_mm=b.frame.width_mm)  # fmt: skip
    if b.bars.joint != "half_lap":
        return [screws("frame screws", long, joints + 2, ends)]
    lap, _ = b.sold.screw("screw", thick * facts.plies_through / 2, thick - facts.short_of_mm)
    laps = Joint(("stile",), ("gate rail",), (facts.plies_through - 1) * thick / 2, b.sold.longer(lap), lapped=True)
    return [screws("lap screws", lap, joints, laps), screws("brace screws", long, 2, ends)]


def _covering(
    b: LeafBrief, leaf: LeafTold, left: float, name: str, boards: Sequence[tuple[float, float]], top: float
) -> tuple[list[Part], int]:
    """The boards of one leaf up to `top` over its foot, on each face, and how many screws hold them."""
    low = b.bottom_mm
    thick, (behind, back) = b.board.thickness_mm, b.framed
    out: list[Part] = []
    screws = 0
    where = b.covering([(left + at, width) for at, width in boards])
    for side, depth in enumerate(((back, back + thick), (behind - thick, behind))[: b.faces]):
        for n, (at, width) in enumerate(boards):
            if b.along and at + width > top + 0.05:
                continue
            ends = "ripped" if width < b.board.width_mm - 0.05 else "square"
            length = leaf.leaf_width_mm if b.along else top
            across, up = ((0.0, leaf.leaf_width_mm), (at, at + width)) if b.along else ((at, at + width), (0.0, top))
            on = (b.pose, depth) if b.along or b.faces > 1 else where(n, left + at, width)
            solid = stand(*on, left + across[0], left + across[1], low + up[0], low + up[1])
            label = f"{name}-{len(out) + 1}" + " back" * side
            out.append(
                Part(
                    label,
                    "gate board",
                    "gates",
                    timber(b.board.id),
                    f"gate {b.gate.id}",
                    length,
                    width,
                    ends,
                    solid=solid,
                    hold=b.board_hold(name),
                )
            )
            screws += _board_screws(b, length, width)
    return out, screws


def _bars(b: LeafBrief, inside: float, under: float, name: str, panel: Panels) -> list[Part]:
    """The bars between the stiles, from the inner edge of the left one, and what holds them."""
    if not panel.bars:
        return []
    of, foot = f"gate {b.gate.id}", under + b.bars.connector_mm
    good, middle, half = b.sold.good("bar", b.bars.bar_mm, panel.bar_cut_mm), sum(b.framed) / 2, b.bars.bar_mm / 2
    hold = Hold(f"{name} connectors", b.bars.connector_mm)
    out = [
        Part(
            f"{name} bar {n}", "bar", "gates", good, of, unit="each",
            solid=stand(b.pose, (middle - half, middle + half), inside + at, inside + at + b.bars.bar_mm, foot,
                        foot + panel.bar_cut_mm),
            hold=hold,
        )
        for n, at in enumerate(panel.bars, 1)
    ]  # fmt: skip
    held = b.sold.good("bar_connector", b.bars.bar_mm)
    return [*out, Part(f"{name} connectors", "hardware", "gates", held, of, amount=2 * len(out), unit="each")]


def _board_screws(b: LeafBrief, length_mm: float, width_mm: float) -> int:
    """A sheet is screwed all round; a board at the two rails or stiles and at the brace behind it."""
    if b.board.use == "sheet":
        every = CATALOGUE.materials.sheets.screw_every_mm
        return 2 * (up(length_mm / every) + up(width_mm / every))
    return 3 * max(b.per_crossing, 1)


def brace(inner_width_mm: float, inner_height_mm: float) -> tuple[float, float]:
    """Length point to point of a brace from corner to corner inside the frame, and its angle to the rail (°)."""
    if inner_width_mm <= 0 or inner_height_mm <= 0:
        return 0.0, 0.0
    angle = math.degrees(math.atan2(inner_height_mm, inner_width_mm))
    return math.hypot(inner_width_mm, inner_height_mm), angle


def braced_corners(low: Flat, high: Flat, wide: float, rises: bool) -> tuple[Flat, ...]:
    """The outline of a brace of a width from corner to corner of a rectangle, pointed into both: the strip about its
    diagonal, up to the right where it `rises`. A diagonal at an angle α cuts off w / (2 sin α) along and w / (2 cos α) up."""
    (x0, y0), (x1, y1) = low, high
    angle = math.atan2(y1 - y0, x1 - x0)
    along, up = min(wide / 2 / math.sin(angle), x1 - x0), min(wide / 2 / math.cos(angle), y1 - y0)
    points = ((x0, y0), (x0 + along, y0), (x1, y1 - up), (x1, y1), (x1 - along, y1), (x0, y0 + up))
    return points if rises else tuple((x0 + x1 - x, y) for x, y in points)


def _hardware(b: LeafBrief, hinge: Good, per_leaf: int) -> list[Part]:
    of = f"gate {b.gate.id}"

    def item(what: Good, count: float = 1) -> Part:
        return Part(f"{b.gate.id} {what.words}", "hardware", "gates", what, of, amount=count, unit="each")

    out = [item(hinge, per_leaf * b.gate.leaves), item(b.sold.good("latch"))]
    if b.gate.leaves == 2:
        out.append(item(b.sold.good("drop_bolt")))
    if b.gate.wheel:
        out.append(item(b.sold.good("gate_wheel"), b.gate.leaves))
    if b.gate.stop:
        out.append(item(b.sold.good("ground_stop")))
    return out


def build(b: LeafBrief) -> Built:
    """Raises `JobFault` when no leaf fits into the opening."""
    facts = CATALOGUE.materials.gates
    leaf = gate_leaf(
        GateLeaf(
            opening_mm=b.opening_mm,
            leaves=b.gate.leaves,
            hinge_gap_mm=b.hinge_gap_mm,
            latch_gap_mm=b.latch_gap_mm,
            leaf_height_mm=b.height_mm,
        )
    )
    least = 2 * b.frame.width_mm
    if leaf.leaf_width_mm <= least or b.height_mm <= least:
        raise refuse(
            f"fence.gates.{b.gate.id}.opening_mm", b.printer.length(b.opening_mm), f"leaves over {b.printer.length(least)} wide and high",
            f"Gate {b.gate.id} is too small for a frame of {b.frame.name}",
        )  # fmt: skip
    names = [b.gate.id] if b.gate.leaves == 1 else [f"{b.gate.id}a", f"{b.gate.id}b"]
    parts = [part for i, name in enumerate(names) for part in _leaf_parts(b, leaf, i, name)]
    soaked = b.species.density_kg_m3 * facts.soaked
    pieces = [(p, b.board if p.kind == "gate board" else b.frame) for p in parts if p.unit == "piece"]
    weight = sum(section.kg(p.length_mm, p.width_mm, soaked) for p, section in pieces) / b.gate.leaves
    swing = sorted(((b.sold.carries_kg(h.good, h.up_to_kg), h) for h in facts.hinges), key=lambda pair: pair[0])
    hinge_kg, hinge = next((pair for pair in swing if pair[0] >= weight), swing[-1])
    per_leaf = 3 if b.height_mm > facts.third_hinge_over_mm else 2
    first = b.boards(_leaf_left(b, leaf, 0), leaf.leaf_width_mm)
    panel = panels(b, leaf.leaf_width_mm, () if b.along else first)
    under = panel.boards_mm if panel.bars else b.height_mm
    length, angle = brace(leaf.leaf_width_mm - 2 * b.frame.width_mm, under - 2 * b.frame.width_mm)
    named = b.sold.good(hinge.good, hinge.size_mm)
    hung = {f"{name}-{'S1' if _hinged_at_start(b, i) else 'S2'}" for i, name in enumerate(names)}
    hold = Hold(f"{b.gate.id} {named.words}", b.hinge_gap_mm + b.covers_mm)
    parts = [replace(p, hold=hold) if p.label in hung else p for p in parts] + _hardware(b, named, per_leaf)
    swings = rehearse(
        b.gate,
        b.left_mm,
        b.left_mm + b.opening_mm,
        leaf.leaf_width_mm,
        (b.hinge_gap_mm, b.latch_gap_mm),
        b.bottom_mm,
        b.ground,
    )
    return Built(
        b.gate,
        leaf,
        b.height_mm,
        length,
        angle,
        panel,
        weight,
        named,
        hinge_kg,
        per_leaf,
        tuple(parts),
        tuple(swings),
    )
