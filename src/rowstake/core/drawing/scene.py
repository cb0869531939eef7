"""What every drawing is: shapes in real millimetres (y up) with a look, a layer and the part they show."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from typing import Literal

from rowstake.core.catalogue.models import Look
from rowstake.core.value import value

__all__ = ["Handle", "Layer", "LegFrame", "Look", "Point", "Scene", "Shape", "Sketch"]

Point = tuple[float, float]


@value
class Shape:
    """`of` is the label of the part or thing shown; selection links drawings, tape and lists through it.

    A `dim` is drawn between its two points, moved `aside` rows to the left of their direction; `text` is what it says.
    A `text` stands at its point; with a second point it is moved `aside` rows in that direction, clear of what it names.
    `hidden` shapes lie behind something or below ground.
    """

    kind: Literal["poly", "line", "circle", "text", "dim"]
    points: tuple[Point, ...]
    look: Look
    of: str = ""
    text: str = ""
    radius_mm: float = 0.0
    aside: float = 0.0
    hidden: bool = False
    layer: str = ""


@dataclass(frozen=True, slots=True)
class Layer:
    """Shapes of a scene that are shown or put away together, in the order they are built."""

    key: str
    name: str


@dataclass(frozen=True, slots=True)
class Handle:
    """Something that can be dragged: a corner, a gate or an obstacle, along the plan or along its leg."""

    kind: Literal["corner", "gate", "obstacle", "deck", "cut", "level", "steps"]
    id: str
    at: Point
    leg: int = 0
    offset_mm: float = 0.0


@dataclass(frozen=True, slots=True)
class LegFrame:
    """Where a leg lies in a scene, to turn a pointer into a running mark."""

    leg: int
    start: Point
    end: Point
    length_mm: float


@dataclass(frozen=True, slots=True)
class Scene:
    """`low` and `high` are the corners of what is to be shown; `part` where more would be seen closer."""

    name: str
    title: str
    low: Point
    high: Point
    shapes: tuple[Shape, ...]
    handles: tuple[Handle, ...] = ()
    legs: tuple[LegFrame, ...] = ()
    layers: tuple[Layer, ...] = ()
    part: bool = False


@dataclass(slots=True)
class Sketch:
    """Collects shapes and the room they take."""

    shapes: list[Shape] = field(default_factory=list)
    layer: str = ""

    def add(self, shape: Shape) -> None:
        self.shapes.append(replace(shape, layer=self.layer) if self.layer else shape)

    def rect(self, x0: float, y0: float, x1: float, y1: float, look: Look, of: str = "", hidden: bool = False) -> None:
        self.add(Shape("poly", ((x0, y0), (x1, y0), (x1, y1), (x0, y1)), look, of, hidden=hidden))

    def line(self, a: Point, b: Point, look: Look, of: str = "", hidden: bool = False) -> None:
        self.add(Shape("line", (a, b), look, of, hidden=hidden))

    def text(self, at: Point, words: str, look: Look = "label", of: str = "", towards: Point | None = None) -> None:
        points = (at,) if towards is None else (at, towards)
        self.add(Shape("text", points, look, of, words, aside=1.0 if towards else 0.0))

    def dim(self, a: Point, b: Point, words: str, aside: float = 1.0, of: str = "") -> None:
        self.add(Shape("dim", (a, b), "mark", of, words, aside=aside))

    def scene(self, name: str, title: str, margin_mm: float, **more: object) -> Scene:
        xs = [x for s in self.shapes for x, _ in s.points]
        ys = [y for s in self.shapes for _, y in s.points]
        low = (min(xs, default=0) - margin_mm, min(ys, default=0) - margin_mm)
        high = (max(xs, default=0) + margin_mm, max(ys, default=0) + margin_mm)
        return Scene(name, title, low, high, tuple(self.shapes), **more)  # type: ignore[arg-type]
