"""Levels of a deck: what their components ask is settled, then each lays its parts; the main level first."""

from __future__ import annotations

from dataclasses import replace

from shapely.geometry.base import BaseGeometry

from rowstake.core.faults import refuse
from rowstake.core.kinds import kind_of
from rowstake.core.parts import Part
from rowstake.core.sealer import end_sealer
from rowstake.core.trades.deck.alone import on_what_is_there
from rowstake.core.trades.deck.boards import lay_boards
from rowstake.core.trades.deck.braces import braces
from rowstake.core.trades.deck.brief import DeckBrief, resolve_deck
from rowstake.core.trades.deck.carried import dig_footings, stand_posts
from rowstake.core.trades.deck.components import components
from rowstake.core.trades.deck.corners import corners
from rowstake.core.trades.deck.demands import Nailer
from rowstake.core.trades.deck.document import DeckJob
from rowstake.core.trades.deck.frame import Stick
from rowstake.core.trades.deck.ledger import plan_ledger
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.members import doubled, frame_sticks
from rowstake.core.trades.deck.parted import parted
from rowstake.core.trades.deck.place import Place
from rowstake.core.trades.deck.settle import settled_frame
from rowstake.core.trades.deck.stack import place_of
from rowstake.core.trades.deck.work import beside_posts, worked

TOUCH_MM2 = 1000.0


def lay_level(brief: DeckBrief) -> DeckLevel:
    """Demands, then the frame that settles them, then parts in the order of the work. Raises `JobFault` where it cannot be
    laid out."""
    every = components(brief.deck.there)
    brief = replace(brief, asked=tuple(demand for c in every for demand in c.demands(brief)))
    level = _settled(brief)
    brief = level.brief
    asked = [*brief.asked, *(demand for c in every for demand in c.blocks(level))]
    grid = parted(level.grid, asked, level.supports.beams if level.supports.flush else ())
    more = beside_posts(brief, grid, level.supports)
    level = replace(level, grid=grid, work=tuple(sorted((*level.work, *more), key=lambda w: -w.used)))
    sticks = _labelled(brief.place, frame_sticks(brief, level.grid, level.supports, asked))
    ledger = plan_ledger(brief, level.grid, level.supports, [stick for _, stick in sticks])
    level = replace(level, sticks=tuple(sticks), ledger=ledger, asked=tuple(asked))
    parts: list[Part] = []
    for component in every:  # each sees what those before it have laid
        laid = component.lay(replace(level, parts=tuple(parts)))
        parts += on_what_is_there(laid) if brief.deck.there else laid
    parts += end_sealer(brief.sold, parts, brief.place.label("cut ends"))
    return replace(level, parts=tuple(parts))


def _settled(brief: DeckBrief) -> DeckLevel:
    """Under a drainage membrane the joists that board joints lie on are doubled all along, and the boards laid again on those."""
    level = _settled_once(brief)
    for n in range(DOUBLE_TRIES if brief.deck.drainage.on else 0):
        lacking = _undoubled(level)
        if not lacking:
            break
        aside = level.grid.thick_mm * (-1 if n % 2 else 1)  # on the other side where something stood in the way
        pairs = [Nailer(x) for s in lacking for x in (s, s + aside)]
        brief = replace(brief, asked=(*brief.asked, *pairs))
        level = _settled_once(brief)
    return level


DOUBLE_TRIES = 6


def _undoubled(level: DeckLevel) -> list[float]:
    """Where joists lie under joints of boards with none hard beside them."""
    grid, out = level.grid, set[float]()
    for butt in level.laying.butts:
        s, t = grid.on_plan(butt)
        line = min((j for j in grid.joists if j.t0 - 1 <= t <= j.t1 + 1), key=lambda j: abs(j.s - s), default=None)
        if line and not doubled(grid, line.s, max(t - 1, line.t0), min(t + 1, line.t1)):
            out.add(line.s)
    return sorted(out)


def _settled_once(brief: DeckBrief) -> DeckLevel:
    grid, supports = settled_frame(brief)
    rims, bare = corners(brief, grid, supports)
    posts = stand_posts(brief, grid, supports, rims)
    footings = dig_footings(brief, posts)
    propped = braces(brief, grid, supports, posts)
    work = worked(brief, grid, supports)
    return DeckLevel(
        brief, grid, supports, lay_boards(brief, grid), tuple(rims), tuple(bare), tuple(posts), tuple(footings),
        tuple(propped), work=tuple(work),
    )  # fmt: skip


def _labelled(place: Place, sticks: list[Stick]) -> list[tuple[str, Stick]]:
    counts: dict[str, int] = {}
    out = []
    for stick in sticks:
        letter = kind_of(stick.kind).letter
        counts[letter] = number = counts.get(letter, 0) + 1
        out.append((place.label(f"{letter}{number}"), stick))
    return out


def lay_levels(job: DeckJob) -> tuple[DeckLevel, ...]:
    """Every level, the main one first. Raises `JobFault` for one that lies under another."""
    main = lay_level(resolve_deck(job))
    taken: BaseGeometry = main.shape
    out = [main]
    for n, level in enumerate(job.deck.levels[1:], 1):
        low = lay_level(resolve_deck(job, place_of(main.brief, n)))
        if low.where.intersection(taken).area > TOUCH_MM2:
            raise refuse(
                f"deck.levels.{n}.y_mm", f"{level.x_mm:g}, {level.y_mm:g}", "a place clear of the deck and the other levels",
                f"Level {level.id} lies under another",
            )  # fmt: skip
        taken = taken.union(low.where)
        out.append(low)
    levels = tuple(out)
    for component in components(main.brief.deck.there):
        levels = component.together(levels)
    there = [beam.label for level in levels for beam in level.supports.beams]
    if strange := next((f.beam for f in job.deck.posts.fixed if f.beam not in there), None):
        raise refuse(
            "deck.posts.fixed",
            strange,
            ", ".join(there) or "no beam at all",
            f"There is no beam {strange} that posts stand under",
        )
    return levels
