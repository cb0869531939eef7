"""The order in which a deck is built."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator

from rowstake.core.trades.deck.components.guard.fill import FILLS
from rowstake.core.trades.deck.components.guard.gate import gates
from rowstake.core.trades.deck.components.guard.line import lay_line
from rowstake.core.trades.deck.components.steps.flight import Flight
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.squaring import rectangle
from rowstake.core.views.build import LOCATED, BuildStep, counted, hours, told

CONCRETE_H = 48.0
BOTTOMS = "the bottoms of the holes: inspected, clean, on firm ground"
STANDS_ON = {"pad": "pad", "slab": "paving or slab"}
DROPS = "Boards below the rim for the stringers, strapped"
DUG = ("concrete", "gravel", "soil", "footing block")
LINES = ("rim", "clipped rim", "header", "joist", "end joist", "nailer", "inner-corner joist", "trimmer", "doubled end")
BLOCKS = ("blocking", "ladder block", "guard block", "sister block", "splice block", "packing")


def deck_build(plan: DeckPlan) -> list[BuildStep]:
    if plan.brief.deck.there:
        return [*_pads(plan), *_steps(plan)]
    return [*_ground(plan), *_frame(plan), *_boards(plan), *_steps(plan)]


def _number(plan: DeckPlan, *kinds: str, step: str = "") -> int:
    return sum(q.kind in kinds and (not step or q.step == step) for q in plan.parts)


def _ground(plan: DeckPlan) -> Iterator[BuildStep]:
    brief, p = plan.brief, plan.brief.printer
    poured = any(q.good.id == "concrete" for q in plan.parts)
    yield BuildStep(
        "line",
        "Have services located, set out the house line and the far line",
        f"{p.length(brief.shape.width_mm)} × {p.length(brief.shape.out_mm)}",
    )
    deepest = max((f.dug.depth_mm for f in plan.laid.footings), default=0.0)
    deep = f"down to {p.length(deepest)}" if deepest else ""
    located = LOCATED if deepest else ""
    yield BuildStep(
        "holes", "Dig the footings", told(counted(len(plan.laid.footings), "footing"), deep), "", located, DUG
    )
    if poured:
        yield BuildStep(
            "holes",
            "Pour the footings and the pads of steps",
            f"{plan.lists.bags} bags",
            hours(CONCRETE_H),
            BOTTOMS,
            ("concrete",),
        )
    if n := _number(plan, "post", step="holes"):
        yield BuildStep(
            "holes", "Stand the posts on their bases and cut them to one level", counted(n, "post"), sets=("post",)
        )


def _pads(plan: DeckPlan) -> Iterator[BuildStep]:
    yield BuildStep("line", "Have services located, mark the foot of the steps and take the levels there again")
    if any(q.good.id == "concrete" for q in plan.parts):
        yield BuildStep(
            "steps",
            "Dig and pour the pads of steps, level",
            f"{plan.lists.bags} bags",
            hours(CONCRETE_H),
            BOTTOMS,
            ("concrete",),
        )
    if drops := _number(plan, "drop board"):
        yield BuildStep("steps", DROPS, counted(drops, "board"), sets=("drop board",))


def _frame(plan: DeckPlan) -> Iterator[BuildStep]:
    main = plan.laid.main
    if main.ledger:
        yield BuildStep(
            "frame",
            "Flash the ledger and fix it, level",
            counted(len(main.ledger.holes), "fixing"),
            "",
            "the flashing behind and over the ledger",
            ("ledger",),
        )
    beams = sum(len(level.supports.beams) for level in plan.laid.levels)
    yield BuildStep("frame", "Beams, plumb over their posts", counted(beams, "beam"), sets=("beam", "post brace"))
    square = rectangle(main.grid)
    diagonal = f"diagonals {plan.brief.printer.length(square.diagonal_mm)}" if square else ""
    joists = sum(len(level.grid.joists) for level in plan.laid.levels)
    yield BuildStep(
        "frame",
        "Rim and end joists, squared, then the joists, crowns up",
        told(counted(joists, "line", "lines") + " of joists", diagonal),
        sets=LINES,
    )
    yield BuildStep(
        "frame",
        "Hangers full of nails, ties, lateral ties",
        counted(sum(int(q.amount) for q in plan.parts if q.good.of.startswith("joist_hanger")), "hanger"),
    )
    if blocks := _number(plan, *BLOCKS):
        yield BuildStep("frame", "Blocks for border, joints, guard and steps", counted(blocks, "block"), sets=BLOCKS)
    if drops := _number(plan, "drop board"):
        yield BuildStep("frame", DROPS, counted(drops, "board"), sets=("drop board",))
    if plan.brief.deck.drainage.on:
        yield BuildStep(
            "frame",
            "Gutter along the far edge, then the membrane into every trough, from the wall down into it",
            "",
            hides="the tops of the joists and the blocks between",
        )
    if plan.brief.deck.joists.tape:
        yield BuildStep("frame", "Tape on the joists")
    if plan.brief.deck.lights.count:
        yield BuildStep("frame", "Holes and cable for the lights", counted(plan.brief.deck.lights.count, "light"))
    standing = sum(q.mount != "surface" for level in plan.laid.levels for q in lay_line(level).posts)
    if standing:
        yield BuildStep(
            "frame",
            "Guard posts, bolted and held down",
            counted(standing, "post"),
            sets=("guard post",),
            of=tuple(level.place.label("guard") for level in plan.laid.levels),
        )
    yield BuildStep(
        "frame",
        "Inspection of the frame",
        "",
        "until it is passed",
        "hangers, ties, blocks, bolts and flashing, before boards cover them",
    )


def _boards(plan: DeckPlan) -> Iterator[BuildStep]:
    boards, border = _number(plan, "board", "breaker"), _number(plan, "border")
    from_ = "the outer edge" if plan.brief.deck.boards.start == "far" else "the house"
    yield BuildStep(
        "skin",
        f"Boards from {from_}, ends trimmed after",
        counted(boards, "piece"),
        "",
        "the frame and what runs under it",
        ("board", "breaker"),
    )
    if border:
        yield BuildStep("skin", "Border, mitres first", counted(border, "board"), sets=("border",))
    if fascia := _number(plan, "fascia"):
        yield BuildStep("skin", "Fascia on packers", counted(fascia, "piece"), "", "bolt heads in the rim", ("fascia",))


def _steps(plan: DeckPlan) -> Iterator[BuildStep]:
    for level in plan.laid.levels:
        for flight in flights(level.brief):
            yield from _flight(plan, flight)
    yield from _around(plan)
    yield BuildStep("buy", "Cut ends treated, last screws, finish once a drop of water soaks in")


def _flight(plan: DeckPlan, flight: Flight) -> Iterator[BuildStep]:
    name = flight.steps.id
    many, lit = Counter(q.kind for q in plan.parts if q.of == name), sum(own.lights for own in flight.runs)

    if flight.boxed:
        yield BuildStep(
            "steps",
            f"Boxes of {name} from the ground up, packed off it, each level and tied to the one below",
            told(
                counted(many["box rail"], "rail"),
                counted(many["rung"], "rung"),
                counted(many["box leg"], "leg") if many["box leg"] else "",
            ),
            "",
            f"the {'boards' if flight.lands_on else STANDS_ON[flight.steps.foot]} under them: level, drained, packed off the wet",
            ("box rail", "rung", "box strip", "box leg"),
            (name,),
        )
    else:
        yield BuildStep(
            "steps",
            f"Stringers of {name}: one cut and tried, the others traced, all level across"
            if many["stringer"]
            else f"Stringers of {name}: each measured as bought, all level across",
            counted(many["stringer"] + many["ready stringer"], "stringer"),
            sets=("stringer", "ready stringer", "head rail"),
            of=(name,),
        )
    if many["riser"]:
        yield BuildStep(
            "steps",
            f"Riser boards of {name}, then its treads from below, noses in line",
            told(counted(many["riser"], "riser board"), counted(many["tread"], "board")),
            "",
            f"{counted(lit, 'light')} and their cable in the risers" if lit else "",
            ("riser", "tread"),
            (name,),
        )
    else:
        yield BuildStep(
            "steps",
            f"Treads of {name} from below, noses in line",
            counted(many["tread"], "board"),
            sets=("tread",),
            of=(name,),
        )
    if many["handrail"]:
        posts = counted(many["guard post"], "post")
        yield BuildStep("steps", f"Handrail of {name}", posts, sets=("handrail", "guard post"), of=(name,))


def _around(plan: DeckPlan) -> Iterator[BuildStep]:
    """Guard, gates and skirting."""
    surface = sum(q.mount == "surface" for level in plan.laid.levels for q in lay_line(level).posts)
    if surface:
        yield BuildStep("steps", "Guard posts on their bases", counted(surface, "post"))
    if sleeves := _number(plan, "post sleeve"):
        yield BuildStep(
            "steps", "Sleeves over the guard posts, before the rails", counted(sleeves, "sleeve"), sets=("post sleeve",)
        )
    if rails := _number(plan, "guard rail"):
        filled = _number(plan, *FILLS)
        yield BuildStep(
            "steps",
            "Rails off one spacer, what fills them off another, from both ends alike",
            told(counted(rails, "rail"), counted(filled, "piece")),
            sets=("guard rail", *FILLS),
        )
    if caps := _number(plan, "guard cap"):
        yield BuildStep("steps", "Caps, mitres first", counted(caps, "piece"), sets=("guard cap",))
    for gate in (gate for level in plan.laid.levels for gate in gates(level)):
        yield BuildStep("steps", f"Gate at {gate.flight.steps.id}, hung over the deck, its latch set last", "1 leaf")
    if skirting := _number(plan, "skirting"):
        yield BuildStep(
            "steps",
            "Skirting below the rim, its rail behind, the panel last",
            counted(skirting, "board"),
            "",
            "what is under the deck",
            ("skirting", "skirting rail"),
        )
