"""The log and the report of an inspection as pages."""

from __future__ import annotations

from html import escape

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.plan import AnyPlan
from rowstake.core.site.inspection import RuleAsked, faults_found, inspection
from rowstake.core.site.logbook import log_lines
from rowstake.files.base import Issue
from rowstake.files.day_pages import PAPER
from rowstake.files.sheets import FACES, fonts_at

STYLE = """
@page {{ size: {w}mm {h}mm; margin: 14mm; @bottom-right {{ content: counter(page) " of " counter(pages); font-size: 8pt; }} }}
body {{ font-family: "Source Sans 3"; font-size: 9.5pt; color: #26323a; margin: 0; line-height: 1.3; }}
h1 {{ font-size: 19pt; margin: 0 0 1mm; }} h2 {{ font-size: 12pt; margin: 5mm 0 1mm; }} p {{ margin: 0 0 1mm; }}
table {{ width: 100%; border-collapse: collapse; margin-top: 3mm; }} td, th {{ text-align: left; vertical-align: top; padding: 0.8mm 2mm 0.8mm 0; border-bottom: 0.2mm solid #9aa5ab; }}
tr {{ break-inside: avoid; }} .gone {{ color: #68757d; text-decoration: line-through; }} .fault {{ break-inside: avoid; border-top: 0.4mm solid #26323a; padding-top: 2mm; margin-top: 3mm; }}
.small {{ font-size: 8.5pt; }} img {{ max-height: 45mm; margin: 1mm 2mm 0 0; }}
"""


def _page(plan: AnyPlan, title: str, issue: Issue, body: str) -> str:
    w, h = PAPER["letter" if plan.brief.job.units == "ft-in" else "a4"]
    style = FACES.format(fonts=fonts_at()) + STYLE.format(w=w, h=h)
    name = escape(plan.brief.job.name)
    whose = ", ".join(escape(x) for x in (issue.customer, issue.address) if x)
    head = f"<h1>{escape(title)}</h1><p><b>{name}</b>{f'. {whose}' if whose else ''}. {escape(issue.words)}</p>"
    always = f'<p class="small">{escape(str(CATALOGUE.cautions["always"]))}</p>'
    return f'<html lang="en"><head><meta charset="utf-8"><title>{escape(title)}, {name}</title><style>{style}</style></head><body>{head}{body}{always}</body></html>'


def _photos(ids: tuple[str, ...], issue: Issue) -> str:
    return "".join(f'<img alt="photo" src="{issue.photos[id]}">' for id in ids if id in issue.photos)


def log_html(plan: AnyPlan, issue: Issue) -> str:
    """Every entry in order; what no longer counts is struck through."""
    rows = "".join(
        f"<tr><td>{escape(line.day)}</td><td>{escape(line.author)}</td><td>{escape(line.name)}</td><td>{escape(line.part)}</td>"
        f'<td class="{"" if line.counts else "gone"}">{escape(line.words)}{_photos(line.photos, issue)}</td></tr>'
        for line in log_lines(plan, issue.record)
    )
    heads = "".join(f"<th>{head}</th>" for head in ("When", "Who", "What", "About", ""))
    return _page(plan, "Log", issue, f"<table><thead><tr>{heads}</tr></thead><tbody>{rows}</tbody></table>")


def inspection_html(plan: AnyPlan, issue: Issue) -> str:
    """The verdict, the faults, then what was right, not there, or not seen."""
    made = inspection(plan.trade.id, issue.record, plan.brief.printer)
    body = f"<p>{escape(made.verdict[0].upper() + made.verdict[1:])}.</p>"
    body += "".join(_fault(q, issue) for q in faults_found(made))
    for answer, title in (
        ("unseen", "Could not be seen"),
        ("right", "Looked at and right"),
        ("none", "Not there"),
        ("", "Not looked at"),
    ):
        rows = [q for q in made.questions if q.answer == answer]
        if rows:
            body += f"<h2>{title}</h2>" + "".join(f"<p>{escape(q.where)}: {escape(q.ask)}</p>" for q in rows)
    return _page(plan, "Inspection", issue, body)


def _fault(q: RuleAsked, issue: Issue) -> str:
    where = escape(q.where) + (f", {escape(q.place)}" if q.place else "")
    cost = f"<p>About {q.cost:.2f} to put right.</p>" if q.cost is not None else ""
    note = f"<p>{escape(q.note)}</p>" if q.note else ""
    return (
        f'<div class="fault"><h2>{where}: {escape(q.ask)}</h2><p><b>{escape(q.bad[0].upper() + q.bad[1:])}.</b> {escape(q.why)}.</p>'
        f"<p><b>The right way:</b> {escape(q.right)}.</p>{note}{cost}{_photos(q.photos, issue)}</div>"
    )
