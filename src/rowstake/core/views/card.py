"""What a list of jobs shows of one: its kind, region, size and a small drawing."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.drawing import Scene, deck_outline, outline
from rowstake.core.fence.line import lay_line
from rowstake.core.job import FenceJob, Job


@dataclass(frozen=True, slots=True)
class Card:
    region: str
    style: str
    length: str
    outline: Scene


def card(job: Job) -> Card:
    """Raises `JobFault` for what the catalogue does not have."""
    region = CATALOGUE.regions[job.region].name
    if not isinstance(job, FenceJob):
        shape, p = job.deck.shape, job.printer
        return Card(region, "Deck", f"{p.length(shape.width_mm)} × {p.length(shape.out_mm)}", deck_outline(shape))
    legs = lay_line(job.fence.legs, (job.fence.start_x_mm, job.fence.start_y_mm))
    total = sum(leg.length_mm for leg in legs)
    gates = [(g.leg, g.at_mm, g.at_mm + g.opening_mm) for g in job.fence.gates]
    style = CATALOGUE.styles[job.fence.skin.style].name
    return Card(region, style, job.printer.run(total), outline(legs, gates, max(total / 160, 60)))
