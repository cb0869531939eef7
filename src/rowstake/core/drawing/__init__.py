"""Drawings: scenes made from the parts of a plan. What is drawn is what is counted."""

from rowstake.core.drawing.elevation import elevation_scene
from rowstake.core.drawing.leaf import leaf_scene
from rowstake.core.drawing.on_plan import outline, plan_scene
from rowstake.core.drawing.scene import Scene, Shape
from rowstake.core.drawing.section import section_scene
from rowstake.core.drawing.wind import wind_scene
from rowstake.core.planned import Planned

__all__ = ["Scene", "Shape", "elevation_scene", "outline", "plan_scene", "scenes", "section_scene", "wind_scene"]


def scenes(planned: Planned) -> dict[str, Scene]:
    """Every drawing of a job by its name."""
    drawn = [plan_scene(planned), elevation_scene(planned), wind_scene(planned)]
    drawn += [section_scene(planned, kind) for kind in planned.digger.kinds.values()]
    drawn += [leaf_scene(planned, built) for built in planned.gates]
    return {scene.name: scene for scene in drawn}
