"""What an inspection found, on paper: the worst first, each with why it matters and the right way."""

from __future__ import annotations

from rowstake.core.plan import AnyPlan
from rowstake.files.base import Format, Issue
from rowstake.files.log_pages import inspection_html
from rowstake.files.pages import as_pdf


def write(plan: AnyPlan, document: str, issue: Issue) -> bytes:
    return as_pdf(inspection_html(plan, issue))


FORMAT = Format(
    "inspection-pdf",
    "print",
    "inspection",
    "application/pdf",
    "pdf",
    lambda plan: {"inspection": "Inspection report"},
    write,
    logged=True,
)
