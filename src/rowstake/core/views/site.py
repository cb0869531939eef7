"""What site mode shows of a plan, of whatever trade: holes, bays, frames to be squared, rows to be kept parallel, supports."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.catalogue.models import Bag
from rowstake.core.measure import Printer
from rowstake.core.planned import AnyPlan
from rowstake.core.reckoners.hole_concrete import bags_for
from rowstake.core.reckoners.three_four_five import ThreeFourFive
from rowstake.core.reckoners.three_four_five import run as three_four_five
from rowstake.core.record.question import AsBuilt
from rowstake.core.setting import FillLayer
from rowstake.core.views.setting_out import StringTold


@dataclass(frozen=True, slots=True)
class HoleTold:
    """One hole or footing. `key_mm` is the mark that tells which it is, `mark_mm` where its post stands; both from its leg's start. `entries`
    are the readings that count; `off` what was measured beside what was drawn, and `asks` where that is out of tolerance."""

    id: str
    label: str
    leg: int
    key_mm: float
    mark_mm: float
    mark: str
    face: str
    kind: str
    depth: str
    across: str
    fill: tuple[str, ...]
    stick: str
    post: str
    entries: tuple[str, ...] = ()
    off: tuple[str, ...] = ()
    asks: bool = False
    said: Mapping[str, float | str | bool] = field(default_factory=dict)
    """What its readings say together: a new one takes it along where it answers them."""
    row: str = ""
    """What it stands in a row under with others: its leg, its beam; nothing where it stands alone."""
    sides: tuple[str, str] = ("to the left", "to the right")
    """Where it stands when it is off that row."""


@dataclass(frozen=True, slots=True)
class BayTold:
    """One bay: `hole` is the id of the post at its end, `after_mm` the mark of the post before, `faces_mm` half of both posts' faces."""

    label: str
    leg: int
    hole: str
    key_mm: float
    after_mm: float
    faces_mm: float
    clear_mm: float
    clear: str
    read: bool
    pieces: tuple[str, ...] = ()
    """Labels of what lies along it."""


@dataclass(frozen=True, slots=True)
class MarkStretch:
    """What marks are divided over when there is no signal: between fixed posts, in equal bays of at most `pitch_mm`."""

    leg: int
    start_mm: float
    end_mm: float
    pitch_mm: float


@dataclass(frozen=True, slots=True)
class FrameTold:
    """A frame that is squared by its diagonals: the rectangle that exists, in words and in figures."""

    id: str
    name: str
    long_mm: float
    wide_mm: float
    diagonal: str
    note: str
    true_mm: float
    """Two diagonals no further apart are true."""


@dataclass(frozen=True, slots=True)
class CornerTold:
    """A corner set out with a tape: marks on both sides, and how far they are apart when it is right."""

    name: str
    angle: str
    one: str
    other: str
    apart: str


@dataclass(frozen=True, slots=True)
class RowsTold:
    """Rows of boards that are kept parallel: their width, the gap as designed, and its limits."""

    id: str
    name: str
    board_mm: float
    gap_mm: float
    least_mm: float
    most_mm: float


@dataclass(frozen=True, slots=True)
class SupportTold:
    """What stands at a height: `drawn` in words, `cut_mm` the post on it, where there is one that is cut to fit."""

    id: str
    name: str
    drawn: str
    drawn_mm: float | None
    cut_mm: float | None
    off_mm: float | None = None
    entry: str = ""
    do: str = ""
    asks: bool = False
    level_mm: float | None = None
    """How high it is drawn over where the job's heights are measured from, for a staff; None where nothing stands on it to be cut."""


@dataclass(frozen=True, slots=True)
class SizeAsked:
    """Something of the document that may be measured, by its path."""

    path: str
    name: str
    drawn: str


@dataclass(frozen=True, slots=True)
class SiteTold:
    holes: tuple[HoleTold, ...] = ()
    bays: tuple[BayTold, ...] = ()
    stretches: tuple[MarkStretch, ...] = ()
    frames: tuple[FrameTold, ...] = ()
    corners: tuple[CornerTold, ...] = ()
    strings: tuple[StringTold, ...] = ()
    rows: tuple[RowsTold, ...] = ()
    supports: tuple[SupportTold, ...] = ()
    sizes: tuple[SizeAsked, ...] = ()
    pending: Mapping[str, str] = field(default_factory=dict)
    """Pieces that are cut to what is not measured yet, by label: what is to be measured first."""
    lengths: Mapping[str, float] = field(default_factory=dict)
    """Lengths of pieces that a reading has changed, by label."""


CHORD_MM = 3000.0
"""How far out a corner that is not square is marked, where its sides are long enough."""
UNIT_MM = {"mm": 300.0, "ft-in": 304.8}
"""What three, four and five are counted in."""


def corner_told(name: str, inner_deg: float, sides_mm: tuple[float, float], p: Printer) -> CornerTold:
    """A square corner by three, four and five, as large as its sides allow; any other by its chord, `2 · L · sin(angle / 2)`. Lengths in mm."""
    angle = f"{inner_deg:g}°"
    unit = UNIT_MM[p.units]
    if abs(inner_deg - 90) < 0.05 and min(sides_mm) >= 3 * unit and max(sides_mm) >= 4 * unit:
        made = three_four_five(ThreeFourFive(side_a_mm=sides_mm[0], side_b_mm=sides_mm[1], unit_mm=unit))
        return CornerTold(name, angle, p.length(made.a_mm), p.length(made.b_mm), p.length(made.diagonal_mm))
    long = min(CHORD_MM, *sides_mm)
    return CornerTold(
        name, angle, p.length(long), p.length(long), p.length(2 * long * math.sin(math.radians(inner_deg) / 2))
    )


def filled(layers: Iterable[FillLayer], bag: Bag, p: Printer) -> tuple[str, ...]:
    """What goes into a hole, from below; concrete in bags."""
    waste, out = CATALOGUE.materials.concrete.waste_pct, []
    for layer in layers:
        poured = layer.material == "concrete"
        deep = p.length(layer.top_mm - layer.bottom_mm)
        out.append(f"{layer.what}: {f'{bags_for(layer.volume_m3, bag.kg, waste)} × {bag.name}' if poured else deep}")
    return tuple(out)


def site_told(plan: AnyPlan, built: AsBuilt) -> SiteTold:
    """What site mode shows of a plan as built; nothing of a trade that has nothing to measure."""
    made: SiteTold | None = plan.trade.site(plan, built)
    return made or SiteTold()
