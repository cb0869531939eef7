"""The order in which a fence is built."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.views.build import LOCATED, BuildStep, counted, hours, told

TRIMS = ("cap rail", "cap", "trim", "gravel board")


def fence_build(plan: FencePlan) -> list[BuildStep]:
    return [*_posts(plan), *_between(plan)]


def _posts(plan: FencePlan) -> Iterator[BuildStep]:
    p, digger, layout = plan.brief.printer, plan.laid.digger, plan.laid.layout
    long = sum(leg.length_mm for leg in layout.legs)
    yield BuildStep("line", "Agree the boundary, have services located, stretch the string", p.run(long))
    yield BuildStep("line", "Mark every post from the datum", counted(len(layout.posts), "post"))
    if digger.holes:
        deepest = max(kind.hole.hole_depth_mm for kind in digger.kinds.values())
        told_holes = told(counted(digger.holes, "hole"), f"down to {p.length(deepest)}")
        yield BuildStep("holes", "Dig the holes", told_holes, "", LOCATED, ("concrete", "gravel", "foam", "soil"))
    wait = max((kind.method.rails_after_h for kind in digger.kinds.values()), default=0.0)
    setting = told(*dict.fromkeys(kind.method.name for kind in digger.kinds.values()))
    yield BuildStep(
        "holes",
        "Set end, corner and gate posts, then the others to the string",
        setting,
        hours(wait),
        "the depth of every hole and the gravel in it",
        ("post", "stiffener"),
    )


def _between(plan: FencePlan) -> Iterator[BuildStep]:
    brief = plan.brief
    if n := plan.count("rail"):
        yield BuildStep("frame", "Rails, level or with the ground", counted(n, "rail"), sets=("rail",))
    yield BuildStep(
        "skin", "Boards, plumb: every fifth checked", counted(plan.count("board"), "piece"), sets=("board",)
    )
    if trims := plan.count(*TRIMS):
        yield BuildStep(
            "skin",
            "Gravel boards, covers and caps",
            counted(trims, "piece"),
            "",
            "cut ends, treated before they are covered",
            TRIMS,
        )
    if plan.laid.gates:
        gate_wait = max((kind.method.gates_after_h for kind in plan.laid.digger.kinds.values()), default=0.0)
        after = f"not before {hours(gate_wait)} after their posts were set" if gate_wait else ""
        yield BuildStep(
            "gates",
            "Hang the gates, blocked up, and set the latches",
            told(counted(len(plan.laid.gates), "gate"), after),
            sets=("stile", "gate rail", "brace", "gate board"),
        )
    if brief.finish_after_days is not None:
        when = hours(24.0 * brief.finish_after_days) if brief.finish_after_days else "until a drop of water soaks in"
        yield BuildStep("buy", "Let it dry", "", when)
        yield BuildStep("buy", "Stain, two coats, cut ends first")
