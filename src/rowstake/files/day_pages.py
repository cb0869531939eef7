"""The sheet of a day on one page of paper."""

from __future__ import annotations

from collections.abc import Sequence
from html import escape

from rowstake.core.calendar.day_sheet import DaySheet
from rowstake.files.sheets import FACES, fonts_at

PAPER = {"a4": (210.0, 297.0), "letter": (215.9, 279.4)}
STYLE = """
@page {{ size: {w}mm {h}mm; margin: 14mm; }}
body {{ font-family: "Source Sans 3"; font-size: 10pt; color: #26323a; margin: 0; line-height: 1.3; }}
h1 {{ font-size: 19pt; margin: 0 0 1mm; }} h2 {{ font-size: 11.5pt; margin: 3.5mm 0 1mm; border-bottom: 0.4mm solid #26323a; }}
ul {{ margin: 0; padding-left: 5mm; }} .box li {{ list-style: none; margin-left: -5mm; }} .box li::before {{ content: "☐ "; }}
.two {{ columns: 2; column-gap: 8mm; }} p {{ margin: 0 0 1mm; }} .small {{ font-size: 8.5pt; }}
"""


def day_html(told: DaySheet, paper: str) -> str:
    """One page: tasks and what to take along with boxes to tick."""
    w, h = PAPER[paper]
    tasks = [f"{t.name}{f' ({t.words})' if t.words else ''}" for t in told.tasks]
    body = (
        f"<h1>{escape(told.day)}</h1><p><b>{escape(told.job)}</b>. Weather: {escape(told.weather)}</p>"
        + (_list("To do", tasks, "box") if tasks else "<p>Nobody works here on this day.</p>")
        + _list("Tools", told.tools, "box two")
        + _list("Material", told.material, "box two")
        + _list("Marks", told.marks, "two")
        + _list("To cut", told.cuts, "box")
        + _list("Cautions", told.cautions, "small")
        + _list("Next", told.next, "")
    )
    style = FACES.format(fonts=fonts_at()) + STYLE.format(w=w, h=h)
    return f'<html lang="en"><head><meta charset="utf-8"><title>{escape(told.job)}, {escape(told.day)}</title><style>{style}</style></head><body>{body}</body></html>'


def _list(title: str, lines: Sequence[str], how: str) -> str:
    if not lines:
        return ""
    return f'<h2>{escape(title)}</h2><ul class="{how}">{"".join(f"<li>{escape(line)}</li>" for line in lines)}</ul>'
