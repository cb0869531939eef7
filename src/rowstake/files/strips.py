"""Strips of marks drawn at full size, cut into rows as wide as the paper."""

from __future__ import annotations

import math
from html import escape

from rowstake.core.views.base import Strip

TALL_MM = 16.0
JOIN = "ABCDEFGHIJKLMNOPQRSTUVWXYZ"


def strip_rows(strip: Strip, width_mm: float, inches: bool) -> list[str]:
    """One drawing a row; rows are joined where their letters meet. Everything is at 1:1."""
    rows = max(1, math.ceil(strip.length_mm / width_mm - 1e-9))
    return [_row(strip, n, width_mm, inches, rows) for n in range(rows)]


def _row(strip: Strip, n: int, width: float, inches: bool, rows: int) -> str:
    start = n * width
    end = min(start + width, strip.length_mm)
    step = 25.4 / 2 if inches else 10.0
    out = [
        f'<rect x="0" y="0" width="{end - start:.3f}" height="{TALL_MM}" fill="none" stroke="#26323a" stroke-width="0.2"/>'
    ]
    for i in range(math.ceil(start / step - 1e-9), math.floor(end / step + 1e-9) + 1):
        x, tall = i * step - start, 3.0 if i % (2 if inches else 10) == 0 else 1.5
        out.append(
            f'<line x1="{x:.3f}" y1="{TALL_MM}" x2="{x:.3f}" y2="{TALL_MM - tall}" stroke="#26323a" stroke-width="0.15"/>'
        )
    for mm, words in strip.marks:
        if start - 1e-6 <= mm <= end + 1e-6 and (mm < end or n == rows - 1):
            x = mm - start
            anchor, dx = ("end", -0.8) if x > width - 40 else ("start", 0.8)
            out.append(f'<line x1="{x:.3f}" y1="0" x2="{x:.3f}" y2="{TALL_MM}" stroke="#b3125a" stroke-width="0.35"/>')
            out.append(f'<text x="{x + dx:.3f}" y="5.5" font-size="3.4" text-anchor="{anchor}">{escape(words)}</text>')
    for at, letter in ((0.0, n - 1), (end - start, n)):
        if 0 <= letter < rows - 1:
            anchor = "start" if at == 0 else "end"
            dx = 0.6 if at == 0 else -0.6
            out.append(
                f'<text x="{at + dx:.3f}" y="10.5" font-size="3" font-weight="700" text-anchor="{anchor}">{JOIN[letter % 26]}{letter // 26 or ""}</text>'
            )
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width:.3f}mm" height="{TALL_MM + 1}mm" '
        f'viewBox="0 0 {width:.3f} {TALL_MM + 1}" font-family="Source Sans 3" class="strip">{"".join(out)}</svg>'
    )


def strip_html(strip: Strip, width_mm: float, inches: bool) -> str:
    return f"<h3>{escape(strip.title)}</h3>" + "".join(
        f"<div>{row}</div>" for row in strip_rows(strip, width_mm, inches)
    )


def check_bar(inches: bool) -> str:
    """A bar to lay a rule on before the strips are trusted."""
    mm, words = (101.6, "4 in") if inches else (100.0, "100 mm")
    return f'<p>Print at 100 %, without fitting to the page. This bar must measure {words}: <span class="bar" style="width:{mm}mm"></span></p>'
