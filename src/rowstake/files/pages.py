"""Pages of HTML as PDF."""

from __future__ import annotations


def as_pdf(html: str) -> bytes:
    from weasyprint import HTML  # two seconds to import: only when a sheet is asked for

    made: bytes = HTML(string=html).write_pdf()
    return made
