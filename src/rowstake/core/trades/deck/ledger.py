"""The ledger on the house: its fixings in two staggered rows clear of the joists, flashing and ties."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import Good
from rowstake.core.reckoners.ledger_fasteners import LEAST_MM, spacing_mm
from rowstake.core.trades.deck.beam_line import Supports
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.clear import merged
from rowstake.core.trades.deck.frame import Grid, Stick

SIDING_MM = CATALOGUE.deck.siding_mm
"""Sheathing and packing between ledger and house rim; what is there is measured before bolts are bought."""
SPACER_MM = CATALOGUE.deck.spacer_mm


def fixing(brief: DeckBrief, ledger_mm: float) -> Good:
    """The fixing as it is bought: as long as ledger, sheathing and the house's rim are thick, and its spacers."""
    how, rim = brief.deck.ledger.fastener, CATALOGUE.deck.house_rim_mm
    through = ledger_mm + SIDING_MM + rim + (SPACER_MM if how == "bolt_13mm_spaced" else 0.0)
    if how == "rated_screw":
        return brief.sold.screw("structural_screw", through)[0]
    if how == "lag_13mm":
        return brief.sold.good("lag_screw", brief.sold.lag_mm(through))
    return brief.sold.bolt(through, "bolt_spaced" if how == "bolt_13mm_spaced" else "bolt")


MOST_BRACKETS_MM = CATALOGUE.deck.most_brackets_mm
CLEAR_MM = CATALOGUE.deck.ledger_clear_mm
FLASHING_MM, MEMBRANE_MM = CATALOGUE.deck.flashing_mm, CATALOGUE.deck.membrane_mm
LAP_MM = CATALOGUE.deck.flashing_lap_mm


@dataclass(frozen=True, slots=True)
class LedgerHole:
    """A fixing: along s, and how high over the ledger's lower edge."""

    s: float
    up_mm: float


@dataclass(frozen=True, slots=True)
class LedgerPlan:
    """`spacing_mm` is what the load allows by the table or by capacity (`by`); `holes` keep to it or closer, and clear of
    the joists, or stand in pairs either side of joists too close to step over. `rows` is 1 where the ledger is too low for
    two. `over` says where a stride is longer than even pairs hold."""

    length_mm: float
    spacing_mm: float
    span_mm: float
    by: str
    rows: int
    thick_mm: float
    holes: tuple[LedgerHole, ...]
    over: bool


def plan_ledger(brief: DeckBrief, grid: Grid, supports: Supports, sticks: list[Stick]) -> LedgerPlan | None:
    """None where the deck stands free."""
    pieces = [s for s in sticks if s.kind == "ledger"]
    if not pieces:
        return None
    spans = [b[1] - b[0] for g in grid.groups if g.ledger and len(b := supports.bearings(g)) > 1]
    span = max(spans, default=0.0)
    spacing, by = spacing_mm(
        brief.deck.ledger.fastener,
        max(span, 1.0),
        brief.live_kpa,
        brief.deck.loads.dead_kpa,
        brief.deck.ledger.screw_kn,
    )
    if (rated := brief.deck.ledger.bracket_kn) is not None and brief.deck.house.siding == "veneer":
        spacing = min(rated * 1000 / max(brief.total_kpa * max(span, 1.0) / 2 / 1000, 0.001), MOST_BRACKETS_MM)
        by = "the brackets' rating"
    facts, high = CATALOGUE.deck, supports.joist.width_mm
    two = high - 2 * facts.ledger_edge_mm >= facts.ledger_rows_mm - 0.5
    levels = (high - facts.ledger_edge_mm, facts.ledger_edge_mm) if two else (high / 2, high / 2)
    holes: list[LedgerHole] = []
    over = spacing < LEAST_MM - 1e-6
    for stick in pieces:
        low, far = sorted((stick.a[0], stick.b[0]))
        places, paired = _places(grid, low, far, max(spacing, LEAST_MM))
        over = over or (bool(paired) and (not two or any(b - a > 2 * spacing for a, b in pairwise(places))))
        for n, s in enumerate(places):
            ups = levels if s in paired and two else (levels[n % 2],)
            holes += [LedgerHole(s, up) for up in ups]
    return LedgerPlan(
        sum(s.length_mm for s in pieces),
        spacing,
        span,
        by,
        2 if two else 1,
        supports.joist.thickness_mm,
        tuple(holes),
        over,
    )


def _places(grid: Grid, low: float, high: float, spacing: float) -> tuple[list[float], set[float]]:
    """Where along one ledger fixings stand, none where a joist sits: as few as the load allows and as even as they go.
    The second holds those that are doubled, on both sides of joists too close together to be stepped over."""
    end = min(CATALOGUE.deck.ledger_end_mm, (high - low) / 4)
    clear = grid.thick_mm / 2 + CLEAR_MM
    on = [j.s for j in grid.joists if j.near == "ledger"]
    blocked = merged([(s - clear, s + clear) for s in on if low - clear < s < high + clear])
    first, last = _clear(low + end, blocked, 1), _clear(high - end, blocked, -1)
    places, paired = _stride(first, last, spacing, blocked)
    short, far = 0.0, spacing
    while far - short > 1:
        middle = (short + far) / 2
        tried, doubled = _stride(first, last, middle, blocked)
        if len(tried) == len(places) and doubled <= paired:
            places, paired, far = tried, doubled, middle
        else:
            short = middle
    return places, paired


def _clear(s: float, blocked: list[tuple[float, float]], way: int) -> float:
    """The nearest place clear of every joist, going one way only."""
    for a, b in sorted(blocked, reverse=way < 0):
        if a < s < b:
            s = b if way > 0 else a
    return s


def _stride(
    first: float, last: float, spacing: float, blocked: list[tuple[float, float]]
) -> tuple[list[float], set[float]]:
    """From the first place to the last in strides of at most `spacing`; longer, with both places doubled, over joists that
    cannot be stepped over."""
    if first >= last:
        return [(first + last) / 2], set()
    places, paired = [first], set()
    while places[-1] < last:
        s = _clear(min(places[-1] + spacing, last), blocked, -1)
        if s <= places[-1] + 1 and s < last:
            s = min(_clear(places[-1] + spacing, blocked, 1), last)
            paired |= {places[-1], s}
        places.append(s)
    return places, paired


def bracketed(brief: DeckBrief) -> bool:
    """True where rated brackets hold the ledger off a veneer."""
    return brief.deck.house.siding == "veneer" and brief.deck.ledger.bracket_kn is not None
