"""Jobs that several tests share. YARD is worked by hand in test_fence_by_hand.py."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from rowstake.core.edits import apply_raw
from rowstake.core.job import Job
from rowstake.core.trades.fence.document import Leg, new_fence
from rowstake.core.trades.fence.on_leg import on_leg


def fence(*legs: tuple[float, float], region: str = "uk_ireland", style: str = "close_butted") -> Job:
    """A new fence at depths by the school alone, as the hand figures reckon; a new one is checked for wind besides."""
    made = new_fence("Test fence", region, [Leg(length_mm=length, turn_deg=turn) for length, turn in legs], style)
    return edited(made, put("fence.posts.wind_checked", False), put("fence.skin.stock", "yard"))


def edited(job: Job, *edits: dict[str, Any]) -> Job:
    return apply_raw(job, list(edits))


def put(path: str, value: Any) -> dict[str, Any]:
    return {"do": "set", "path": path, "value": value}


def yard() -> Job:
    """Three legs of 9, 6 and 4.5 m with square corners to the left, and a 1 m gate 2.5 m along the second."""
    job = fence((9000, 0), (6000, 90), (4500, 90))
    return edited(job, {"do": "add_gate", "leg": 1, "at_mm": 2500, "opening_mm": 1000})


def spot(part):
    """Where a part of a fence is seen on its leg."""
    pose = part.solid.pose
    level = replace(pose, a=(pose.a[0], pose.a[1], 0.0), b=(0.0, 0.0, 1.0))
    return on_leg(part, {pose.number: level})


def kind(made, gate: bool):
    """The holes of line posts, or of gate posts."""
    return next(k for k in made.laid.digger.kinds.values() if k.gate == gate)


def scenes(plan):
    """Every drawing of a plan by its name."""
    return plan.trade.scenes(plan)
