"""What a new job can start from: regions and styles."""

from __future__ import annotations

from dataclasses import dataclass

from fastapi import APIRouter

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.views.base import Choice
from rowstake.server.session import JobsHere

router = APIRouter(prefix="/api/start", tags=["start"])


@dataclass(frozen=True, slots=True)
class RegionChoice:
    id: str
    name: str
    units: str
    example: str


@dataclass(frozen=True, slots=True)
class LikeChoice:
    """A job whose own values a new one may have."""

    id: str
    name: str
    region: str


@dataclass(frozen=True, slots=True)
class Start:
    regions: list[RegionChoice]
    styles: list[Choice]
    caution: str
    region: str
    """The region of the job that was changed last, else the first."""
    likes: list[LikeChoice]
    """Jobs whose own values may be taken over, those changed last first."""


@router.get("")
def start(jobs: JobsHere) -> Start:
    regions = [
        RegionChoice(r.id, r.name, "feet and inches" if r.units == "ft-in" else "millimetres",
                     "40'" if r.units == "ft-in" else "12 m")
        for r in CATALOGUE.regions.values()
    ]  # fmt: skip
    last = jobs.last_region()
    styles = [Choice(s.id, s.name, s.words) for s in CATALOGUE.styles.values()]
    return Start(
        regions,
        styles,
        str(CATALOGUE.cautions["always"]),
        last if last in CATALOGUE.regions else regions[0].id,
        [LikeChoice(*one) for one in jobs.regions_of_last()],
    )
