"""A fence in site mode: post by post from the datum, and bay by bay."""

from __future__ import annotations

from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import identified
from rowstake.core.record.question import AsBuilt
from rowstake.core.record.read import Read
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.layout import SAME_MM, Bay, Post, pitch_mm
from rowstake.core.trades.fence.line import inner_angle_deg
from rowstake.core.trades.fence.on_leg import on_leg
from rowstake.core.trades.fence.views.strings import fence_strings
from rowstake.core.views.site import (
    BayTold,
    CornerTold,
    HoleTold,
    MarkStretch,
    RowsTold,
    SiteTold,
    SizeAsked,
    corner_told,
    filled,
)

INSIDE_MM = 100.0
"""What laps so far past a post belongs to the bay before it."""


def fence_site(plan: FencePlan, built: AsBuilt) -> SiteTold:
    """Of the fence as it stands."""
    ids: dict[str, str] = {}
    for id, part in identified(plan.parts).items():
        if part.kind == "post":
            ids.setdefault(part.of, id)
    reads, along = _reads(plan, built), _along(plan)
    holes = tuple(_hole(plan, post, ids[post.label], reads.get(post.label)) for post in plan.laid.layout.posts)
    return SiteTold(
        holes,
        tuple(_bays(plan, ids, reads, along)),
        tuple(_stretches(plan)),
        corners=tuple(_corners(plan)),
        strings=tuple(fence_strings(plan)),
        rows=_rows(plan),
        sizes=tuple(_sizes(plan)),
        pending=_pending(plan, reads, along),
    )


def _reads(plan: FencePlan, built: AsBuilt) -> dict[str, Read]:
    """What was read of each post that stands, by its label."""
    fixed = {(f.leg, round(f.at_mm, 2)): label for label, f in plan.laid.layout.fixed}
    return {fixed[r.leg, round(r.at_mm, 2)]: r for r in built.reads if (r.leg, round(r.at_mm, 2)) in fixed}


def _hole(plan: FencePlan, post: Post, id: str, read: Read | None) -> HoleTold:
    p, digger, (leg, mark) = plan.brief.printer, plan.laid.digger, post.stations[0]
    kind, cut = digger.of(post), digger.cut(post)
    key, entries = (read.drawn_mm, tuple(e.id for e in read.entries)) if read else (mark, ())
    fill = filled(kind.layers, plan.brief.bag, p)
    off, asks = _off(plan, post, read)
    return HoleTold(
        id, post.label, leg, key, mark, p.length(mark), p.length(max(0.0, mark - post.face_mm / 2)),
        ("gate" if post.gate else post.kind) + " post" + (f", leg {leg + 1}" if len(plan.laid.layout.legs) > 1 else ""),
        p.length(kind.hole.hole_depth_mm) if kind.dug else kind.method.name, p.length(kind.diameter_mm) if kind.dug else "", fill,
        p.length(kind.depth_stick_mm) if kind.dug else "", f"{kind.post.name}, {p.length(cut.length_mm)}",
        entries, off, asks,
        read.values.model_dump(exclude_none=True, exclude_defaults=True) if read else {},
        f"leg {leg + 1}",
    )  # fmt: skip


def _off(plan: FencePlan, post: Post, read: Read | None) -> tuple[tuple[str, ...], bool]:
    """What was read beside what was drawn, and whether any of it is out of tolerance."""
    if read is None:
        return (), False
    p, may, values, out, asks = plan.brief.printer, plan.brief.job.tolerances, read.values, [], False
    key, mark = read.drawn_mm, read.at_mm
    if abs(mark - key) > SAME_MM:
        out.append(f"{p.length(abs(mark - key))} {'further' if mark > key else 'nearer'} than drawn")
        asks |= abs(mark - key) > may.post_mm
    if values.depth_mm is not None:
        short = plan.laid.digger.of(post).hole.hole_depth_mm - values.depth_mm
        out.append(
            f"{p.length(values.depth_mm)} deep"
            + (f", {p.length(short)} less than asked" if short > may.depth_mm else "")
        )
        asks |= short > may.depth_mm
    for lean, way in (
        (values.along_mm_m, ("towards the end", "towards the start")),
        (values.across_mm_m, ("to the left", "to the right")),
    ):
        if lean:
            out.append(f"leans {p.lean(abs(lean))} {way[lean < 0]}")
            asks |= abs(lean) > may.plumb_mm_m
    if values.aside_mm:
        out.append(
            f"{p.fine(abs(values.aside_mm))} off the string, to the {'left' if values.aside_mm > 0 else 'right'}"
        )
        asks |= abs(values.aside_mm) > may.post_mm
    if values.met:
        out.append(f"met: {values.met}")
    return tuple(out), asks


