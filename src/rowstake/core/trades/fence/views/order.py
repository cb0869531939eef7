"""What a later choice needs at an earlier step, told where that step is done."""

from __future__ import annotations

from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.rails import row_offsets_mm
from rowstake.core.views.base import Need


def needs(plan: FencePlan) -> list[Need]:
    """In the order of the work."""
    out = [*_line(plan), *_holes(plan), *_frame(plan), *_skin(plan)]
    order = ["site", "line", "ground", "holes", "frame", "skin", "gates", "buy"]
    return sorted(out, key=lambda n: order.index(n.stake))


def _line(plan: FencePlan) -> list[Need]:
    brief, p, out = plan.brief, plan.brief.printer, []
    if brief.style.on_centres:
        module = brief.board.width_mm + brief.fence.skin.gap_mm
        out.append(Need("line", f"post centres of {p.fine(module)}, or the sheets do not meet on posts", "the sheets"))
    wheels = [g.gate.id for g in plan.laid.gates if g.gate.wheel]
    if wheels:
        out.append(Need("ground", f"level hard ground under the arc of {', '.join(wheels)}", "the gate wheel"))
    return out


def _holes(plan: FencePlan) -> list[Need]:
    brief, p, out = plan.brief, plan.brief.printer, []
    gates = [q for q in plan.laid.layout.posts if q.gate]
    if gates:
        kind = plan.laid.digger.of(gates[0])
        deep = f"{p.length(kind.hole.hole_depth_mm)} deep" if kind.dug else kind.method.name
        out.append(Need("holes", f"{', '.join(q.label for q in gates)} of {kind.post.name}, {deep}", "the gates"))
    stops = [g.gate.id for g in plan.laid.gates if g.gate.stop or g.gate.leaves == 2]
    if stops:
        out.append(
            Need("holes", f"a block of concrete under {', '.join(stops)} for the stop or drop bolt", "the gates")
        )
    if brief.let_in:
        marks = ", ".join(
            p.length(brief.fence.skin.ground_gap_mm + h) for h in row_offsets_mm(brief, brief.fence.skin.height_mm)
        )
        out.append(Need("holes", f"posts notched before they are set, middles {marks} above ground", "rails let in"))
    if brief.capped:
        out.append(Need("holes", "tops cut off level with the boards, in one line", "the cap rail"))
    if brief.style.channels:
        clear = p.fine(brief.style.play_mm)
        out.append(Need("holes", f"posts plumb and parallel within {clear}, or the boards bind", "the channels"))
    return out


def _frame(plan: FencePlan) -> list[Need]:
    brief, _p, out = plan.brief, plan.brief.printer, []
    if brief.fence.trims.gravel_board:
        out.append(
            Need("frame", f"{2 * len(plan.laid.layout.bays)} cleats on the posts, low down", "the gravel boards")
        )
    if brief.faces == 2:
        out.append(Need("frame", "rails flush with both faces of the posts", "sheets on both faces"))
    if brief.fence.gate_frame.through and plan.laid.gates:
        out.append(
            Need("skin", "gates hung before the boards are fixed beside them", "boards running on over the gate")
        )
    return out


def _skin(plan: FencePlan) -> list[Need]:
    brief, out = plan.brief, []
    if brief.fence.skin.finish == "dry":
        out.append(Need("skin", "boards left to dry before they are stained", "the finish"))
    if brief.style.channels:
        out.append(Need("skin", "caps and last screws left off until the stack has dried", "the dry-out"))
    if brief.fence.skin.fixing == "adhesive":
        out.append(Need("frame", "dry rails, planed where the adhesive goes", "adhesive and pins"))
    return out
