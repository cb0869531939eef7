"""What has to be in the frame before the boards go down, and what else a later choice asks of an earlier step."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.components.guard.line import lay_line
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.views.base import Need
from rowstake.core.views.build import counted


def deck_needs(plan: DeckPlan) -> list[Need]:
    brief, p, out = plan.brief, plan.brief.printer, []
    if brief.deck.there:
        return []
    boards = brief.deck.boards
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
    if brief.deck.drainage.on:
        out.append(
            Need(
                "frame",
                "joists doubled under board joints, blocks set down, the membrane and its gutter",
                "draining under the boards",
            )
        )
    if brief.deck.joists.tape:
        out.append(Need("frame", "tape on the joists", "keeping their tops dry"))
    lights = brief.deck.lights
    if lights.count:
        out.append(Need("frame", f"{lights.count} holes of {p.length(19)} and the cable drawn", "the lights"))
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
    return sorted(out, key=lambda n: ["ground", "holes", "frame", "skin", "steps"].index(n.stake))
