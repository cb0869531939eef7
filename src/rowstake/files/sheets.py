"""Drawing sheets as pages of HTML: a cover, several drawings to a page at stated scales, schedules, lists and cautions."""

from __future__ import annotations

from html import escape
from importlib import resources

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.cautions import cautions
from rowstake.core.drawing import Scene
from rowstake.core.drawing.solids import standing_scene
from rowstake.core.drawing.thin import Window, thin
from rowstake.core.plan import AnyPlan
from rowstake.core.views.base import Strip
from rowstake.core.views.build import ORDER
from rowstake.core.views.lists import buy_rows, cut_rows
from rowstake.files.base import Issue
from rowstake.files.codes import code_html
from rowstake.files.formats.svg import ROOM_PX, paper_size_mm, scene_svg
from rowstake.files.strips import check_bar, strip_html

PAPER = {"a4": (297.0, 210.0), "a3": (420.0, 297.0), "letter": (279.4, 215.9)}
MARGIN_MM = 10.0
BLOCK_MM = 24.0
SCALES = (5, 10, 20, 25, 50, 75, 100, 125, 150, 200, 250, 300, 400, 500, 750, 1000, 2000, 5000, 10000, 20000)

FACES = """
@font-face {{ font-family: "Source Sans 3"; font-weight: 400; src: url("{fonts}/source-sans-3-latin-400-normal.woff2"); }}
@font-face {{ font-family: "Source Sans 3"; font-weight: 700; src: url("{fonts}/source-sans-3-latin-700-normal.woff2"); }}
"""
STYLE = (
    FACES
    + """
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
.cell {{ position: absolute; text-align: center; overflow: hidden; }} .cell p {{ margin: 0; font-size: 8.5pt; text-align: left; }}
.cell .mid {{ display: flex; align-items: center; justify-content: center; }}
table {{ border-collapse: collapse; width: 100%; }} td, th {{ border-bottom: 0.2mm solid #b9b3a3; padding: 0.8mm 2mm; text-align: left; vertical-align: top; }}
.ticket {{ margin-top: 2.5mm; }} .ticket p {{ margin: 0 0 0.6mm; }} .ticket td {{ padding: 0.3mm 2mm; border: 0; }} .ticket table {{ width: auto; }}
th {{ font-size: 8pt; font-weight: 400; }} td.n {{ text-align: right; font-weight: 700; }}
"""
)


def scale_for(scene: Scene, width: float, height: float, room_px: float = ROOM_PX) -> int:
    """The largest usual scale at which a drawing fits the paper."""
    for scale in SCALES:
        w, h = paper_size_mm(scene, scale, room_px)
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
    scale = scale_for(scene, width, room)
    return f'<section><div class="draw">{scene_svg(scene, paper_scale=scale)}</div>{_block(plan, scene.title, scale, issue)}</section>'


Box = tuple[float, float, float, float]
"""Left, top, width, height on the page, mm."""
CAPTION_MM, APART_MM = 9.0, 4.0
SMALL_PX = 44.0
BESIDE, ALIKE = 3, 4
"""So many drawings, with a large one among them, and so many small ones, stand on a page."""
WIDE = 1.5


