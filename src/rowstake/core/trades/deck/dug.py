"""What is dug under a load of this deck, by the kind of footing its job names."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.footings import Dug, Under, kinds


def bearing_of(brief: DeckBrief) -> float:
    """What the soil bears, kPa: of the soil named where it is known for certain, else of the weakest."""
    return brief.soil.bearing_kpa if brief.deck.footings.soil_known else CATALOGUE.soils["clay"].bearing_kpa


def dig(brief: DeckBrief, load_kn: float) -> Dug:
    """One footing under a load, kN."""
    return kinds()[brief.footing.id].dig(
        Under(
            load_kn, bearing_of(brief), min(brief.post.thickness_mm, brief.post.width_mm), max(brief.post.thickness_mm, brief.post.width_mm),
            brief.post.name, brief.job.site.frost_depth_mm, brief.footing_top_mm, tuple(brief.region.augers_mm), brief.footing_step_mm,
            brief.deck.footings.pile_kn, brief.deck.footings.slab_mm, brief.sold,
        )
    )  # fmt: skip


def across_under(brief: DeckBrief, load_kn: float) -> float:
    """How wide that is, mm."""
    return dig(brief, load_kn).across_mm
