"""Job in, plan out: a pure function, and the only way from a document to its figures."""

from __future__ import annotations

from rowstake.core.job import Job
from rowstake.core.planned import AnyPlan
from rowstake.core.trade import trade_of

__all__ = ["AnyPlan", "plan"]


def plan(job: Job) -> AnyPlan:
    """The plan of a job. Raises `JobFault` when the job cannot be laid out as it stands."""
    made: AnyPlan = trade_of(job).plan(job)
    return made
