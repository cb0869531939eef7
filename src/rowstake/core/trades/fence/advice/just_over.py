"""Boards, posts or rails that just miss a length on sale: a little less buys them one length shorter."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    brief, p = planned.brief, planned.brief.printer
    yield from _posts(planned)
    yield from _rails(planned)
    if brief.along:
        return
    boards = planned.all("board")
    lengths = {b.length_mm for b in boards}
    for stock in sorted(brief.board.lengths_mm)[:-1]:
        near = {mm for mm in lengths if 0.05 < mm - stock <= CATALOGUE.materials.limits.just_over_mm}
        over = [b for b in boards if b.length_mm in near] if near else []
        if len(over) < max(3, CATALOGUE.materials.limits.just_over_share * len(boards)):
            continue
        less = max(b.length_mm for b in over) - stock
        lower = brief.fence.skin.height_mm - less
        yield found(
            f"{len(over)} boards are {p.fine(less)} or less over {p.length(stock)}, a length on sale",
            f"Boards {p.length(lower)} high would each come from one length of {p.length(stock)}.",
            [b.label for b in over],
            [put(f"Lower the boards to {p.length(lower)}", skin__height_mm=lower)],
        )
        return


def _just_over(lengths: list[float], sold: list[float], near: float) -> tuple[float, float] | None:
    """(the stock that most of these just miss, by how much at most); None where fewer than half miss one."""
    for stock in sorted(sold)[:-1]:
        over = [x - stock for x in lengths if 0.05 < x - stock <= near]
        if len(over) >= max(2, CATALOGUE.materials.limits.just_over_share * len(lengths)):
            return stock, max(over)
    return None


def _posts(planned: FencePlan) -> Iterator[Finding]:
    """Posts that a slightly lower fence, or slightly shallower holes where nothing asks for them, cut from less."""
    brief, p = planned.brief, planned.brief.printer
    for kind in planned.laid.digger.kinds.values():
        own = [q for q in planned.laid.layout.posts if planned.laid.digger.of(q) is kind]
        missed = _just_over(
            [planned.laid.digger.cut(q).length_mm for q in own],
            kind.post.lengths_mm,
            CATALOGUE.materials.limits.post_just_over_mm,
        )
        if missed is None:
            continue
        stock, over = missed
        third = brief.fence.posts.school == "third" and kind.hole.governed_by == "third"
        lower = brief.fence.skin.height_mm - over / (1.5 if third else 1.0)
        fixes = [put(f"Lower the boards to {p.length(lower)}", skin__height_mm=lower)] if lower >= 300 else []
        if brief.fence.posts.proud_mm >= over:
            fixes.append(
                put(
                    f"Posts {p.length(brief.fence.posts.proud_mm - over)} proud",
                    posts__proud_mm=brief.fence.posts.proud_mm - over,
                )
            )
        yield found(
            f"{len(own)} {kind.plural} are {p.fine(over)} or less over {p.length(stock)}, a length on sale",
            f"Each is cut from {p.length(kind.post.next_length(stock + 1) or stock)} instead, and most of the difference is thrown away.",
            [q.label for q in own],
            fixes,
        )
        return


def _rails(planned: FencePlan) -> Iterator[Finding]:
    """Rails that a slightly closer bay cuts from one length shorter."""
    brief, p = planned.brief, planned.brief.printer
    rails = planned.all("rail")
    missed = _just_over([r.length_mm for r in rails], brief.rail.lengths_mm, CATALOGUE.materials.limits.just_over_mm)
    if missed is None or brief.fence.bays.way != "equal":
        return
    stock, over = missed
    closer = (brief.fence.bays.max_mm - over) // brief.region.snap_mm * brief.region.snap_mm
    yield found(
        f"Most rails are {p.fine(over)} or less over {p.length(stock)}, a length on sale",
        f"Closer bays would cut them from {p.length(stock)}.",
        [r.label for r in rails],
        [put(f"Posts at {p.length(closer)} at most", bays__max_mm=closer)],
    )
