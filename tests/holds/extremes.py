"""Every number of a document at values far from what a builder means: planned, or refused in words."""

from __future__ import annotations

from rowstake.core.faults import JobFault
from rowstake.core.job import read_job, write_job
from rowstake.core.plan import plan
from tests.holds.server import leaves

VALUES = (-1000.0, -1.0, 0.0, 1e-3, 0.1, 1.0, 3.0, 50.0, 500.0, 5000.0, 1e5, 1e7)
LENGTHS = ("_mm", "_kpa", "_mps", "_kn", "rows", "plies")
"""Ends of the names of numbers that may be nothing."""


def extremes(job, values=VALUES) -> int:
    """How many documents were planned; each differs from `job` in one number."""
    document, planned = write_job(job), 0
    for *parents, key in list(leaves(document)):
        at = document
        for parent in parents:
            at = at[parent]
        old = at[key]
        number = isinstance(old, int | float) and not isinstance(old, bool)
        if not number and not (old is None and str(key).endswith(LENGTHS)):
            continue
        for value in values:
            at[key] = int(value) if isinstance(old, int) and value == int(value) else value
            try:
                plan(read_job(document))
                planned += 1
            except JobFault as fault:
                assert all(f.message and f.allowed for f in fault.faults), (parents, key, value)
        at[key] = old
    return planned
