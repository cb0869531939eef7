"""The log of a job on paper."""

from __future__ import annotations

from rowstake.core.plan import AnyPlan
from rowstake.files.base import Format, Issue
from rowstake.files.log_pages import log_html
from rowstake.files.pages import as_pdf


def write(plan: AnyPlan, document: str, issue: Issue) -> bytes:
    return as_pdf(log_html(plan, issue))


FORMAT = Format("log-pdf", "print", "log", "application/pdf", "pdf", lambda plan: {"log": "Log"}, write, logged=True)
