"""Gates of the fence: each opening given the fence's own boards and sizes."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import partial

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Joint, Part
from rowstake.core.setting import methods
from rowstake.core.space import Pose
from rowstake.core.structure import earth, wind
from rowstake.core.structure.timber import bending_mpa, read_stick
from rowstake.core.trades.fence.covering import SAME_MM, covering, screwed, started
from rowstake.core.trades.fence.gates import Boards, Built, Covering, LeafBrief, build
from rowstake.core.trades.fence.holes import Digger
from rowstake.core.trades.fence.layout import Layout, Opening
from rowstake.core.trades.fence.levels import Levels
from rowstake.core.trades.fence.planes import board_planes_mm
from rowstake.core.trades.fence.resolve import Brief
from rowstake.core.trades.fence.sheets import sheet_screw
from rowstake.core.trades.fence.skin import Course, driven, held_by, stretch_for, style_of
from rowstake.core.trades.fence.styles.base import BoardsLaid, Style
from rowstake.core.trades.fence.trims import covers_mm


def _pattern(brief: Brief, laid: list[Course], opening: Opening) -> Boards:
    """The fence's own pattern over a width: laid afresh, or run on from the stretch beside the opening."""
    style = style_of(brief)
    beside = [c for c in laid if c.leg == opening.leg and len(c.laid.boards) > 2]
    run_on = brief.fence.gate_frame.through and not brief.along and not brief.style.on_centres

    def boards(start_mm: float, width_mm: float) -> tuple[tuple[float, float], ...]:
        if not run_on or not beside:
            return started(brief, _afresh(brief, style, width_mm).boards, width_mm)
        near = min(beside, key=lambda c: abs(c.reach.right_mm - opening.left_mm))
        (a, _), (b, _) = near.laid.boards[1:3]
        pitch, wide = b - a, brief.board.width_mm
        if brief.fence.skin.start == "end":
            a = near.stretch.length_mm - a - wide
        first = near.reach.left_mm + a - start_mm
        k = math.floor((-wide - first) / pitch)
        out = []
        while (x := first + k * pitch) < width_mm:
            low, high = max(x, 0.0), min(x + wide, width_mm)
            if high - low >= CATALOGUE.materials.limits.strip_mm:
                out.append((low, high - low))
            k += 1
        return _showing(out) if brief.style.deep > 1 else tuple(out)

    return boards


def _afresh(brief: Brief, style: Style, width_mm: float) -> BoardsLaid:
    """The pattern over a leaf as on the fence, but where that would end on a sliver, upright boards with their ends ripped alike, or another
    way that the style knows. Lying ones go on in the rows of the fence."""
    stretch = replace(stretch_for(brief, width_mm), edges="board")
    laid, least = style.lay(stretch), CATALOGUE.materials.limits.sliver_of_board * stretch.board_mm
    if brief.along or laid.narrowest_mm >= least:
        return laid
    others = [
        style.lay(replace(stretch, fit=fit, gap_mm=gap, lap_mm=lap)) for fit, gap, lap, _ in style.ways_out(stretch)
    ]
    return next(
        (other for other in others if other.narrowest_mm >= least), max([laid, *others], key=lambda o: o.narrowest_mm)
    )


def _showing(lapped: Sequence[tuple[float, float]]) -> tuple[tuple[float, float], ...]:
    """Lapped boards without the strips at the ends that lie wholly on the board beside them: they cover nothing, and stand too far out
    for their screws to reach the frame."""
    out = list(lapped)
    while len(out) > 1 and out[1][0] <= out[0][0] + SAME_MM:
        out.pop(0)
    while len(out) > 1 and sum(out[-2]) >= sum(out[-1]) - SAME_MM:
        out.pop()
    return tuple(out)


def _covering(brief: Brief, pose: Pose) -> Covering:
    """How boards lie on a leaf: as on the fence, but on its own frame."""
    behind = board_planes_mm(brief)[0] - brief.frame.thickness_mm
    return lambda boards: covering(brief, pose, boards, behind)


FRAMED = ("stile", "gate rail", "brace", "brace leaning left")


