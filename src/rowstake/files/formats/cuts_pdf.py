"""Cut tickets as PDF."""

from __future__ import annotations

from rowstake.core.plan import AnyPlan
from rowstake.files.base import Format, Issue
from rowstake.files.cut_sheets import cut_sheets_html
from rowstake.files.pages import as_pdf

DOCUMENTS = {"a4": "Cut tickets on A4", "letter": "Cut tickets on Letter"}


def write(plan: AnyPlan, document: str, issue: Issue) -> bytes:
    return as_pdf(cut_sheets_html(plan, document, issue))


FORMAT = Format(
    "cuts-pdf", "print", "cut tickets", "application/pdf", "pdf", lambda plan: DOCUMENTS, write, proven=True
)
