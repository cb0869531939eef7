"""Any drawing as DXF: real millimetres, layers named for the trade, dimensions as dimensions."""

from __future__ import annotations

import io
import math
from typing import Any

import ezdxf.units
from ezdxf.document import Drawing
from ezdxf.enums import TextEntityAlignment
from ezdxf.filemanagement import new

from rowstake.core.drawing import Scene, Shape
from rowstake.core.plan import AnyPlan
from rowstake.files.base import Format, Issue
from rowstake.files.drawings import drawing, titles

LAYERS = {
    "string": ("STRING", 6), "post": ("POSTS", 32), "board": ("BOARDS", 42), "rail": ("RAILS", 34),
    "frame": ("GATES", 30), "brace": ("GATES", 30), "swing": ("GATES", 30), "concrete": ("CONCRETE", 8),
    "gravel": ("GRAVEL", 9), "hole": ("HOLES", 43), "ground": ("GROUND", 7), "frost": ("FROST", 5),
    "zone": ("OBSTACLES", 2), "mark": ("DIMENSIONS", 7), "label": ("LABELS", 7), "quiet": ("HIDDEN", 8),
    "power": ("POWER", 1), "gas": ("GAS", 2), "telecom": ("TELECOM", 30), "water": ("WATER", 5), "reclaimed": ("RECLAIMED", 6), "drain": ("DRAIN", 3),
}  # fmt: skip
ROW_OF_SIZE = 45
"""A row of dimensions stands this share of the drawing's size off what it measures."""
STYLE = "ROWSTAKE"


def _new(text_mm: float) -> Drawing:
    document = new("R2010", setup=True)
    document.units = ezdxf.units.MM
    document.header["$MEASUREMENT"] = 1
    for name, colour in dict(LAYERS.values()).items():
        document.layers.add(name, color=colour)
    style: Any = document.dimstyles.duplicate_entry("EZDXF", STYLE)
    style.dxf.dimtxt = text_mm
    style.dxf.dimasz = text_mm * 0.6
    style.dxf.dimexe = style.dxf.dimexo = style.dxf.dimgap = text_mm * 0.4
    style.dxf.dimlfac = 1
    return document


def _draw(space: Any, shape: Shape, row_mm: float, text_mm: float) -> None:
    layer = {"layer": LAYERS[shape.look][0]}
    if shape.kind == "dim":
        if math.dist(*shape.points) < 1e-6:
            return
        p1, p2 = shape.points
        space.add_aligned_dim(
            p1=p1, p2=p2, distance=shape.aside * row_mm, text=shape.text, dimstyle=STYLE, dxfattribs=layer
        ).render()
    elif shape.kind == "text":
        x, y = shape.points[0]
        if len(shape.points) > 1:
            (tx, ty), step = shape.points[1], row_mm * shape.aside
            x, y = x + (tx - x) * step, y + (ty - y) * step
        space.add_text(shape.text, height=text_mm, dxfattribs=layer).set_placement(
            (x, y), align=TextEntityAlignment.MIDDLE_CENTER
        )
    elif shape.kind == "circle":
        space.add_circle(shape.points[0], shape.radius_mm, dxfattribs=layer)
    else:
        kind = {**layer, "linetype": "DASHED"} if shape.hidden else layer
        space.add_lwpolyline(shape.points, close=shape.kind == "poly", dxfattribs=kind)


def scene_dxf(scene: Scene) -> Drawing:
    """One scene as a drawing in millimetres."""
    size = max(scene.high[0] - scene.low[0], scene.high[1] - scene.low[1])
    text_mm, row_mm = size / 110, size / ROW_OF_SIZE
    document = _new(text_mm)
    space = document.modelspace()
    for shape in scene.shapes:
        _draw(space, shape, row_mm, text_mm)
    middle = ((scene.low[0] + scene.high[0]) / 2, scene.low[1] - 2 * row_mm)
    space.add_text(scene.title, height=text_mm * 1.4, dxfattribs={"layer": "LABELS"}).set_placement(
        middle, align=TextEntityAlignment.MIDDLE_CENTER
    )
    return document


def write(plan: AnyPlan, document: str, _: Issue) -> bytes:
    out = io.StringIO()
    scene_dxf(drawing(plan, document)).write(out)
    return out.getvalue().encode("utf-8")


FORMAT = Format(
    "dxf", "drawings", "drawing for CAD", "image/vnd.dxf", "dxf",
    titles, write,
)  # fmt: skip