def _bays(plan: FencePlan, ids: dict[str, str], reads: dict[str, Read], along: dict[str, list[str]]) -> list[BayTold]:
    p, pieces = plan.brief.printer, dict[str, list[str]]()
    for label, bays in along.items():
        for bay in bays:
            pieces.setdefault(bay, []).append(label)
    return [
        BayTold(
            bay.label, bay.leg, ids[bay.right.label], bay.right.on(bay.leg), bay.left.on(bay.leg), (bay.left.face_mm + bay.right.face_mm) / 2,
            bay.clear_mm, p.length(bay.clear_mm), bay.left.label in reads and bay.right.label in reads, tuple(pieces.get(bay.label, ())),
        )
        for bay in plan.laid.layout.bays
    ]  # fmt: skip


def _stretches(plan: FencePlan) -> list[MarkStretch]:
    pitch = pitch_mm(plan.brief)
    return [
        MarkStretch(run.leg, run.stations[0], run.stations[-1], pitch)
        for run in plan.laid.layout.runs
        if plan.brief.fence.bays.way == "equal"
    ]


def _rows(plan: FencePlan) -> tuple[RowsTold, ...]:
    """Boards with a gap between them are kept even by it."""
    brief, skin = plan.brief, plan.brief.fence.skin
    if brief.along or brief.style.on_centres or skin.gap_mm <= 0:
        return ()
    off = CATALOGUE.materials.limits.creep_mm
    return (
        RowsTold("boards", "Boards", brief.board.width_mm, skin.gap_mm, max(0.0, skin.gap_mm - off), skin.gap_mm + off),
    )


def _sizes(plan: FencePlan) -> list[SizeAsked]:
    p, fence = plan.brief.printer, plan.brief.fence
    out = [
        SizeAsked(f"fence.legs.{n}.length_mm", f"Leg {n + 1}", p.length(leg.length_mm))
        for n, leg in enumerate(fence.legs)
    ]
    out += [
        SizeAsked(f"fence.gates.{n}.opening_mm", f"Opening of {g.id}", p.length(g.opening_mm))
        for n, g in enumerate(fence.gates)
    ]
    if not plan.brief.style.on_centres:
        out.append(SizeAsked("fence.skin.measured_mm", "Width of the boards", p.fine(plan.brief.board.width_mm)))
    return out


def _along(plan: FencePlan) -> dict[str, list[str]]:
    """Pieces that lie along bays, by label: the bays."""
    bays: dict[int, list[Bay]] = {}
    for bay in plan.laid.layout.bays:
        bays.setdefault(bay.leg, []).append(bay)
    out = {}
    for part in plan.parts:
        if part.solid is None or part.unit != "piece" or part.step == "gates" or part.kind == "post":
            continue
        at = on_leg(part, plan.laid.layout.poses)
        if at.right_mm - at.left_mm <= part.length_mm / 2:
            continue
        over = [
            b.label
            for b in bays.get(at.leg, ())
            if b.left.on(b.leg) < at.right_mm - INSIDE_MM and b.right.on(b.leg) > at.left_mm + INSIDE_MM
        ]
        if over:
            out[part.label] = over
    return out


def _pending(plan: FencePlan, reads: dict[str, Read], along: dict[str, list[str]]) -> dict[str, str]:
    """Pieces along bays whose posts have not both been read: which, by label."""
    unread = {b.label for b in plan.laid.layout.bays if b.left.label not in reads or b.right.label not in reads}
    found = {label: [bay for bay in bays if bay in unread] for label, bays in along.items()}
    return {label: ", ".join(bays) for label, bays in found.items() if bays}


def _corners(plan: FencePlan) -> list[CornerTold]:
    layout, p = plan.laid.layout, plan.brief.printer
    return [
        corner_told(
            layout.leg_posts(after.index)[0].label,
            inner_angle_deg(after.turn_deg),
            (before.length_mm, after.length_mm),
            p,
        )
        for before, after in pairwise(layout.legs)
        if abs(after.turn_deg) > 0.5
    ]
