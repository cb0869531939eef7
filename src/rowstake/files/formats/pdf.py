"""Drawing sheets as PDF, for A4, A3 and Letter paper."""

from __future__ import annotations

from rowstake.core.plan import AnyPlan
from rowstake.files.base import Format, Issue
from rowstake.files.pages import as_pdf
from rowstake.files.sheets import sheets_html, strips_html

DOCUMENTS = {
    "a4": "Sheets on A4",
    "a3": "Sheets on A3",
    "letter": "Sheets on Letter",
    "strips": "Strips of marks at full size",
}


def html(plan: AnyPlan, document: str, issue: Issue) -> str:
    if document == "strips":
        return strips_html(plan, "letter" if plan.brief.job.units == "ft-in" else "a4", issue)
    return sheets_html(plan, document, issue)


def write(plan: AnyPlan, document: str, issue: Issue) -> bytes:
    return as_pdf(html(plan, document, issue))


FORMAT = Format(
    "pdf", "print", "drawing sheets", "application/pdf", "pdf",
    lambda plan: DOCUMENTS, write, proven=True,
)  # fmt: skip
