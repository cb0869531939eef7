"""Drawings of a fence."""

from collections.abc import Callable
from functools import partial

from rowstake.core.asked import WhenAsked
from rowstake.core.drawing.scene import Scene
from rowstake.core.trades.fence.document import FenceJob
from rowstake.core.trades.fence.drawing.elevation import elevation_scene
from rowstake.core.trades.fence.drawing.joint import JOINTS, joint_scene
from rowstake.core.trades.fence.drawing.leaf import leaf_scene
from rowstake.core.trades.fence.drawing.on_plan import plan_scene
from rowstake.core.trades.fence.drawing.section import section_scene
from rowstake.core.trades.fence.drawing.wind import wind_scene
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.laying import begun
from rowstake.core.trades.fence.views.strings import fence_strings
from rowstake.core.views.setting_out import setting_out_scene


def _sketched(job: FenceJob) -> Scene:
    laying = begun(job)
    return plan_scene(laying.brief, laying)


FENCE_SKETCHES: dict[str, Callable[[FenceJob], Scene]] = {"plan": _sketched}
"""Drawings that are made of the line alone, long before its parts are."""


def _strings(plan: FencePlan) -> Scene:
    posts = [s for s in plan_scene(plan.brief, plan.laid).shapes if s.look == "post" and s.kind == "poly"]
    return setting_out_scene(fence_strings(plan), posts, plan.brief.printer)


def fence_scenes(plan: FencePlan) -> WhenAsked[Scene]:
    """Every drawing by its name."""
    ways: dict[str, Callable[[], Scene]] = {
        "plan": partial(plan_scene, plan.brief, plan.laid),
        "elevation": partial(elevation_scene, plan),
        "wind": partial(wind_scene, plan),
        "strings": partial(_strings, plan),
    }
    if plan.laid.layout.bays:
        ways |= {name: partial(joint_scene, plan, name) for name in JOINTS}
    ways |= {f"section_{k.setting.name}": partial(section_scene, plan, k) for k in plan.laid.digger.kinds.values()}
    ways |= {f"leaf_{built.gate.id}": partial(leaf_scene, plan, built) for built in plan.laid.gates}
    return WhenAsked(ways)