def _boxes(scenes: list[Scene], width: float, room: float) -> list[Box]:
    """Where the drawings of a page stand: the first large with the rest under it where it is wide, else beside it; four alike."""
    (x, y), rest = paper_size_mm(scenes[0], 1), len(scenes) - 1
    if not rest:
        return [(0.0, 0.0, width, room)]
    if scenes[0].name not in LARGE:
        across, down = (2, 2) if rest > 1 else (2, 1)
        w, h = width / across, room / down
        return [(n % across * w, n // across * h, w - APART_MM, h - APART_MM) for n in range(rest + 1)]
    if x > WIDE * y:
        high, each = room * 0.56, width / rest
        return [
            (0.0, 0.0, width, high),
            *((n * each, high + APART_MM, each - APART_MM, room - high - APART_MM) for n in range(rest)),
        ]
    wide, each = width * 0.62, room / rest
    return [
        (0.0, 0.0, wide, room),
        *((wide + APART_MM, n * each, width - wide - APART_MM, each - APART_MM) for n in range(rest)),
    ]


LARGE = ("plan", "elevation")


def _on_pages(scenes: list[Scene]) -> list[list[Scene]]:
    """Drawings by pages: a large one with as many small ones as follow and fit; the rest four to a page."""
    pages: list[list[Scene]] = []
    for scene in scenes:
        first = pages[-1][0].name if pages else "plan"
        most = 1 if first == "plan" else BESIDE if first in LARGE else ALIKE  # the plan has a page of its own
        if scene.name in LARGE or not pages or len(pages[-1]) >= most:
            pages.append([scene])
        else:
            pages[-1].append(scene)
    return pages


def _composed(plan: AnyPlan, scenes: list[Scene], width: float, room: float, issue: Issue) -> str:
    """One page of several drawings, each at a scale of its own that is stated under it."""
    if len(scenes) == 1:
        return _drawing(plan, scenes[0], width, room, issue)
    feet, cells = plan.brief.job.units == "ft-in", ""
    for scene, (left, top, w, h) in zip(scenes, _boxes(scenes, width, room), strict=True):
        around = ROOM_PX if scene.name in LARGE else SMALL_PX
        scale = scale_for(scene, w, h - CAPTION_MM, around)
        cells += (
            f'<div class="cell" style="left:{left:.1f}mm;top:{top:.1f}mm;width:{w:.1f}mm;height:{h:.1f}mm">'
            f"<p><b>{escape(scene.title)}</b> &nbsp; 1:{scale} &nbsp; {_bar(scale, feet)}</p>{scene_svg(scene, paper_scale=scale, room_px=around)}</div>"
        )
    title = ", ".join(dict.fromkeys(scene.title.split(",")[0].split(":")[0] for scene in scenes))
    return f"<section>{cells}{_block(plan, f'{title}. Scales as stated', None, issue)}</section>"


SHEET_DOTS = 4000.0
"""So many dots wide is a drawing on a sheet."""
MANY_PARTS = 1200
"""Past so many pieces the cover shows the drawing that tells jobs apart instead: what is hidden takes too long to find."""


def job_picture(plan: AnyPlan) -> Scene:
    """The job standing; or, of very many parts, the drawing that tells jobs apart."""
    solid = sum(part.solid is not None for part in plan.parts)
    return standing_scene(plan.parts) if 0 < solid <= MANY_PARTS else _as_printed(plan.trade.picture(plan))


def fonts_at() -> str:
    return f"file://{(resources.files('rowstake.files') / 'fonts').joinpath()}"


def _cover(plan: AnyPlan, width: float, room: float, issue: Issue) -> str:
    """The job standing, its key figures, and what is still to look at."""
    scene = job_picture(plan)
    wide = width * 0.66
    scale = scale_for(scene, wide, room - CAPTION_MM)
    figures = _table(["", ""], [[f.name, f.text] for f in plan.trade.figures(plan)], {1})
    open_ = f"<p>{len(plan.findings)} still to look at: see the last page.</p>" if plan.findings else ""
    return (
        f'<section><div class="cell" style="left:0;top:0;width:{wide:.1f}mm;height:{room:.1f}mm">'
        f"<p><b>{escape(scene.title)}</b> &nbsp; 1:{scale}</p>{scene_svg(scene, paper_scale=scale)}</div>"
        f'<div class="cell" style="left:{wide + APART_MM:.1f}mm;top:0;width:{width - wide - APART_MM:.1f}mm;height:{room:.1f}mm">'
        f"<h2>{escape(plan.brief.job.name)}</h2>{figures}{open_}</div>{_block(plan, 'What it is', None, issue)}</section>"
    )


def _in_order(plan: AnyPlan) -> list[Scene]:
    """Every drawing once, in the order of the work as the panels of its steps name them, then the others."""
    drawn = plan.trade.scenes(plan)
    named = [name for panels in plan.trade.panels(plan).values() for panel in panels for name in panel.scenes]
    return [_as_printed(drawn[name]) for name in dict.fromkeys((*named, *drawn)) if name in drawn]


def _as_printed(scene: Scene) -> Scene:
    """As fine as a sheet shows it."""
    return thin(scene, Window(scene.low, scene.high, SHEET_DOTS))


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


def _schedules(plan: AnyPlan, issue: Issue) -> str:
    """The first on a page of its own, the others together; each opens on a phone."""
    told = [
        f"{code_html(issue, 'looks' if x.title == ORDER else 'holes')}<h2>{escape(x.title)}</h2>{_table(list(x.heads), [list(row) for row in x.rows], set(x.numbers))}"
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
        f'<section class="list"><h2>String marks</h2>{_table(["Leg", "Mark", "Kind", "Middle", "Near face", "Far face"], marks, {3, 4, 5})}</section>'
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


def document_html(plan: AnyPlan, paper: str, title: str, pages: list[str], issue: Issue) -> str:
    """Pages with the style of all sheets, and what stands at their foot."""
    w, h = PAPER[paper]
    inner = h - 2 * MARGIN_MM
    style = STYLE.format(fonts=fonts_at(), w=w, h=h, margin=MARGIN_MM, inner=inner - 0.5, room=inner - BLOCK_MM)
    foot = f'<div class="foot">{_block(plan, title, None, issue)}</div>'
    return (
        f'<html><head><meta charset="utf-8"><title>{escape(plan.brief.job.name)}</title><style>{style}</style></head>'
        f"<body>{foot}{''.join(pages)}</body></html>"
    )


def sheets_html(plan: AnyPlan, paper: str, issue: Issue) -> str:
    """The whole set for one paper size."""
    w, h = PAPER[paper]
    width, room = w - 2 * MARGIN_MM, h - 2 * MARGIN_MM - BLOCK_MM
    pages = [_cover(plan, width, room, issue)]
    pages += [_composed(plan, scenes, width, room, issue) for scenes in _on_pages(_in_order(plan))]
    pages += [_schedules(plan, issue), _strips(plan, plan.trade.strips(plan)[:2], width), _lists(plan), _cautions(plan)]
    return document_html(plan, paper, "Schedules, lists and cautions", pages, issue)


def strips_html(plan: AnyPlan, paper: str, issue: Issue) -> str:
    """Every strip of a job at full size."""
    width = PAPER[paper][0] - 2 * MARGIN_MM
    return document_html(plan, paper, "Strips of marks", [_strips(plan, plan.trade.strips(plan), width)], issue)
