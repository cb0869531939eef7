"""The log of a job as a table, in words."""

from __future__ import annotations

from rowstake.core.plan import AnyPlan
from rowstake.core.site.logbook import log_csv_rows, log_lines
from rowstake.files.base import Format, Issue
from rowstake.files.formats.csv_lists import as_csv


def write(plan: AnyPlan, document: str, issue: Issue) -> bytes:
    rows = log_csv_rows(log_lines(plan, issue.record))
    heads = ["time", "author", "what", "about", "words", "counts", "answers", "photos", "id"]
    return as_csv([heads, *([row[h] for h in heads] for row in rows)])


FORMAT = Format(
    "log-csv",
    "lists",
    "log",
    "text/csv; charset=utf-8",
    "csv",
    lambda plan: {"log": "Log as a table"},
    write,
    logged=True,
)