def _board_fixings(brief: Brief, of: str, leaf: str, count: int) -> list[Part]:
    """What holds the boards or the sheet of a leaf to its frame; screws also where the fence's boards are glued, for a gate
    shakes. A fixing that holds a fence's boards to thicker rails would come out of it."""
    if brief.board.use == "sheet":
        good, longer = sheet_screw(brief), None
        joint = Joint(("gate board",), FRAMED, CATALOGUE.materials.sheets.screw_grip_mm)
    else:
        good, _, longer = driven(brief, brief.frame.thickness_mm)
        joint = held_by(brief, "gate board", FRAMED, longer)
    return [Part(f"{leaf} board screws", "board screw", "gates", good, of, amount=count, unit="each", joint=joint)]


def gates(brief: Brief, layout: Layout, levels: Levels, laid: list[Course]) -> list[Built]:
    """Every gate, in the order of the line."""
    fence = brief.fence
    return [
        build(
            LeafBrief(
                gate=opening.gate,
                pose=layout.poses[opening.leg],
                back_mm=board_planes_mm(brief)[0],
                covering=_covering(brief, layout.poses[opening.leg]),
                board_hold=partial(screwed, brief),
                left_mm=opening.left_mm + covers_mm(brief),
                opening_mm=opening.right_mm - opening.left_mm - 2 * covers_mm(brief),
                covers_mm=covers_mm(brief),
                height_mm=levels.feet[f"gate {opening.gate.id}"].height_mm,
                bottom_mm=levels.feet[f"gate {opening.gate.id}"].left_mm,
                hinge_gap_mm=fence.gate_frame.hinge_gap_mm,
                latch_gap_mm=fence.gate_frame.latch_gap_mm,
                frame=brief.frame,
                board=brief.board,
                species=brief.species,
                board_fixings=partial(_board_fixings, brief, f"gate {opening.gate.id}"),
                per_crossing=brief.style.per_crossing,
                boards=_pattern(brief, laid, opening),
                bars=fence.gate_frame,
                printer=brief.printer,
                sold=brief.sold,
                along=brief.along,
                faces=brief.faces,
                ground=levels.profiles[opening.leg].at,
            )
        )
        for opening in layout.openings
    ]


GRAVITY = 9.81


@dataclass(frozen=True, slots=True)
class LeafPull:
    """What a leaf hung open along the line asks of its hinge post at the ground, and what post and earth hold, N·m.

    The pull lasts, so the post has no gain for a short gust. `earth_nm` is None where there is no hole.
    """

    moment_nm: float
    post_nm: float
    earth_nm: float | None

    @property
    def holds_nm(self) -> float:
        return self.post_nm if self.earth_nm is None else min(self.post_nm, self.earth_nm)


def leaf_pull(digger: Digger, opening: Opening, built: Built) -> LeafPull:
    """Weight of the soaked leaf at half its width, against the weaker of its hinge posts; the post is taken across its
    weaker side, which a leaf pulls along the line when it is shut, and an oblong post has."""
    brief, gate = digger.brief, built.gate
    posts = (
        [opening.left, opening.right]
        if gate.leaves == 2
        else [opening.left if gate.hinge == "start" else opening.right]
    )
    arm = built.leaf.leaf_width_mm / 2 + brief.fence.gate_frame.hinge_gap_mm
    moment = built.weight_kg * GRAVITY * arm / 1000
    out = []
    for kind in (digger.of(post) for post in posts):
        stick = read_stick(kind.post.id)
        post = bending_mpa(brief.species, stick) * stick.weak_modulus_mm3 / 1000 * kind.each
        lever = wind.LEVER * built.leaf_height_mm
        ground = None
        if kind.dug:
            width = methods()[kind.setting.method].bearing_width_mm(digger.size(kind.setting, kind.hole.embedment_mm))
            allowed = earth.allowed_force_n(kind.hole.embedment_mm, lever, width, brief.soil.lateral_kpa_per_m)
            ground = allowed * lever / 1000
        out.append(LeafPull(moment, post, ground))
    return min(out, key=lambda pull: pull.holds_nm)
