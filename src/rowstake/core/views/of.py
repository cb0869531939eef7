"""Which views a plan has: a fence's or a deck's. The only place where the two part."""

from __future__ import annotations

from dataclasses import replace

from rowstake.core.drawing import Scene, scenes
from rowstake.core.plan import AnyPlan, DeckPlan
from rowstake.core.views.choices import Choice, choices
from rowstake.core.views.deck.choices import deck_choices
from rowstake.core.views.deck.figures import deck_figures
from rowstake.core.views.deck.stakes import deck_stakes
from rowstake.core.views.deck.tapes import deck_tapes
from rowstake.core.views.deck.things import deck_things
from rowstake.core.views.figures import Figure, figures
from rowstake.core.views.lists import Tape, tapes
from rowstake.core.views.stakes import Stake, stakes
from rowstake.core.views.things import Thing, things


def figures_of(plan: AnyPlan) -> list[Figure]:
    return deck_figures(plan) if isinstance(plan, DeckPlan) else figures(plan)


def stakes_of(plan: AnyPlan) -> list[Stake]:
    return deck_stakes(plan) if isinstance(plan, DeckPlan) else stakes(plan)


def things_of(plan: AnyPlan) -> dict[str, Thing]:
    return deck_things(plan) if isinstance(plan, DeckPlan) else things(plan)


def tapes_of(plan: AnyPlan, most_boards: int = 3000) -> list[Tape]:
    return deck_tapes(plan) if isinstance(plan, DeckPlan) else tapes(plan, most_boards)


def choices_of(plan: AnyPlan) -> dict[str, list[Choice]]:
    return deck_choices(plan.brief.job) if isinstance(plan, DeckPlan) else choices(plan.brief.job)


def picture_of(plan: AnyPlan) -> Scene:
    """The drawing that tells two ways apart: a fence's elevation, a deck's plan."""
    if not isinstance(plan, DeckPlan):
        return scenes(plan)["elevation"]
    whole = scenes(plan)["plan"]
    return replace(whole, shapes=tuple(s for s in whole.shapes if s.layer in ("", "house", "boards")), layers=())
