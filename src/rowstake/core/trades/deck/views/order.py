"""What has to be in the frame before the boards go down, and what else a later choice asks of an earlier step."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.components.guard.line import lay_line
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.views.base import Need
from rowstake.core.views.build import counted


def deck_needs(plan: DeckPlan) -> list[Need]:
    if plan.brief.deck.there:
        return []
    out = [*_under_boards(plan), *_on_joists(plan), *_guard(plan), *_steps(plan), *_last(plan)]
    return sorted(out, key=lambda n: ["ground", "holes", "frame", "skin", "steps"].index(n.stake))


def _under_boards(plan: DeckPlan) -> list[Need]:
    """What boards, border and breakers lie on, and what they hide."""
    out: list[Need] = []
    boards = plan.brief.deck.boards
    if plan.laid.main.ledger:
        out.append(
            Need(
                "frame",
                "the ledger flashed, its fixings staggered and seen by the inspector",
                "the boards that hide it",
            )
        )
    under = [f"{n} {kind}s" for kind in ("nailer", "ladder block") if (n := plan.count(kind))]
    if boards.border.boards and under:
        out.append(Need("frame", f"{' and '.join(under)} under the border", "the border"))
    if plan.laid.main.laying.breakers:
        out.append(
            Need(
                "frame",
                f"a joist under both edges of {len(plan.laid.main.laying.breakers)} breakers",
                "the breaker boards",
            )
        )
    if plan.laid.main.laying.butts and plan.count("sister block"):
        out.append(Need("frame", f"{plan.count('sister block')} sister blocks under butt joints", "the butt joints"))
    if plan.brief.deck.drainage.on:
        out.append(
            Need(
                "frame",
                "joists doubled under board joints, blocks set down, the membrane and its gutter",
                "draining under the boards",
            )
        )
    return out


def _on_joists(plan: DeckPlan) -> list[Need]:
    """What lies on the joists and runs through them."""
    brief, p = plan.brief, plan.brief.printer
    out: list[Need] = []
    if brief.deck.joists.tape:
        out.append(Need("frame", "tape on the joists", "keeping their tops dry"))
    lights = brief.deck.lights
    if lights.count:
        out.append(Need("frame", f"{lights.count} holes of {p.length(19)} and the cable drawn", "the lights"))
    return out


def _guard(plan: DeckPlan) -> list[Need]:
    """Where one is asked for or its blocks are chosen."""
    brief = plan.brief
    out: list[Need] = []
    if plan.laid.main.fall_mm() > brief.guard_over_mm or brief.deck.joists.guard_blocks:
        posts = sum(len(lay_line(level).posts) for level in plan.laid.levels)
        told = (
            f"blocks, bolts and hold-downs for {posts} guard posts"
            if posts
            else "blocks and bolts where guard posts will stand"
        )
        out.append(Need("frame", told, "the guard"))
        if any(q.mount != "surface" for level in plan.laid.levels for q in lay_line(level).posts):
            out.append(Need("skin", "guard posts up before the boards that are notched round them", "the guard"))
    return out


def _steps(plan: DeckPlan) -> list[Need]:
    """What every flight hangs on, and the cable to its lights."""
    out: list[Need] = []
    for level in plan.laid.levels:
        for flight in flights(level.brief):
            if lit := sum(own.lights for own in flight.runs):
                told = f"the cable for {counted(lit, 'light')} drawn to {flight.steps.id}"
                out.append(Need("frame", told, "the lights in its risers"))
            hung = [q.label for q in level.parts if q.of == flight.steps.id and q.kind == "drop board"]
            if hung:
                out.append(
                    Need(
                        "frame",
                        f"{' and '.join(hung)} below the rim, strapped to it",
                        f"the stringers of {flight.steps.id}",
                    )
                )
            along = (flight.side in ("left", "right")) != level.grid.turned
            if along:
                out.append(
                    Need("frame", f"blocks behind every stringer of {flight.steps.id}", "the load that it brings")
                )
    return out


def _last(plan: DeckPlan) -> list[Need]:
    """The fascia, paving to come, and what is covered by all."""
    brief, p = plan.brief, plan.brief.printer
    out: list[Need] = []
    if brief.fascia:
        out.append(Need("frame", "every bolt and screw head on the rim countersunk", "the fascia"))
    if brief.footing.id == "pile" and brief.fascia:
        out.append(
            Need(
                "skin",
                f"packers of {p.length(CATALOGUE.deck.pile_saddle_mm)} behind the fascia, past the piles' saddles",
                "the fascia",
            )
        )
    if brief.ground.paving_mm:
        out.append(
            Need(
                "ground",
                f"levels taken from the paving to come, {p.length(brief.ground.paving_mm)} higher",
                "the paving",
            )
        )
    out.append(Need("skin", "services below, inspection and anything under the boards done", "what they cover"))
    return out
