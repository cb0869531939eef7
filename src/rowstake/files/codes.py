"""Codes that a phone reads off paper, to open the very part on it."""

from __future__ import annotations

from urllib.parse import quote

import segno

from rowstake.files.base import Issue


def code_html(issue: Issue, at: str, part: str = "", size_mm: float = 15.0) -> str:
    """A code that opens site mode `at` something; nothing for a job that is at no address."""
    if not issue.link:
        return ""
    where = f"{issue.link}?at={at}" + (f"&part={quote(part, safe='')}" if part else "")
    image = segno.make(where, error="m", micro=False).svg_data_uri(border=2, dark="#26323a")
    return f'<img class="code" alt="opens {at}" src="{image}" style="width:{size_mm}mm;height:{size_mm}mm;float:right;margin:0 0 1mm 2mm">'
