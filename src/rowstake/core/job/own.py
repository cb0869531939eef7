"""A crew's own timber and sheets: sections that no catalogue has, told in the job that uses them.

Each is known by what it is, so that two jobs never mean different things by one name; changing one is another one, put wherever it was."""

from __future__ import annotations

import hashlib
from typing import Annotated, Literal

from pydantic import Field

from rowstake.core.catalogue import CATALOGUE, OWN, Section
from rowstake.core.faults import refuse
from rowstake.core.job.block import Block

Use = Literal["post", "rail", "board", "sheet", "joist", "stringer", "decking", "fascia", "handrail", "baluster"]
MOST_KNOWN = 20_000


class OwnSection(Block):
    """`lengths_mm` are those it is to be had in; `also` are other uses that it may have."""

    name: Annotated[str, Field(min_length=1, max_length=40, pattern=r"\S")]
    use: Use
    also: Annotated[tuple[Use, ...], Field(max_length=10)] = ()
    thickness_mm: Annotated[float, Field(ge=3, le=600)]
    width_mm: Annotated[float, Field(ge=10, le=3000)]
    lengths_mm: Annotated[tuple[Annotated[float, Field(ge=300, le=20_000)], ...], Field(min_length=1, max_length=30)]
    density_kg_m3: Annotated[float, Field(ge=50, le=8000)] | None = None
    """Of what is not timber; None takes the timber's."""

    def section(self, region: str) -> Section:
        """As the catalogue would have it."""
        key = hashlib.sha256(f"{region}|{self.model_dump_json()}".encode()).hexdigest()[:12]
        return Section(
            id=f"{OWN}{key}", region=region, name=self.name, use=self.use, also=list(self.also), thickness_mm=self.thickness_mm,
            width_mm=self.width_mm, lengths_mm=sorted(self.lengths_mm), density_kg_m3=self.density_kg_m3, source="your own",
        )  # fmt: skip


def known(region: str, own: tuple[OwnSection, ...]) -> list[Section]:
    """A job's own sections, known from now on by their ids. Raises `JobFault` for more than there is room for."""
    out = []
    for each in own:
        section = each.section(region)
        if section.id not in CATALOGUE.sections and len(CATALOGUE.sections) >= MOST_KNOWN:
            raise refuse("own", each.name, f"at most {MOST_KNOWN} sections", "There is no room for more sections")
        out.append(CATALOGUE.sections.setdefault(section.id, section))
    return out


def sold_for(region: str, own: tuple[OwnSection, ...], use: str) -> list[Section]:
    """What a job may use for something: the catalogue's, then its own."""
    mine = [s for s in known(region, own) if s.use == use or use in s.also]
    return [*CATALOGUE.sections_for(region, use), *mine]
