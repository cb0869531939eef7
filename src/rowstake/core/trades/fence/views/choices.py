"""What can be chosen in a job's region, and every length of the document in the job's units."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.fence.document import FenceJob
from rowstake.core.views.base import Choice, worded


def choices(job: FenceJob) -> dict[str, list[Choice]]:
    """Every list of choices by the path it sets: those told in words alone, and those the catalogue has for this job."""
    c, told = CATALOGUE, worded("fence")
    style = c.styles[job.fence.skin.style]

    def sections(use: str) -> list[Choice]:
        return [Choice(s.id, s.name) for s in job.sold_for(use)]

    rails, posts, boards = sections("rail"), sections("post"), sections("board")
    fits = {fit.id: fit for fit in told["fence.skin.fit"]}
    return {
        **told,
        "site.soil": [Choice(s.id, s.name) for s in c.soils.values()],
        "site.climate": [Choice(k.id, k.name) for k in c.climates.values()],
        "fence.posts.size": posts,
        "fence.posts.gate_size": posts,
        "fence.posts.species": [Choice(s.id, s.name) for s in c.species.values()],
        "fence.posts.method": [Choice(m.id, m.name, m.words) for m in c.methods.values()],
        "fence.posts.bag": [Choice(id, bag.name) for id, bag in job.bags().items()],
        "fence.rails.size": rails,
        "fence.skin.style": [Choice(s.id, s.name, f"{s.words} Holds when: {s.holds}.") for s in c.styles.values()],
        "fence.skin.board": sections(style.use),
        "fence.skin.fit": [fits[f] for f in style.fits],
        "fence.trims.gravel_board": [*boards, *rails],
        "fence.trims.cap_rail": [*rails, *boards],
        "fence.gate_frame.frame": rails,
    }


def ground_text(job: FenceJob) -> str:
    """The levels as rows of `leg, station, level`, as they would be typed."""
    p = job.printer
    return "\n".join(
        f"{g.leg + 1}, {p.length(g.at_mm)}, {p.length(g.level_mm)}" + (", wall" if g.on == "wall" else "")
        for g in job.fence.ground
    )
