"""Drawing sheets as PDF, for A4, A3 and Letter paper."""

from __future__ import annotations

from rowstake.core.plan import Plan
from rowstake.files.base import Format
from rowstake.files.sheets import sheets_html


def write(plan: Plan, document: str) -> bytes:
    from weasyprint import HTML  # two seconds to import: only when a sheet is asked for

    made: bytes = HTML(string=sheets_html(plan, document)).write_pdf()
    return made


FORMAT = Format(
    "pdf", "drawing sheets", "application/pdf", "pdf",
    lambda plan: {"a4": "Sheets on A4", "a3": "Sheets on A3", "letter": "Sheets on Letter"}, write,
)  # fmt: skip
