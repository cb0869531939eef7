"""From finished height down to the post: what is left for it, or by how much it does not fit."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import LONGEST, Inputs, Length, LengthOrZero, Outputs, Reckoner


class HeightStack(Inputs):
    """`beam_mm` is 0 where the beam is flush with the joists; `footing_top_mm` is above the datum, or below it."""

    finished_mm: Length
    board_mm: Length
    clip_mm: LengthOrZero = 0
    joist_mm: Length
    beam_mm: LengthOrZero = 0
    standoff_mm: LengthOrZero = 25
    footing_top_mm: Annotated[float, Field(ge=-LONGEST, le=LONGEST)] = 0


class HeightStackOut(Outputs):
    top_of_frame_mm: float
    top_of_beam_mm: float
    post_mm: float
    slack_mm: float


def run(given: HeightStack) -> HeightStackOut:
    """Levels from the top down: `frame = finished − board − clip`, `beam = frame − joist`, `post = beam − beam depth − base −
    footing top`. A post below nothing does not fit, by so much.

    Lengths in mm over one datum. Source: arithmetic of the trade.
    """
    frame = given.finished_mm - given.board_mm - given.clip_mm
    beam = frame - given.joist_mm
    there = given.finished_mm - given.footing_top_mm
    needed = given.board_mm + given.clip_mm + given.joist_mm + given.beam_mm + given.standoff_mm
    return HeightStackOut(top_of_frame_mm=frame, top_of_beam_mm=beam, post_mm=there - needed, slack_mm=there - needed)


def say(given: HeightStack, out: HeightStackOut, p: Printer) -> str:
    there = given.finished_mm - given.footing_top_mm
    if out.post_mm < 0:
        return f"{p.length(there - out.slack_mm)} needed, {p.length(there)} there: it does not fit."
    return f"Posts of {p.length(out.post_mm)}; the top of the frame is at {p.length(out.top_of_frame_mm)}."


RECKONER = Reckoner(
    "height-stack", "frame", "Height stack", "Boards, clips, joists, beam and standoff, from the top down.",
    HeightStack, HeightStackOut, run, say,
    {"finished_mm": 600, "board_mm": 28, "clip_mm": 0, "joist_mm": 147, "beam_mm": 147, "standoff_mm": 25,
     "footing_top_mm": 0},
)  # fmt: skip
