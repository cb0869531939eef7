"""What a quotation for a fence says beside what its geometry needs."""

from __future__ import annotations

from typing import Literal

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.reckoners.base import up
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.views.base import Verdict
from rowstake.core.views.second import QuoteAsk, weigh


def _fence_mm(plan: FencePlan) -> float:
    return sum(b.centres_mm for b in plan.laid.layout.bays)


def _reach_words(plan: FencePlan, centres: float) -> str:
    longest = plan.brief.longest_board_mm if plan.brief.along else plan.brief.longest_rail_mm
    p = plan.brief.printer
    if centres > longest:
        return f", which your {'boards' if plan.brief.along else 'rails'} of {p.length(longest)} do not reach"
    widest = max((b.centres_mm for b in plan.laid.layout.bays), default=0.0)
    if centres > widest * 1.02:
        return f"; the plan has {p.length(widest)} at most"
    return ""


def posts(plan: FencePlan, theirs: float) -> Verdict:
    """What their posts mean for the spacing: the ends of runs are fixed, the rest stand between."""
    p, ours = plan.brief.printer, len(plan.laid.layout.posts)
    bays = theirs - (ours - len(plan.laid.layout.bays))
    fence = _fence_mm(plan)
    if bays < len(plan.laid.layout.runs):
        need = ours - len(plan.laid.layout.bays) + len(plan.laid.layout.runs)
        words = f"The ends, corners and gates alone take {need} posts."
        return Verdict("posts", f"{theirs:g}", str(ours), "cannot be", words)
    centres = fence / bays
    words = f"{theirs:g} posts on {p.run(fence)} of fence mean {p.length(centres)} centres on average{_reach_words(plan, centres)}."
    return Verdict("posts", f"{theirs:g}", str(ours), weigh(theirs, ours), words)


def centres(plan: FencePlan, theirs: float) -> Verdict:
    p = plan.brief.printer
    runs = [sum(b.centres_mm for b in run.bays) for run in plan.laid.layout.runs]
    count = len(plan.laid.layout.posts) - len(plan.laid.layout.bays) + sum(up(r / theirs) for r in runs)
    widest = max((b.centres_mm for b in plan.laid.layout.bays), default=0.0)
    agrees: Literal["agrees", "short", "over"] = (
        "agrees" if abs(theirs - widest) <= widest * 0.1 else "over" if theirs < widest else "short"
    )
    words = f"Centres of {p.length(theirs)} at most need {count} posts{_reach_words(plan, theirs)}."
    return Verdict("centres", p.length(theirs), p.length(widest), agrees, words)


def bags(plan: FencePlan, theirs: float) -> Verdict:
    p, holes = plan.brief.printer, plan.laid.digger.holes
    if not holes:
        words = "These posts stand without holes: no concrete is needed."
        return Verdict("bags", f"{theirs:g}", "0", "over" if theirs else "agrees", words)
    dry = CATALOGUE.materials.concrete.dry_kg_per_m3
    each, need = theirs * plan.brief.bag.kg / dry / holes, plan.lists.concrete_m3 / holes
    words = (
        f"{theirs:g} × {plan.brief.bag.name} make {p.volume(each * holes)}: {p.volume(each)} to a hole; "
        f"these holes take {p.volume(need)} each on average."
    )
    return Verdict("bags", f"{theirs:g}", str(plan.lists.bags), weigh(theirs, plan.lists.bags), words)


def boards(plan: FencePlan, theirs: float) -> Verdict:
    p, ours = plan.brief.printer, plan.count("board", "gate board")
    short = (ours - theirs) / ours * (sum(c.reach.length_mm for c in plan.laid.courses)) if ours else 0.0
    words = (
        f"That leaves about {p.run(short)} of fence without boards."
        if theirs < ours
        else f"{theirs - ours:g} to spare, {(theirs - ours) / ours * 100:.0f} %." if ours else ""
    )  # fmt: skip
    return Verdict("boards", f"{theirs:g}", str(ours), weigh(theirs, ours), words)


def rails(plan: FencePlan, theirs: float) -> Verdict:
    ours = plan.count("rail")
    rows = theirs / (ours / plan.brief.rows) if ours else 0.0
    words = (
        f"At the lengths of this plan that is {rows:.1f} rows; it has {plan.brief.rows}."
        if ours
        else "These boards need no rails."
    )
    return Verdict(
        "rails", f"{theirs:g}", str(ours), weigh(theirs, ours) if ours else "over" if theirs else "agrees", words
    )


def screws(plan: FencePlan, theirs: float) -> Verdict:
    used = sum(int(part.amount) for part in plan.all("board screw"))
    each = theirs / used * max(plan.brief.style.per_crossing, 1) if used else 0.0
    words = f"That is {each:.1f} to a crossing; the boards want {plan.brief.style.per_crossing}."
    return Verdict("screws for boards", f"{theirs:g}", str(used), weigh(theirs, used) if used else "agrees", words)


SECOND_LOOK = (
    QuoteAsk("posts", "Posts", posts), QuoteAsk("centres_mm", "Centres", centres, length=True), QuoteAsk("bags", "Bags", bags),
    QuoteAsk("boards", "Boards", boards), QuoteAsk("rails", "Rails", rails), QuoteAsk("screws", "Screws for boards", screws),
)  # fmt: skip
