"""The cautions of a job, each once, in the order of the work: a fence's or a deck's own."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.plan import AnyPlan, DeckPlan

STAGES = ("site", "line", "ground", "holes", "frame", "skin", "gates", "buy")


def cautions(plan: AnyPlan) -> list[str]:
    before = "deck_" if isinstance(plan, DeckPlan) else ""
    found = [c for stage in STAGES for c in CATALOGUE.cautions.get(before + stage, ())]
    return list(dict.fromkeys(found))
