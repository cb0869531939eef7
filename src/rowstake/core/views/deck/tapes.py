"""The tapes of a deck: joists along the ledger or the beams, posts along each beam, board edges out from the start."""

from __future__ import annotations

from rowstake.core.planned_deck import DeckPlanned
from rowstake.core.views.lists import Mark, Tape


def deck_tapes(planned: DeckPlanned) -> list[Tape]:
    p, grid, brief = planned.brief.printer, planned.grid, planned.brief
    low, _, high, _ = grid.poly.bounds
    half = grid.thick_mm / 2
    marks = []
    for n, s in enumerate(sorted({round(j.s, 2) for j in grid.joists}), 1):
        at = s - low
        kind = next(j.kind for j in grid.joists if abs(j.s - s) < 0.02)
        marks.append(Mark(f"mark {n}", kind, at, p.bare(at), p.bare(at - half), p.bare(at + half)))
    out = [Tape(0, "joists", high - low, p.length(high - low), tuple(marks))]
    for beam in planned.supports.beams:
        own = [q for q in planned.built.posts if q.beam == beam]
        posts = tuple(
            Mark(q.label, "post", s - low, p.bare(s - low), p.bare(s - low), p.bare(beam.t))
            for q, s in zip(own, beam.posts, strict=True)
        )
        out.append(Tape(0, f"posts of {beam.label}", high - low, p.length(high - low), posts))
    if brief.deck.boards.run != "diagonal":
        rows = _rows(planned)
        run = brief.deck.shape.width_mm if grid.turned else brief.deck.shape.out_mm
        edges = tuple(Mark(f"D{n}", "board", a, p.bare(a), p.bare(a), p.bare(b)) for n, (a, b) in rows)
        out.append(Tape(0, "boards", run, p.length(run), edges))
    return out


def _rows(planned: DeckPlanned) -> list[tuple[int, tuple[float, float]]]:
    """(first piece of a row, its edges) from the house (or the left) outwards."""
    seen: dict[int, tuple[int, tuple[float, float]]] = {}
    for b in planned.laying.boards:
        x0, y0, x1, y1 = b.shape.bounds
        if b.kind == "board" and b.row not in seen:
            seen[b.row] = (b.number, (x0, x1) if planned.grid.turned else (y0, y1))
    return sorted(seen.values(), key=lambda r: r[1][0])
