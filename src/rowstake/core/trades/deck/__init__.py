"""Decks: shape, frame, footings and boards, laid out and counted."""

from __future__ import annotations

from dataclasses import replace

from rowstake.core.drawing.scene import Scene
from rowstake.core.trade import Trade
from rowstake.core.trades.deck import edits as e
from rowstake.core.trades.deck.built import deck_built
from rowstake.core.trades.deck.comparisons import ways_to_end, ways_up
from rowstake.core.trades.deck.components import edits, sections
from rowstake.core.trades.deck.document import DeckJob
from rowstake.core.trades.deck.drawing import deck_scenes
from rowstake.core.trades.deck.drawing.on_plan import deck_plan_scene
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.plan import plan_deck
from rowstake.core.trades.deck.second_look import SECOND_LOOK
from rowstake.core.trades.deck.spoils import TRAINING
from rowstake.core.trades.deck.views.build import deck_build
from rowstake.core.trades.deck.views.card import deck_card
from rowstake.core.trades.deck.views.choices import deck_choices
from rowstake.core.trades.deck.views.chosen import deck_chosen
from rowstake.core.trades.deck.views.figures import deck_figures
from rowstake.core.trades.deck.views.order import deck_needs
from rowstake.core.trades.deck.views.panels import deck_panels
from rowstake.core.trades.deck.views.schedules import deck_schedules
from rowstake.core.trades.deck.views.site import deck_site
from rowstake.core.trades.deck.views.stakes import deck_stakes
from rowstake.core.trades.deck.views.strips import deck_strips
from rowstake.core.trades.deck.views.tapes import deck_tapes
from rowstake.core.trades.deck.views.things import deck_things


def _picture(plan: DeckPlan) -> Scene:
    whole = deck_plan_scene(plan)
    return replace(whole, shapes=tuple(s for s in whole.shapes if s.layer in ("", "house", "boards")), layers=())


TRADE: Trade = Trade(
    id="deck",
    document=DeckJob,
    plan=lambda job: plan_deck(job, TRADE),
    stages=("site", "line", "ground", "holes", "frame", "skin", "steps", "buy"),
    figures=deck_figures,
    stakes=deck_stakes,
    choices=deck_choices,
    things=deck_things,
    tapes=deck_tapes,
    scenes=deck_scenes,
    second_look=SECOND_LOOK,
    picture=_picture,
    card=deck_card,
    needs=deck_needs,
    strips=deck_strips,
    schedules=deck_schedules,
    panels=deck_panels,
    chosen=deck_chosen,
    year=lambda plan: (plan.laid.year, plan.brief.field.width_mm),
    edits={e.SizeDeck: e.size_deck, e.AddLevel: e.add_level, e.RemoveLevel: e.remove_level, e.MoveLevel: e.move_level, **edits()},
    sections={path: (use,) for path, use in sections().items()},
    comparisons={"rows": ways_to_end, "rises": ways_up},
    order=deck_build,
    built=deck_built,
    site=deck_site,
    training=TRAINING,
    ours=("deck.over", "deck.loads"),
    measured=lambda plan: {plan.brief.field.id: "deck.boards.measured_mm"},
    metered=lambda plan: {} if plan.brief.deck.boards.stock == "meter" or plan.brief.product.moves != "timber" else {plan.brief.field.id: "deck.boards"},
)  # fmt: skip
