"""Drawing sheets: plan, elevation, hole schedule, gates, lists and cautions as pages of HTML, to scale."""

from __future__ import annotations

from html import escape
from importlib import resources

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.cautions import cautions
from rowstake.core.drawing import Scene
from rowstake.core.plan import AnyPlan
from rowstake.core.views.base import Strip
from rowstake.core.views.lists import buy_rows, cut_rows
from rowstake.files.base import Issue
from rowstake.files.formats.svg import paper_size_mm, scene_svg
from rowstake.files.strips import check_bar, strip_html

PAPER = {"a4": (297.0, 210.0), "a3": (420.0, 297.0), "letter": (279.4, 215.9)}
MARGIN_MM = 10.0
BLOCK_MM = 24.0
SCALES = (5, 10, 20, 25, 50, 75, 100, 125, 150, 200, 250, 300, 400, 500, 750, 1000, 2000, 5000, 10000, 20000)

STYLE = """
@font-face {{ font-family: "Source Sans 3"; font-weight: 400; src: url("{fonts}/source-sans-3-latin-400-normal.woff2"); }}
@font-face {{ font-family: "Source Sans 3"; font-weight: 700; src: url("{fonts}/source-sans-3-latin-700-normal.woff2"); }}
@page {{ size: {w}mm {h}mm; margin: {margin}mm; }}
body {{ font-family: "Source Sans 3"; font-size: 9.5pt; color: #26323a; margin: 0; }}
section {{ page-break-after: always; position: relative; height: {inner}mm; }}
section.list {{ height: auto; page: list; }}
@page list {{ margin-bottom: 32mm; @bottom-center {{ content: element(foot); width: 100%; }} }}
.foot {{ position: running(foot); }} .foot .block {{ position: static; text-align: left; }}
h3 {{ margin: 3mm 0 1mm; font-size: 10pt; }} svg.strip {{ display: block; margin-bottom: 1.5mm; }} div {{ break-inside: avoid; }}
.draw {{ text-align: center; height: {room}mm; }}
.block {{ position: absolute; bottom: 0; left: 0; right: 0; border: 0.4mm solid #26323a; padding: 1.5mm 3mm; height: 18mm; }}
.block b {{ font-size: 13pt; }} .block p {{ margin: 0; font-size: 8pt; }}
.bar {{ display: inline-block; border: 0.3mm solid #26323a; border-top: none; height: 2mm; vertical-align: bottom; }}
h2 {{ margin: 0 0 2mm; font-size: 14pt; }}
table {{ border-collapse: collapse; width: 100%; }} td, th {{ border-bottom: 0.2mm solid #b9b3a3; padding: 0.8mm 2mm; text-align: left; vertical-align: top; }}
th {{ font-size: 8pt; font-weight: 400; }} td.n {{ text-align: right; font-weight: 700; }}
"""


def _scale_for(scene: Scene, width: float, height: float) -> int:
    """The largest usual scale at which a drawing fits the paper."""
    for scale in SCALES:
        w, h = paper_size_mm(scene, scale)
        if w <= width and h <= height:
            return scale
    return SCALES[-1]


def _bar(scale: int, feet: bool) -> str:
    """A scale bar of a round length, between 20 and 60 mm on paper."""
    unit, name = (304.8, "ft") if feet else (1000.0, "m")
    for count in (0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500):
        on_paper = unit * count / scale
        if on_paper >= 20:
            return f'<span class="bar" style="width:{on_paper:.2f}mm"></span> {count:g} {name}'
    return ""


def _block(plan: AnyPlan, title: str, scale: int | None, issue: Issue) -> str:
    job = plan.brief.job
    feet = job.units == "ft-in"
    said = f"Scale 1:{scale} &nbsp; {_bar(scale, feet)} &nbsp; " if scale else ""
    units = "feet and inches" if feet else "millimetres"
    return (
        f'<div class="block"><b>{escape(job.name)}</b> &nbsp; {escape(title)}<p>{said}All sizes in {units}. '
        f"{escape(issue.words)}. {escape(plan.brief.region.name)}.</p>"
        f"<p>{escape(str(CATALOGUE.cautions['always']))}</p></div>"
    )


def _drawing(plan: AnyPlan, scene: Scene, width: float, room: float, issue: Issue) -> str:
    scale = _scale_for(scene, width, room)
    return f'<section><div class="draw">{scene_svg(scene, paper_scale=scale)}</div>{_block(plan, scene.title, scale, issue)}</section>'


