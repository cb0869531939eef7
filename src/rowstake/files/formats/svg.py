"""Any drawing as SVG, in real millimetres: one user unit is one millimetre on site."""

from __future__ import annotations

import math
from xml.sax.saxutils import escape, quoteattr

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.drawing import Scene, Shape
from rowstake.core.plan import AnyPlan
from rowstake.files.base import Format, Issue
from rowstake.files.drawings import drawing, titles

PAPER_UNIT = 0.236
"""Paper millimetres that stand for one pixel of the screen: text of 11 is then 2.6 mm high."""
BURIED = ("power", "gas", "telecom", "water", "reclaimed", "drain")
INK, SIGNAL = "#26323a", "#b3126f"
LOOKS = {
    "string": f'fill="none" stroke="{SIGNAL}"', "post": f'fill="#b98d5c" stroke="{INK}"',
    "board": f'fill="#e0c49a" stroke="{INK}"', "rail": f'fill="#cfa979" stroke="{INK}"',
    "frame": f'fill="#cfa979" stroke="{INK}"', "brace": f'fill="none" stroke="{INK}"',
    "concrete": f'fill="#c9cac6" stroke="{INK}"', "gravel": f'fill="#dcd8cd" stroke="{INK}"',
    "hole": 'fill="#d8c9b2" stroke="none"', "ground": f'fill="none" stroke="{INK}"',
    "frost": 'fill="none" stroke="#4d7a96"', "zone": 'fill="#efe3c8" stroke="#8a6d1f"',
    "swing": f'fill="none" stroke="{INK}"', "mark": f'fill="none" stroke="{INK}"',
    "label": f'fill="{INK}"', "quiet": 'fill="none" stroke="#6b767c"',
    "power": 'fill="none" stroke="#c8102e"', "gas": 'fill="none" stroke="#c9a400"', "telecom": 'fill="none" stroke="#d9730d"',
    "water": 'fill="none" stroke="#0b5cad"', "reclaimed": 'fill="none" stroke="#6f2da8"', "drain": 'fill="none" stroke="#1f7a33"',
}  # fmt: skip
"""Buried lines have the public uniform colours of utility marking."""


def _line_weight(shape: Shape, unit: float) -> str:
    weight = {"string": 2.0, "ground": 2.4, "brace": 1.6, **dict.fromkeys(BURIED, 2.4)}.get(shape.look, 0.8)
    dash = f' stroke-dasharray="{6 * unit:g} {4 * unit:g}"' if shape.hidden or shape.look in ("swing", "frost") else ""
    return f'stroke-width="{weight * unit:g}"{dash}'


def _text(x: float, y: float, words: str, size: float, turn: float = 0.0) -> str:
    spin = f' transform="rotate({turn:g} {x:g} {y:g})"' if turn else ""
    return (
        f'<text x="{x:g}" y="{y:g}" font-size="{size:g}" text-anchor="middle" fill="{INK}"{spin}>{escape(words)}</text>'
    )


def _dim(shape: Shape, unit: float) -> list[str]:
    """A dimension line moved to the left of its direction, ticks at both ends, words on it."""
    (ax, ay), (bx, by) = shape.points
    length = math.hypot(bx - ax, by - ay) or 1.0
    nx, ny = -(by - ay) / length, (bx - ax) / length
    off = shape.aside * 22 * unit
    x0, y0, x1, y1 = ax + nx * off, -(ay + ny * off), bx + nx * off, -(by + ny * off)
    turn = math.degrees(math.atan2(y1 - y0, x1 - x0))
    turn = turn - 180 if turn > 90 else turn + 180 if turn <= -90 else turn
    tick = 5 * unit
    ticks = "".join(
        f'<line x1="{x - tick:g}" y1="{y + tick:g}" x2="{x + tick:g}" y2="{y - tick:g}" stroke="{INK}" stroke-width="{unit:g}"/>'
        for x, y in ((x0, y0), (x1, y1))
    )
    bar = f'<line x1="{x0:g}" y1="{y0:g}" x2="{x1:g}" y2="{y1:g}" stroke="{INK}" stroke-width="{0.7 * unit:g}"/>'
    middle = ((x0 + x1) / 2, (y0 + y1) / 2)
    lift = 5 * unit
    up = (middle[0] + math.sin(math.radians(turn)) * lift, middle[1] - math.cos(math.radians(turn)) * lift)
    return [bar, ticks, _text(*up, shape.text, 11 * unit, turn)]


