"""The record of a job as JSON lines: every entry as it was made, in order. What is written is read again."""

from __future__ import annotations

from rowstake.core.plan import AnyPlan
from rowstake.core.record import write_entries
from rowstake.files.base import Format, Issue


def write(plan: AnyPlan, document: str, issue: Issue) -> bytes:
    return write_entries(issue.record.entries).encode()


FORMAT = Format(
    "log",
    "job",
    "log",
    "application/jsonl; charset=utf-8",
    "jsonl",
    lambda plan: {"log": "Log, to be read again"},
    write,
    logged=True,
)
