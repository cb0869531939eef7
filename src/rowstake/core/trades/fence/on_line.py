"""Changes to what a leg bears, gates and obstacles alike."""

from __future__ import annotations

from typing import Any

from rowstake.core.edits.base import mm, snap
from rowstake.core.faults import refuse
from rowstake.core.job import write_job
from rowstake.core.trades.fence.document import FenceJob, Leg
from rowstake.core.trades.fence.layout import lay_out
from rowstake.core.trades.fence.resolve import resolve


def leg_at(job: FenceJob, index: int) -> Leg:
    if not 0 <= index < len(job.fence.legs):
        raise refuse("edit.index", index + 1, f"leg 1 to {len(job.fence.legs)}", f"There is no leg {index + 1}")
    return job.fence.legs[index]


def _thing(document: dict[str, Any], kind: str, key: str) -> dict[str, Any]:
    for thing in document["fence"][kind]:
        if thing["id"] == key:
            found: dict[str, Any] = thing
            return found
    known = ", ".join(t["id"] for t in document["fence"][kind]) or "none"
    raise refuse("edit.id", key, known, f"There is no “{key}”")


def change(
    job: FenceJob, kind: str, id: str, values: dict[str, Any], snaps: bool, after: str | None = None
) -> dict[str, Any]:
    """The document with other values of a gate or an obstacle. With `after`, a post, its place is measured from that. Raises `JobFault`
    for one that is not there, and for values that it does not have."""
    document = write_job(job)
    thing = _thing(document, kind, id)
    where = f"fence.{kind}.{document['fence'][kind].index(thing)}"
    for key, value in values.items():
        if key not in thing or key == "id":
            raise refuse(f"{where}.{key}", value, ", ".join(k for k in thing if k != "id"), f"There is no “{key}” here")
        if key.endswith("_mm"):
            value = mm(job, value, f"{where}.{key}")
            if after and key == "at_mm":
                station = _station(job, after, int(thing["leg"]))
                value = station - float(thing["opening_mm"]) - value if station > thing["at_mm"] else station + value
            if snaps and key == "at_mm":
                leg = leg_at(job, thing["leg"])
                value = max(
                    0.0,
                    min(snap(job, value), leg.length_mm - float(thing.get("opening_mm") or thing["width_mm"])),
                )
        thing[key] = value
    return document


def _station(job: FenceJob, post: str, leg: int) -> float:
    """Where on a leg a post of the line as it stands is, mm."""
    here = {p.label: at for p in lay_out(resolve(job)).posts for on, at in p.stations if on == leg}
    if post not in here:
        raise refuse("edit.after", post, ", ".join(here), f"There is no post “{post}” on leg {leg + 1}")
    return here[post]


def remove(job: FenceJob, kind: str, id: str) -> dict[str, Any]:
    document = write_job(job)
    document["fence"][kind].remove(_thing(document, kind, id))
    return document
