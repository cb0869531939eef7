"""The ledger on the house: its fixings in two staggered rows clear of the joists, flashing and ties."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.deck.brief import DeckBrief
from rowstake.core.deck.frame import Grid, Stick
from rowstake.core.deck.supports import Supports
from rowstake.core.parts import Part
from rowstake.core.reckoners.base import up
from rowstake.core.reckoners.ledger_fasteners import LedgerFasteners
from rowstake.core.reckoners.ledger_fasteners import run as ledger_fasteners

ITEM = {
    "lag_13mm": "lag screw 13 mm (1/2 in) with washer",
    "bolt_13mm": "bolt 13 mm (1/2 in) with nut and washers",
    "bolt_13mm_spaced": "bolt 13 mm (1/2 in) with nut, washers and drainage spacers",
}
BRACKET = "bracket for brick veneer, with its anchors"
MOST_BRACKETS_MM = 1200.0
CLEAR_MM = 40.0
FLASHING_MM = 3000.0
LAP_MM = 100.0


@dataclass(frozen=True, slots=True)
class Hole:
    """A fixing: along s, and in the upper or the lower row of the ledger."""

    s: float
    upper: bool


@dataclass(frozen=True, slots=True)
class LedgerPlan:
    """`spacing_mm` is what the load allows; `holes` keep to it or closer, and clear of the joists."""

    length_mm: float
    spacing_mm: float
    span_mm: float
    holes: tuple[Hole, ...]


def plan_ledger(brief: DeckBrief, grid: Grid, supports: Supports, sticks: list[Stick]) -> LedgerPlan | None:
    """None where the deck stands free."""
    pieces = [s for s in sticks if s.kind == "ledger"]
    if not pieces:
        return None
    spans = [b[1] - b[0] for g in grid.groups if g.ledger and len(b := supports.bearings(g)) > 1]
    span = max(spans, default=0.0)
    length = sum(s.length_mm for s in pieces)
    fixed = ledger_fasteners(
        LedgerFasteners(
            joist_span_mm=max(span, 1.0), fastener=brief.deck.ledger.fastener, live_kpa=brief.live_kpa,
            dead_kpa=brief.deck.loads.dead_kpa, length_mm=length,
        )
    )  # fmt: skip
    spacing = fixed.spacing_mm
    if (rated := brief.deck.ledger.bracket_kn) is not None and brief.deck.house.siding == "veneer":
        spacing = min(rated * 1000 / max(brief.total_kpa * max(span, 1.0) / 2 / 1000, 0.001), MOST_BRACKETS_MM)
    holes: list[Hole] = []
    for stick in pieces:
        low, high = sorted((stick.a[0], stick.b[0]))
        holes += _holes(grid, low, high, spacing)
    return LedgerPlan(length, spacing, span, tuple(holes))


def _holes(grid: Grid, low: float, high: float, spacing: float) -> list[Hole]:
    """As few as the load allows and as even as they go, none where a joist sits; plainly even where none keeps clear."""
    end = min(CATALOGUE.materials.deck.ledger_end_mm, (high - low) / 4)
    clear = grid.thick_mm / 2 + CLEAR_MM
    blocked = [(j.s - clear, j.s + clear) for j in grid.joists if low - clear < j.s < high + clear]
    first, last = _clear(low + end, blocked, 1), _clear(high - end, blocked, -1)
    places = _stride(first, last, spacing, blocked)
    if places is None:
        count = up((high - low - 2 * end) / spacing) + 1
        places = [low + end + (high - low - 2 * end) * n / max(count - 1, 1) for n in range(count)]
    else:
        short, far = 0.0, spacing
        while far - short > 1:
            middle = (short + far) / 2
            tried = _stride(first, last, middle, blocked)
            if tried is not None and len(tried) == len(places):
                places, far = tried, middle
            else:
                short = middle
    return [Hole(s, n % 2 == 0) for n, s in enumerate(places)]


def _clear(s: float, blocked: list[tuple[float, float]], way: int) -> float:
    """The nearest place clear of every joist, going one way only."""
    for a, b in sorted(blocked, reverse=way < 0):
        if a < s < b:
            s = b if way > 0 else a
    return s


def _stride(first: float, last: float, spacing: float, blocked: list[tuple[float, float]]) -> list[float] | None:
    """From the first place to the last in strides of at most `spacing`; None where a joist cannot be stepped over."""
    if first >= last:
        return [(first + last) / 2]
    places = [first]
    while places[-1] < last:
        s = _clear(min(places[-1] + spacing, last), blocked, -1)
        if s <= places[-1] + 1 and s < last:
            return None
        places.append(s)
    return places


def bracketed(brief: DeckBrief) -> bool:
    """True where rated brackets hold the ledger off a veneer."""
    return brief.deck.house.siding == "veneer" and brief.deck.ledger.bracket_kn is not None


def ledger_parts(brief: DeckBrief, ledger: LedgerPlan | None) -> list[Part]:
    if ledger is None:
        return []
    facts = CATALOGUE.materials.deck
    flashing = up((ledger.length_mm + LAP_MM) / (FLASHING_MM - LAP_MM))

    def item(what: str, count: float) -> Part:
        return Part(f"ledger {what}", "hardware", "frame", what, "ledger", amount=count, unit="each")

    return [
        item(BRACKET if bracketed(brief) else ITEM[brief.deck.ledger.fastener], len(ledger.holes)),
        item(f"Z flashing, {FLASHING_MM / 1000:g} m", flashing),
        item("self-adhesive membrane behind the ledger, 5 m roll", up(ledger.length_mm / 5000)),
        item(f"lateral tie, {facts.ties_kn:g} kN", facts.ties),
    ]
