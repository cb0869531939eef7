"""Drawings of a deck."""

from rowstake.core.drawing.scene import Scene
from rowstake.core.trades.deck.drawing.details import footing_scene, footings_alike, ledger_scene, load_scene
from rowstake.core.trades.deck.drawing.on_plan import deck_plan_scene
from rowstake.core.trades.deck.drawing.section import across_scene, deck_section_scene, edge_scenes
from rowstake.core.trades.deck.laid import DeckPlan


def deck_scenes(plan: DeckPlan) -> dict[str, Scene]:
    """Every drawing by its name."""
    drawn = [deck_plan_scene(plan), deck_section_scene(plan), across_scene(plan), load_scene(plan)]
    drawn += edge_scenes(plan)
    ledger = ledger_scene(plan)
    drawn += [ledger] if ledger else []
    distinct = dict.fromkeys(f.label for f in footings_alike(plan).values())
    drawn += [footing_scene(plan, f) for f in plan.laid.footings if f.label in distinct]
    return {scene.name: scene for scene in drawn}
