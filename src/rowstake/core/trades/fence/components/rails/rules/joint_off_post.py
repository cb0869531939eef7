"""Rails too short to reach from post centre to post centre, so that a joint would hang between posts."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    brief, p = planned.brief, planned.brief.printer
    longest = brief.longest_rail_mm
    short = [part for part in planned.all("rail") if part.length_mm > longest + 0.5]
    if not short:
        return
    worst = max(part.length_mm for part in short)
    bays = brief.fence.bays
    told = longest - (brief.post.thickness_mm if bays.told == "clear" else 0)
    over = max(0.0, worst - max(b.centres_mm for b in planned.laid.layout.bays))
    tidy = (told - over) // brief.region.snap_mm * brief.region.snap_mm
    fixes = [put(f"Divide equally, at most {p.length(tidy)}", bays__way="equal", bays__max_mm=tidy)]
    if brief.fence.rails.longest_mm is not None:
        fixes.append(put("Buy the longest rails on sale", rails__longest_mm=None))
    yield found(
        f"Rails of {p.length(longest)} do not reach from post to post",
        f"{len(short)} rails are {p.length(worst)} or less but longer than {p.length(longest)}, the longest to be had. "
        "A joint must land on a post centre: 8 ft rails carry 8 ft centres, never 8 ft clear.",
        [part.label for part in short],
        fixes,
    )
