"""A quotation as pages of HTML for the customer: the job standing, what is built, the price, options, payments, exclusions."""

from __future__ import annotations

from html import escape

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.plan import AnyPlan
from rowstake.core.quotation import Quotation
from rowstake.files.base import Issue
from rowstake.files.formats.svg import scene_svg
from rowstake.files.sheets import FACES, fonts_at, job_picture, scale_for

PAPER = {"a4": (210.0, 297.0), "letter": (215.9, 279.4)}
MARGIN_MM, PICTURE_MM = 18.0, 78.0

STYLE = """
@page {{ size: {w}mm {h}mm; margin: {margin}mm; @bottom-right {{ content: counter(page) " / " counter(pages); font: 8pt "Source Sans 3"; }} }}
body {{ font-family: "Source Sans 3"; font-size: 10.5pt; color: #26323a; margin: 0; line-height: 1.35; }}
h1 {{ font-size: 20pt; margin: 0; }} h2 {{ font-size: 12pt; margin: 5mm 0 1.5mm; border-bottom: 0.4mm solid #26323a; }}
p {{ margin: 0 0 1.5mm; }} table {{ border-collapse: collapse; width: 100%; }} td {{ padding: 0.8mm 0; vertical-align: top; border-bottom: 0.15mm solid #cfc9ba; }}
td.n {{ text-align: right; white-space: nowrap; }} tr.total td {{ font-weight: 700; font-size: 14pt; border-bottom: 0; }}
.picture {{ text-align: center; margin: 3mm 0; }} .not {{ border: 0.5mm solid #9c2a1d; padding: 2mm 3mm; margin: 3mm 0; }}
section {{ break-inside: avoid; }} .said {{ white-space: pre-line; }} .sign td {{ border-bottom: 0; padding-top: 12mm; width: 50%; }} .small {{ font-size: 8.5pt; }}
"""


def quote_html(plan: AnyPlan, told: Quotation, paper: str, issue: Issue) -> str:
    """One quotation on portrait pages."""
    w, h = PAPER[paper]
    wide = w - 2 * MARGIN_MM
    scene = job_picture(plan)
    scale = scale_for(scene, wide, PICTURE_MM)
    style = FACES.format(fonts=fonts_at()) + STYLE.format(w=w, h=h, margin=MARGIN_MM)
    whom = "<br>".join(escape(x) for x in (issue.customer, issue.address) if x)
    said = f'<p class="said">{escape(told.words)}</p>' if told.words else ""
    body = (
        f"<h1>Quotation</h1><p><b>{escape(told.job)}</b></p>{f'<p>{whom}</p>' if whom else ''}"
        f"<p>{told.day:%d %B %Y}, {escape(issue.words.split(',')[0])}. Holds until {told.valid_until:%d %B %Y}.</p>"
        f'<div class="picture">{scene_svg(scene, paper_scale=scale)}</div>'
        f"{said}"
        f"{_section('What is built', _table([(name, text) for name, text in told.figures]))}"
        f"{_section('Price', _price(told))}{_not_in(told)}{_options(told)}{_payments(told)}{_exclusions(told)}"
        f'<table class="sign"><tr><td>Agreed, day</td><td>Name</td></tr></table>'
        f'<p class="small">{escape(str(CATALOGUE.cautions["always"]))}</p>'
    )
    return f'<html lang="en"><head><meta charset="utf-8"><title>{escape(told.job)}, quotation</title><style>{style}</style></head><body>{body}</body></html>'


def _section(title: str, inner: str) -> str:
    return f"<section><h2>{escape(title)}</h2>{inner}</section>" if inner else ""


def _table(rows: list[tuple[str, str]]) -> str:
    return (
        "<table>"
        + "".join(f'<tr><td>{escape(a)}</td><td class="n">{escape(b)}</td></tr>' for a, b in rows)
        + "</table>"
    )


def _price(told: Quotation) -> str:
    tax = (
        _row(told.tax_words[0].upper() + told.tax_words[1:], told.tax)
        if told.tax_words.startswith("tax")
        else f"<tr><td>{escape(told.tax_words.capitalize())}</td><td></td></tr>"
    )
    per = f"<p>{escape(told.per)}</p>" if told.per else ""
    return f'<table>{_row("Price before tax", told.net)}{tax}<tr class="total"><td>To pay</td><td class="n">{escape(told.total)}</td></tr></table>{per}'


def _row(name: str, text: str) -> str:
    return f'<tr><td>{escape(name)}</td><td class="n">{escape(text)}</td></tr>'


def _not_in(told: Quotation) -> str:
    """What nobody has a price for: said, so that nobody takes it to be free."""
    if not told.without:
        return ""
    items = "; ".join(escape(x) for x in told.without)
    return f'<div class="not"><b>Not in this price, to be told:</b> {items}</div>'


def _options(told: Quotation) -> str:
    rows = []
    for o in told.options:
        without = f", without {'; '.join(o.without)}" if o.without else ""
        rows.append((f"{o.name}{without}", f"{o.told} ({o.difference})"))
    return _section("Or instead", _table(rows) if rows else "")


def _payments(told: Quotation) -> str:
    return _section(
        "Payments", _table([(f"{s.when}, {s.pct:g} %", s.told) for s in told.payments]) if told.payments else ""
    )


def _exclusions(told: Quotation) -> str:
    return _section(
        "Not included",
        f"<ul>{''.join(f'<li>{escape(x)}</li>' for x in told.exclusions)}</ul>" if told.exclusions else "",
    )
