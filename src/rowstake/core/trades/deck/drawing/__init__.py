"""Drawings of a deck."""

from collections.abc import Callable
from functools import partial

from rowstake.core.asked import WhenAsked
from rowstake.core.drawing.scene import Scene, Shape
from rowstake.core.space.views import from_above
from rowstake.core.trades.deck.components import components
from rowstake.core.trades.deck.drawing.details import footing_scene, footings_alike, ledger_scene, load_scene
from rowstake.core.trades.deck.drawing.on_plan import deck_plan_scene
from rowstake.core.trades.deck.drawing.section import EDGES, across_scene, deck_section_scene, edge_scene
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.views.strings import deck_strings
from rowstake.core.views.setting_out import setting_out_scene


def _strings(plan: DeckPlan) -> Scene:
    posts = [Shape("poly", from_above(q.solid)[0], "post", q.label) for q in plan.parts if q.kind == "post" and q.solid]
    return setting_out_scene(deck_strings(plan), posts, plan.brief.printer)


def deck_scenes(plan: DeckPlan) -> WhenAsked[Scene]:
    """Every drawing by its name."""
    if plan.brief.deck.there:
        own: dict[str, Callable[[], Scene]] = {"plan": partial(deck_plan_scene, plan)}
        return WhenAsked(
            own
            | {
                name: way
                for level in plan.laid.levels
                for c in components(True)
                for name, way in c.scenes(level).items()
            }
        )
    ways: dict[str, Callable[[], Scene]] = {
        "plan": partial(deck_plan_scene, plan),
        "elevation": partial(deck_section_scene, plan),
        "across": partial(across_scene, plan),
        "load": partial(load_scene, plan),
        "strings": partial(_strings, plan),
    }
    ways |= {name: partial(edge_scene, plan, name) for name in EDGES}
    if plan.laid.main.ledger:
        ways["ledger"] = partial(ledger_scene, plan, plan.laid.main.ledger)
    distinct = dict.fromkeys(f.label for f in footings_alike(plan).values())
    ways |= {f"section_{f.label}": partial(footing_scene, plan, f) for f in plan.laid.footings if f.label in distinct}
    for level in plan.laid.levels:
        for component in components():
            ways |= component.scenes(level)
    return WhenAsked(ways)
