"""Sheets whose joint falls between posts, because the bay is wider than the sheet."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    brief, p = planned.brief, planned.brief.printer
    if not brief.style.on_centres:
        return
    wide = [c.label for c in planned.laid.courses if len(c.laid.boards) > 1]
    if wide:
        module = brief.board.width_mm + brief.fence.skin.gap_mm
        yield found(
            f"Sheet joints hang between posts in {len(wide)} {'bay' if len(wide) == 1 else 'bays'}",
            f"A joint must fall on the middle of a post: centres of {p.fine(module)}, the sheet and its joint gap.",
            wide,
            [
                put(
                    f"Set the posts at {p.fine(module)}",
                    bays__way="module",
                    bays__told="centres",
                    bays__module_mm=module,
                )
            ],
        )
