"""The facts of the trade, kept as data files and loaded once into typed models."""

from __future__ import annotations

import tomllib
from functools import cached_property
from importlib import resources
from typing import Any, TypeVar

from pydantic import ValidationError

from rowstake.core.catalogue.models import (
    PSI,
    AdviceEntry,
    CalendarFacts,
    Climate,
    CostFacts,
    DeckFacts,
    Decking,
    Fact,
    FigureEntry,
    FootingEntry,
    GoodEntry,
    InspectionRule,
    Kind,
    Materials,
    MethodEntry,
    Movement,
    Rates,
    Region,
    Section,
    Soil,
    Species,
    StepFacts,
    StructureFacts,
    StyleEntry,
)
from rowstake.core.faults import faults_of, refuse

__all__ = [
    "CATALOGUE", "OWN", "PSI", "AdviceEntry", "Catalogue", "Climate", "Decking", "FootingEntry", "GoodEntry", "InspectionRule", "Kind", "Materials", "MethodEntry", "Region", "Section",
    "Soil", "Species", "StyleEntry", "pick",
]  # fmt: skip

F = TypeVar("F", bound=Fact)
OWN = "own_"
"""How the ids of sections begin that a job brings itself."""


def _read(name: str) -> dict[str, Any]:
    path = resources.files("rowstake.core.catalogue") / "data" / f"{name}.toml"
    return tomllib.loads(path.read_text("utf-8"))


def _table(name: str, model: type[F]) -> dict[str, F]:
    """Each entry of a data file by its id. Raises `JobFault` naming file, entry and field of one that cannot be read."""
    return {key: _entry(name, key, values, model) for key, values in _read(name).items()}


def _entry(name: str, key: str, values: dict[str, Any], model: type[F]) -> F:
    try:
        return model.model_validate({**values, "id": key})
    except ValidationError as error:
        raise faults_of(error, f"catalogue.{name}.{key}.") from None


class Catalogue:
    """Every data file, each read when it is first asked for."""

    @cached_property
    def regions(self) -> dict[str, Region]:
        return _table("regions", Region)

    @cached_property
    def sections(self) -> dict[str, Section]:
        return _table("sections", Section)

    @cached_property
    def inspection(self) -> dict[str, InspectionRule]:
        return _table("inspection", InspectionRule)

    @cached_property
    def species(self) -> dict[str, Species]:
        return _table("species", Species)

    @cached_property
    def soils(self) -> dict[str, Soil]:
        return _table("ground", Soil)

    @cached_property
    def climates(self) -> dict[str, Climate]:
        return _table("climates", Climate)

    @cached_property
    def styles(self) -> dict[str, StyleEntry]:
        return _table("styles", StyleEntry)

    @cached_property
    def methods(self) -> dict[str, MethodEntry]:
        return _table("methods", MethodEntry)

    @cached_property
    def decking(self) -> dict[str, Decking]:
        return _table("decking", Decking)

    @cached_property
    def footings(self) -> dict[str, FootingEntry]:
        return _table("footings", FootingEntry)

    @cached_property
    def advice(self) -> dict[str, AdviceEntry]:
        return _table("advice", AdviceEntry)

    @cached_property
    def advice_deck(self) -> dict[str, AdviceEntry]:
        return _table("advice_deck", AdviceEntry)

    @cached_property
    def goods(self) -> dict[str, GoodEntry]:
        return _table("goods", GoodEntry)

    @cached_property
    def kinds(self) -> dict[str, Kind]:
        return _table("kinds", Kind)

    @cached_property
    def materials(self) -> Materials:
        return Materials(**_read("materials"))

    @cached_property
    def deck(self) -> DeckFacts:
        return DeckFacts(**_read("deck"))

    @cached_property
    def steps(self) -> StepFacts:
        return StepFacts(**_read("steps"))

    @cached_property
    def structure(self) -> StructureFacts:
        return StructureFacts(**_read("structure"))

    @cached_property
    def movement(self) -> Movement:
        return Movement(**_read("movement"))

    @cached_property
    def figures(self) -> dict[str, FigureEntry]:
        """By the key of a headline figure."""
        return {key: FigureEntry(**entry) for key, entry in _read("figures").items() if key != "source"}

    @cached_property
    def rates(self) -> Rates:
        return Rates(**_read("rates"))

    @cached_property
    def cost(self) -> CostFacts:
        return CostFacts(**_read("cost"))

    @cached_property
    def calendar(self) -> CalendarFacts:
        return CalendarFacts(**_read("calendar"))

    def worded(self, trade: str) -> dict[str, dict[str, list[str]]]:
        """The choices of a trade that are told in words alone: by path and id, the name and what it means."""
        return _read(f"choices_{trade}")

    @cached_property
    def cautions(self) -> dict[str, Any]:
        return _read("cautions")

    def sections_for(self, region: str, use: str) -> list[Section]:
        """Sections sold in a region for a use, in catalogue order; none that are a job's own."""
        return [
            s
            for s in list(self.sections.values())
            if s.region == region and (s.use == use or use in s.also) and not s.id.startswith(OWN)
        ]


CATALOGUE = Catalogue()


def pick(table: dict[str, F], key: str, field: str) -> F:
    """The entry `key`, or a `JobFault` that names `field` and lists what there is."""
    if key not in table:
        raise refuse(field, key, ", ".join(table), f"There is no “{key}”")
    return table[key]
