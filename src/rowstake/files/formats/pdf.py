"""Drawing sheets as PDF, for A4, A3 and Letter paper."""

from __future__ import annotations

from rowstake.core.plan import AnyPlan
from rowstake.files.base import Format, Issue
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
    from weasyprint import HTML  # two seconds to import: only when a sheet is asked for

    made: bytes = HTML(string=html(plan, document, issue)).write_pdf()
    return made


FORMAT = Format(
    "pdf", "print", "drawing sheets", "application/pdf", "pdf",
    lambda plan: DOCUMENTS, write,
)  # fmt: skip
