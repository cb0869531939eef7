"""The quotation as PDF."""

from __future__ import annotations

from rowstake.core.cost.costing import costed
from rowstake.core.plan import AnyPlan
from rowstake.core.quotation import priced, quotation
from rowstake.files.base import Format, Issue
from rowstake.files.pages import as_pdf
from rowstake.files.quote_sheets import quote_html

DOCUMENTS = {"a4": "Quotation on A4", "letter": "Quotation on Letter"}


def write(plan: AnyPlan, document: str, issue: Issue) -> bytes:
    prices = priced(issue.prices)
    return as_pdf(
        quote_html(plan, quotation(costed(plan, prices, rack=issue.rack), prices, issue.day), document, issue)
    )


FORMAT = Format("quote-pdf", "print", "quotation", "application/pdf", "pdf", lambda plan: DOCUMENTS, write, priced=True)
