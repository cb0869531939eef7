"""Steps alone: what they lead down from is there already. The frame is worked out as if it were built, since steps hang on its edge and are
measured from it, but nothing of it is laid, listed, drawn or judged."""

from __future__ import annotations

from dataclasses import replace

from rowstake.core.parts import Part

FIGURES = ("height", "bags", "timber", "waste", "load", "days")


def on_what_is_there(parts: list[Part]) -> list[Part]:
    """Steps, held by what is there where they hang on the frame."""
    return [
        replace(part, hold=replace(part.hold, to="house"))
        if part.hold
        and part.hold.to == "piece"
        and part.kind in ("stringer", "ready stringer", "drop board", "head rail")
        else part
        for part in parts
    ]