def _table(heads: list[str], rows: list[list[str]], numbers: set[int]) -> str:
    head = "".join(f"<th>{escape(h)}</th>" for h in heads)
    body = "".join(
        "<tr>"
        + "".join(
            f'<td class="n">{escape(c)}</td>' if i in numbers else f"<td>{escape(c)}</td>" for i, c in enumerate(row)
        )
        + "</tr>"
        for row in rows
    )
    return f"<table><thead><tr>{head}</tr></thead><tbody>{body}</tbody></table>"


def _schedules(plan: AnyPlan) -> str:
    """The first on a page of its own, the others together."""
    told = [
        f"<h2>{escape(x.title)}</h2>{_table(list(x.heads), [list(row) for row in x.rows], set(x.numbers))}"
        for x in plan.trade.schedules(plan)
    ]
    return "".join(
        f'<section class="list">{page}</section>' for page in (told[0] if told else "", "".join(told[1:])) if page
    )


def _lists(plan: AnyPlan) -> str:
    buy = [[r.item, r.length, f"{r.count:g}", r.unit, r.needed, r.note] for r in buy_rows(plan.lists)]
    cuts = [[r.section, r.piece, str(r.count), r.length, r.width, r.ends, r.labels] for r in cut_rows(plan.lists)]
    marks = [[str(t.leg + 1), m.of, m.kind, m.text, m.near, m.far] for t in plan.trade.tapes(plan, 0) for m in t.marks]
    return (
        f'<section class="list"><h2>For the yard</h2>{_table(["What", "Length", "Buy", "", "Why so many", ""], buy, {2})}</section>'
        f'<section class="list"><h2>For the saw</h2>{_table(["Section", "Piece", "How many", "Cut", "Rip", "Ends", "Labels"], cuts, {2, 3})}</section>'
        f'<section class="list"><h2>For the string</h2>{_table(["Leg", "Mark", "Kind", "Middle", "Near face", "Far face"], marks, {3, 4, 5})}</section>'
    )


def _cautions(plan: AnyPlan) -> str:
    findings = "".join(f"<li><b>{escape(f.title)}.</b> {escape(f.why)}</li>" for f in plan.findings)
    open_ = f"<h2>Still to look at</h2><ul>{findings}</ul>" if findings else ""
    return (
        f'<section class="list">{open_}<h2>Cautions</h2><p><b>{escape(str(CATALOGUE.cautions["always"]))}</b></p>'
        f"<ul>{''.join(f'<li>{escape(c)}</li>' for c in cautions(plan))}</ul></section>"
    )


def _strips(plan: AnyPlan, shown: list[Strip], width: float) -> str:
    inches = plan.brief.job.units == "ft-in"
    drawn = "".join(strip_html(strip, width, inches) for strip in shown)
    return f'<section class="list"><h2>Strips of marks, full size</h2>{check_bar(inches)}{drawn}</section>'


def _document(plan: AnyPlan, paper: str, title: str, pages: list[str], issue: Issue) -> str:
    w, h = PAPER[paper]
    inner = h - 2 * MARGIN_MM
    fonts = (resources.files("rowstake.files") / "fonts").joinpath()
    style = STYLE.format(fonts=f"file://{fonts}", w=w, h=h, margin=MARGIN_MM, inner=inner - 0.5, room=inner - BLOCK_MM)
    foot = f'<div class="foot">{_block(plan, title, None, issue)}</div>'
    return (
        f'<html><head><meta charset="utf-8"><title>{escape(plan.brief.job.name)}</title><style>{style}</style></head>'
        f"<body>{foot}{''.join(pages)}</body></html>"
    )


def sheets_html(plan: AnyPlan, paper: str, issue: Issue) -> str:
    """The whole set for one paper size."""
    w, h = PAPER[paper]
    width, room = w - 2 * MARGIN_MM, h - 2 * MARGIN_MM - BLOCK_MM
    pages = [_drawing(plan, scene, width, room, issue) for scene in plan.trade.scenes(plan).values()]
    pages += [_schedules(plan), _strips(plan, plan.trade.strips(plan)[:2], width), _lists(plan), _cautions(plan)]
    return _document(plan, paper, "Schedules, lists and cautions", pages, issue)


def strips_html(plan: AnyPlan, paper: str, issue: Issue) -> str:
    """Every strip of a job at full size."""
    width = PAPER[paper][0] - 2 * MARGIN_MM
    return _document(plan, paper, "Strips of marks", [_strips(plan, plan.trade.strips(plan), width)], issue)
