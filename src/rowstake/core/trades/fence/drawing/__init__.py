"""Drawings of a fence."""

from rowstake.core.drawing.scene import Scene
from rowstake.core.trades.fence.drawing.elevation import elevation_scene
from rowstake.core.trades.fence.drawing.joint import joint_scenes
from rowstake.core.trades.fence.drawing.leaf import leaf_scene
from rowstake.core.trades.fence.drawing.on_plan import plan_scene
from rowstake.core.trades.fence.drawing.section import section_scene
from rowstake.core.trades.fence.drawing.wind import wind_scene
from rowstake.core.trades.fence.laid import FencePlan


def fence_scenes(plan: FencePlan) -> dict[str, Scene]:
    """Every drawing by its name."""
    drawn = [plan_scene(plan), elevation_scene(plan), wind_scene(plan)]
    drawn += joint_scenes(plan)
    drawn += [section_scene(plan, kind) for kind in plan.laid.digger.kinds.values()]
    drawn += [leaf_scene(plan, built) for built in plan.laid.gates]
    return {scene.name: scene for scene in drawn}
