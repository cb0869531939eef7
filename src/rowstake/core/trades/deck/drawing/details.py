"""Details of a deck: the ledger with its fixings, a footing, and the picture of loads."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.drawing.scene import Look, Scene, Shape, Sketch
from rowstake.core.drawing.solids import cut_shapes
from rowstake.core.trades.deck.beam_line import BeamLine
from rowstake.core.trades.deck.carried import FootingAt, footing_used, post_used
from rowstake.core.trades.deck.drawing.section import ALONG
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.ledger import LedgerPlan
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.stack import joist_depth


def ledger_scene(planned: DeckPlan, ledger: LedgerPlan) -> Scene:
    """The ledger from the front: joists on it, fixings between them in two rows."""
    board, p = Sketch(), planned.brief.printer
    high = joist_depth(planned.brief, planned.laid.main.supports)
    half = planned.laid.main.grid.thick_mm / 2
    for label, stick in planned.laid.main.sticks:
        if stick.kind == "ledger":
            low, end = sorted((stick.a[0], stick.b[0]))
            board.rect(low, 0.0, end, high, "rail", label)
            board.dim((low, 0.0), (end, 0.0), p.length(end - low), -2.4)
            joists = sorted(
                {
                    j.s
                    for j in planned.laid.main.grid.joists
                    if low <= j.s <= end and j.t0 < planned.laid.main.grid.thick_mm * 2
                }
            )
            for s in joists:
                board.rect(s - half, 0.0, s + half, high, "board", hidden=True)
    for hole in ledger.holes:
        board.add(Shape("circle", ((hole.s, hole.up_mm),), "post", "L1", radius_mm=11))
    for a, b in list(zip(ledger.holes, ledger.holes[1:], strict=False))[:6]:
        board.dim((a.s, high), (b.s, high), p.bare(b.s - a.s), 1.0)
    board.text(
        (sum(h.s for h in ledger.holes) / len(ledger.holes), -high * 0.9),
        f"{len(ledger.holes)} fixings, at most {p.length(ledger.spacing_mm)} apart",
        "label",
    )
    return board.scene("ledger", "Ledger, its fixings clear of the joists", 150.0)


def footings_alike(planned: DeckPlan) -> dict[str, FootingAt]:
    """For every footing's label, the first that is dug and stands as it does: one drawing shows them all."""
    first: dict[tuple[str, int, int], FootingAt] = {}
    out = {}
    for f in planned.laid.footings:
        key = (f.dug.words(planned.brief.printer), round(f.dug.depth_mm), round(f.post.height_mm / 25))
        out[f.label] = first.setdefault(key, f)
    return out


SHOWN_MM = 600.0
"""So much of a post is drawn over its footing."""


def footing_scene(planned: DeckPlan, f: FootingAt) -> Scene:
    """One footing cut through its middle, to scale, with the post it carries; levels are over the ground beside it."""
    board, p, brief = Sketch(), planned.brief.printer, planned.brief
    dug, post = f.dug, f.post
    level = next(each for each in planned.laid.levels if f in each.footings)
    r, top = dug.across_mm / 2, brief.footing_top_mm
    wide, shown = (
        max(r * 1.3, 350.0),
        top + CATALOGUE.deck.standoff_mm + min(max(post.height_mm, 0.0), SHOWN_MM),
    )
    at = (post.on_site[0], level.place.ground_mm + post.ground_mm)
    board.line((-wide, 0.0), (wide, 0.0), "ground")
    for shape in cut_shapes([q for q in level.parts if q.of == f.label], ALONG, post.on_site[1]):
        points = tuple((x - at[0], min(y - at[1], shown)) for x, y in shape.points)
        board.add(replace(shape, points=points, of=f.label if shape.look != "post" else shape.of))
    if dug.depth_mm:
        board.dim((-r, -dug.depth_mm), (-r, 0.0), p.length(dug.depth_mm), 1.6)
        board.dim((-r, -dug.depth_mm), (r, -dug.depth_mm), p.length(dug.across_mm), -1.0)
    frost = brief.job.site.frost_depth_mm
    if frost:
        board.line((-wide, -frost), (wide, -frost), "frost", hidden=True)
    board.text((0.0, shown + 60), f"post: {post.long(p)}", "label")
    alike = [k for k, v in footings_alike(planned).items() if v is f]
    named = f.label if len(alike) == 1 else f"{alike[0]} and {len(alike) - 1} alike"
    return board.scene(f"section_{f.label}", f"{named}: {dug.words(p)}", 90.0)


def load_scene(planned: DeckPlan) -> Scene:
    """The deck each post carries, darker the nearer what carries it is to its limit; figures in kN and per cent."""
    board = Sketch()
    for level in planned.laid.levels:
        at = (level.place.x_mm, level.place.y_mm)
        for beam in level.supports.beams:
            _beam_loads(board, level, beam, at)
        board.add(Shape("poly", tuple((x + at[0], -y - at[1]) for x, y in level.shape.exterior.coords[:-1]), "label"))
    j, worst = planned.laid.main.supports.joist_reach, max(post_used(planned.brief, f) for f in planned.laid.footings)
    title = (
        f"What each post carries. Joists {j.used * 100:.0f} %, posts {worst * 100:.0f} % of what they may. "
        "Dark: beam, post or ground over 80 %; hatched: over the limit"
    )
    return board.scene("load", title, 250.0)


def _beam_loads(board: Sketch, level: DeckLevel, beam: BeamLine, at: tuple[float, float]) -> None:
    """The strip of deck that each post of a beam carries, in the shade of what it works hardest."""
    own = [f for f in level.footings if f.post.beam == beam]
    near = beam.t - beam.carried_mm / 2 if not beam.outer else min(beam.t, beam.group.t1 - beam.carried_mm)
    for f, (a, b) in zip(own, pairwise(beam.marks), strict=True):
        corners = [
            level.grid.on_plan(q)
            for q in ((a, near), (b, near), (b, near + beam.carried_mm), (a, near + beam.carried_mm))
        ]
        used = max(beam.reach.used, post_used(level.brief, f), footing_used(level.brief, f) or 0.0)
        look: Look = "zone" if used > 1.0005 else "rail" if used > 0.8 else "board"
        board.add(Shape("poly", tuple((x + at[0], -y - at[1]) for x, y in corners), look, f.post.label))
        board.text(
            (f.post.on_site[0], -f.post.on_site[1]),
            f"{f.post.label} {level.brief.printer.force(f.load_kn)}",
            "label",
            f.post.label,
        )
    middle = level.grid.on_plan(((beam.s0 + beam.s1) / 2, near + beam.carried_mm * 0.25))
    told = f"{beam.label} {beam.reach.used * 100:.0f} % of its span"
    board.text((middle[0] + at[0], -middle[1] - at[1]), told, "quiet", beam.label)
