"""The last plans that were made: looking at another step, a piece or a part of a drawing asks for the same one again."""

from __future__ import annotations

from collections import OrderedDict
from threading import Lock

from rowstake.core.job import Job, write_job_text
from rowstake.core.plan import AnyPlan, plan

MOST_PLANS, MOST_PARTS = 24, 100_000
"""So many are kept, of so many parts together; the newest always."""


class Kept:
    """Plans by their documents, those longest unasked for given up first."""

    def __init__(self) -> None:
        self._plans: OrderedDict[str, AnyPlan] = OrderedDict()
        self._lock = Lock()

    def plan(self, job: Job) -> AnyPlan:
        """The plan of a job. Raises `JobFault` for one that cannot be laid out."""
        key = write_job_text(job)
        with self._lock:
            if key in self._plans:
                self._plans.move_to_end(key)
                return self._plans[key]
        made = plan(job)
        with self._lock:
            self._plans[key] = made
            while len(self._plans) > 1 and (len(self._plans) > MOST_PLANS or self._parts() > MOST_PARTS):
                self._plans.popitem(last=False)
        return made

    def _parts(self) -> int:
        return sum(len(p.parts) for p in self._plans.values())


kept_plan = Kept().plan
