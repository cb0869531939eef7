"""Drawings: scenes made from the parts of a plan. What is drawn is what is counted."""

from rowstake.core.drawing.deck_details import footing_scene, footings_alike, ledger_scene, load_scene
from rowstake.core.drawing.deck_plan import deck_outline, deck_plan_scene
from rowstake.core.drawing.deck_section import across_scene, deck_section_scene
from rowstake.core.drawing.elevation import elevation_scene
from rowstake.core.drawing.leaf import leaf_scene
from rowstake.core.drawing.on_plan import outline, plan_scene
from rowstake.core.drawing.scene import Scene, Shape
from rowstake.core.drawing.section import section_scene
from rowstake.core.drawing.wind import wind_scene
from rowstake.core.planned import Planned
from rowstake.core.planned_deck import DeckPlanned

__all__ = [
    "Scene",
    "Shape",
    "deck_outline",
    "elevation_scene",
    "outline",
    "plan_scene",
    "scenes",
    "section_scene",
    "wind_scene",
]


def scenes(planned: Planned | DeckPlanned) -> dict[str, Scene]:
    """Every drawing of a job by its name."""
    return _deck(planned) if isinstance(planned, DeckPlanned) else _fence(planned)


def _deck(planned: DeckPlanned) -> dict[str, Scene]:
    drawn = [deck_plan_scene(planned), deck_section_scene(planned), across_scene(planned), load_scene(planned)]
    ledger = ledger_scene(planned)
    drawn += [ledger] if ledger else []
    distinct = dict.fromkeys(f.label for f in footings_alike(planned).values())
    drawn += [footing_scene(planned, f) for f in planned.footings if f.label in distinct]
    return {scene.name: scene for scene in drawn}


def _fence(planned: Planned) -> dict[str, Scene]:
    drawn = [plan_scene(planned), elevation_scene(planned), wind_scene(planned)]
    drawn += [section_scene(planned, kind) for kind in planned.digger.kinds.values()]
    drawn += [leaf_scene(planned, built) for built in planned.gates]
    return {scene.name: scene for scene in drawn}