def _draw(shape: Shape, unit: float) -> list[str]:
    if shape.kind == "dim":
        return _dim(shape, unit)
    if shape.kind == "text":
        (x, y), size = shape.points[0], 12 * unit
        if len(shape.points) > 1:
            (tx, ty), step = shape.points[1], 18 * unit * shape.aside
            x, y = x + (tx - x) * step, y + (ty - y) * step
        return [_text(x, -y, shape.text, size)]
    look = f"{LOOKS[shape.look]} {_line_weight(shape, unit)} data-part={quoteattr(shape.of)}"
    if shape.kind == "circle":
        (x, y) = shape.points[0]
        return [f'<circle cx="{x:g}" cy="{-y:g}" r="{shape.radius_mm:g}" {look}/>']
    points = " ".join(f"{x:.2f},{-y:.2f}" for x, y in shape.points)
    if shape.look == "label":  # an outline without a look of its own: drawn, not filled
        look = f'fill="none" stroke="{INK}" {_line_weight(shape, unit)} data-part={quoteattr(shape.of)}'
    tag = "polygon" if shape.kind == "poly" else "polyline"
    return [f'<{tag} points="{points}" {look}/>']


ROOM_PX = 70.0
"""What dimensions take around a drawing; one drawn small among others makes do with less."""


def scene_svg(scene: Scene, caution: str = "", paper_scale: float | None = None, room_px: float = ROOM_PX) -> str:
    """One scene, with its title and the standing caution below it.

    With `paper_scale` (50 for 1:50) it is sized for paper: its text at 2.6 mm, `room_px` around it and nothing below it.
    """
    width, height = scene.high[0] - scene.low[0], scene.high[1] - scene.low[1]
    unit = PAPER_UNIT * paper_scale if paper_scale else max(width, height) / 1100
    pad = (room_px if paper_scale else 90) * unit
    view = (scene.low[0] - pad, -scene.high[1] - pad, width + 2 * pad, height + (2 if paper_scale else 2.6) * pad)
    body = [part for shape in scene.shapes for part in _draw(shape, unit)]
    if not paper_scale:
        foot, middle = -scene.low[1] + 1.1 * pad, (scene.low[0] + scene.high[0]) / 2
        body.append(_text(middle, foot, scene.title, 15 * unit))
        if caution:
            body.append(_text(middle, foot + 22 * unit, caution, 10 * unit))
    box, size = " ".join(f"{v:g}" for v in view), paper_scale or 1.0
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="{box}" width="{view[2] / size:g}mm" height="{view[3] / size:g}mm" '
        f'font-family="Source Sans 3, sans-serif"><title>{escape(scene.title)}</title>{"".join(body)}</svg>\n'
    )


def paper_size_mm(scene: Scene, paper_scale: float, room_px: float = ROOM_PX) -> tuple[float, float]:
    """Width and height on paper of `scene_svg` at a scale."""
    pad = 2 * room_px * PAPER_UNIT
    return (
        (scene.high[0] - scene.low[0]) / paper_scale + pad,
        (scene.high[1] - scene.low[1]) / paper_scale + pad,
    )


def write(plan: AnyPlan, document: str, _: Issue) -> bytes:
    caution = str(CATALOGUE.cautions["always"])
    return scene_svg(drawing(plan, document), caution).encode()


FORMAT = Format(
    "svg", "drawings", "drawing", "image/svg+xml", "svg",
    titles, write,
)  # fmt: skip
