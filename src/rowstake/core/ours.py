"""A crew's own values, taken over from one job into another: what it buys, its prices and percentages, what may be off, what its region asks."""

from __future__ import annotations

from typing import Any

from rowstake.core.faults import refuse
from rowstake.core.job import Job, read_job, write_job
from rowstake.core.trade import trade_of

WHOLE = ("cutting", "terms", "tolerances", "own", "own_bags", "own_goods")
SITE = ("frost_depth_mm", "gust_mps", "exposure", "soil", "near_salt", "crew", "climate", "height_limit_mm")
ITS_OWN = {
    "terms.travel_km",
    "terms.calendar.start",
    "terms.calendar.lost",
    "terms.calendar.done",
    "terms.calendar.place",
}
"""Terms that are of the one job alone."""


def with_values_of(job: Job, other: Job) -> Job:
    """The job with the other's values, and those of its trade where both are of one. Raises `JobFault` for jobs of two regions: what is sold, and
    asked, in one is not in the other."""
    if job.region != other.region:
        raise refuse("like", other.name, f"a job in {job.region}", "That job is in another region")
    into, of = write_job(job), write_job(other)
    paths = [
        *WHOLE,
        *(f"site.{name}" for name in SITE),
        *(trade_of(job).ours if trade_of(job) is trade_of(other) else ()),
    ]
    kept = {path: _at(into, path) for path in ITS_OWN}
    for path in paths:
        _put(into, path, _at(of, path))
    for path, value in kept.items():
        _put(into, path, value)
    return read_job(into)


def _at(document: dict[str, Any], path: str) -> Any:
    at: Any = document
    for key in path.split("."):
        at = at[key]
    return at


def _put(document: dict[str, Any], path: str, value: Any) -> None:
    *parents, last = path.split(".")
    at: Any = _at(document, ".".join(parents)) if parents else document
    at[last] = value
