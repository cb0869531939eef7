"""Steps as stacked boxes: a platform for every tread, each with its own frame on edge."""

from __future__ import annotations

from typing import Literal

from rowstake.core.faults import refuse
from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, LengthOrZero, Outputs, Reckoner, counted, up


class BoxSteps(Inputs):
    """`frame_mm` is the thickness of the frames' timber, `rungs_mm` how far apart rungs may stand under the treads. `way`: each box
    standing on the whole of the one below it, or stepped back behind it: its front on a strip, its back on legs."""

    total_rise_mm: Length
    max_riser_mm: Length
    going_mm: Length
    width_mm: Length
    tread_mm: LengthOrZero = 28
    nosing_mm: LengthOrZero = 25
    frame_mm: Length = 47
    rungs_mm: Length = 400
    way: Literal["stacked", "stepped"] = "stacked"


class BoxTold(Outputs):
    """One platform, from the ground up: how high its frame is and how deep, its two long rails and its rungs, the legs under
    its back where nothing is under it, and the strip behind it that the next one stands on."""

    frame_height_mm: float
    depth_mm: float
    rails_mm: float
    rungs: int
    rung_mm: float
    legs: int | None = None
    leg_mm: float | None = None
    strip_mm: float | None = None


class Boxes(Outputs):
    risers: int
    riser_mm: float
    boxes: list[BoxTold]
    timber_mm: float


def run(given: BoxSteps) -> Boxes:
    """Risers `n = ⌈rise / max⌉`, a box for each tread: n - 1. The frame of the lowest is `riser - tread` high, of those on it one riser;
    stacked, the k-th from the top is `k · going - nosing` deep, stepped it begins under the front of the one above it: `going`, the upmost `going - nosing`. Two rails as long as the box is wide,
    rungs between them `⌈(width - frame) / spacing⌉ + 1`, each `depth - 2 · frame`. Stepped, the j-th from the ground stands on a leg under
    the back end of every rung, `(j - 1) · riser - tread` long, and on a strip as long as the box behind the one below; the timber counts them in.

    Lengths in mm. Source: trade practice. Raises `JobFault` where the boxes come out with nothing in them.
    """
    risers = counted(max(1, up(given.total_rise_mm / given.max_riser_mm)), "max_riser_mm", given.max_riser_mm)
    riser = given.total_rise_mm / risers
    if riser - given.tread_mm < 1:
        raise refuse(
            "tread_mm", f"{given.tread_mm:g} mm", f"less than the riser, {riser:.1f} mm", "The treads fill the risers"
        )
    if given.going_mm - given.nosing_mm - 2 * given.frame_mm < 1:
        raise refuse(
            "going_mm", f"{given.going_mm:g} mm", f"more than {given.nosing_mm + 2 * given.frame_mm:g} mm",
            "The rails of a box meet in its middle",
        )  # fmt: skip
    if given.width_mm <= given.frame_mm:
        raise refuse("width_mm", f"{given.width_mm:g} mm", f"more than {given.frame_mm:g} mm", "The box is all frame")
    spaces = counted(max(1, up((given.width_mm - given.frame_mm) / given.rungs_mm)), "rungs_mm", given.rungs_mm)
    boxes = []
    for k in range(risers - 1, 0, -1):  # from the top, the lowest is the (n - 1)-th
        front, behind = k * given.going_mm - given.nosing_mm, (k - 1) * given.going_mm - given.nosing_mm
        deep = front - behind if given.way == "stepped" and k > 1 else front
        lowest = k == risers - 1
        high = riser - given.tread_mm if lowest else riser
        legs = None if lowest or given.way == "stacked" else spaces + 1
        boxes.append(
            BoxTold(
                frame_height_mm=high,
                depth_mm=deep,
                rails_mm=given.width_mm,
                rungs=spaces + 1,
                rung_mm=deep - 2 * given.frame_mm,
                legs=legs,
                leg_mm=(risers - 1 - k) * riser - given.tread_mm if legs else None,
                strip_mm=given.width_mm if given.way == "stepped" and k > 1 else None,
            )
        )
    timber = sum(
        2 * b.rails_mm + b.rungs * b.rung_mm + (b.legs or 0) * (b.leg_mm or 0.0) + (b.strip_mm or 0.0) for b in boxes
    )
    return Boxes(risers=risers, riser_mm=riser, boxes=boxes, timber_mm=timber)


def say(given: BoxSteps, out: Boxes, p: Printer) -> str:
    if not out.boxes:
        return f"One riser of {p.length(out.riser_mm)}: no step is needed."
    told = [
        f"{n}: {p.length(b.frame_height_mm)} high, {p.length(b.depth_mm)} deep, 2 rails of {p.length(b.rails_mm)}, {b.rungs} rungs of "
        f"{p.length(b.rung_mm)}"
        + (f", {b.legs} legs of {p.length(b.leg_mm)}" if b.legs and b.leg_mm else "")
        + (f", a strip of {p.length(b.strip_mm)} behind it" if b.strip_mm else "")
        for n, b in enumerate(out.boxes, 1)
    ]
    return f"{out.risers} risers of {p.length(out.riser_mm)}. From the ground up, box {'; box '.join(told)}."


RECKONER = Reckoner(
    "box-steps", "steps", "Steps as boxes", "A platform for every tread, each with its own frame.",
    BoxSteps, Boxes, run, say,
    {"total_rise_mm": 540, "max_riser_mm": 190, "going_mm": 290, "width_mm": 1500, "tread_mm": 28, "nosing_mm": 25, "frame_mm": 47, "rungs_mm": 400},
)  # fmt: skip
