"""The drawings of a job that can be written out: those of its trade, and those made of its solids alone."""

from __future__ import annotations

from collections.abc import Callable

from rowstake.core.drawing import Scene
from rowstake.core.drawing.solids import cut_scene, standing_scene
from rowstake.core.once import once
from rowstake.core.plan import AnyPlan
from rowstake.core.space.solid import around
from rowstake.core.space.views import View, page

FROM_FRONT = page((1.0, 0.0, 0.0), (0.0, 0.0, 1.0))
FROM_SIDE = page((0.0, -1.0, 0.0), (0.0, 0.0, 1.0))


def _middle_cut(plan: AnyPlan, view: View, axis: int, title: str) -> Scene:
    """Cut through the middle of the box around all of its pieces, square to an axis of the plan."""
    low, high = around([p.solid.box for p in plan.parts if p.solid and p.unit != "m³"])
    return cut_scene(plan.parts, view, (low[axis] + high[axis]) / 2 * view.eye[axis], title)


SOLID: dict[str, tuple[str, Callable[[AnyPlan, str], Scene]]] = {
    "standing": ("The job standing", lambda plan, _: standing_scene(plan.parts)),
    "cut_across": ("Cut across the middle", lambda plan, title: _middle_cut(plan, FROM_SIDE, 0, title)),
    "cut_along": ("Cut along the middle", lambda plan, title: _middle_cut(plan, FROM_FRONT, 1, title)),
}


def _of_plan(plan: AnyPlan) -> tuple[object, ...]:
    return (plan,)


@once(_of_plan, most=1)
def titles(plan: AnyPlan) -> dict[str, str]:
    """What each drawing is, by its key."""
    return {name: scene.title for name, scene in plan.trade.scenes(plan).items()} | {
        k: t for k, (t, _) in SOLID.items()
    }


def drawing(plan: AnyPlan, name: str) -> Scene:
    """One of them. Raises `KeyError` for a key that is not among `titles`."""
    if name in SOLID:
        title, make = SOLID[name]
        return make(plan, title)
    scene: Scene = plan.trade.scenes(plan)[name]
    return scene
