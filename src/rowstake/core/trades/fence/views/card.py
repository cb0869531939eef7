"""What a list of jobs shows of a fence."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.fence.document import FenceJob
from rowstake.core.trades.fence.drawing.on_plan import outline
from rowstake.core.trades.fence.line import lay_line
from rowstake.core.views.base import Card


def fence_card(job: FenceJob) -> Card:
    """Raises `JobFault` for what the catalogue does not have."""
    region = CATALOGUE.regions[job.region].name
    legs = lay_line(job.fence.legs, (job.fence.start_x_mm, job.fence.start_y_mm))
    total = sum(leg.length_mm for leg in legs)
    gates = [(g.leg, g.at_mm, g.at_mm + g.opening_mm) for g in job.fence.gates]
    style = CATALOGUE.styles[job.fence.skin.style].name
    return Card(region, style, job.printer.run(total), outline(legs, gates, max(total / 160, 60)))
