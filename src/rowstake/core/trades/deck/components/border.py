"""Borders: where the field's boards end at one beside the joists, a joist has to be."""

from __future__ import annotations

from rowstake.core.trades.deck.border import nailers
from rowstake.core.trades.deck.components.base import DeckComponent

COMPONENT = DeckComponent(order=51, demands=nailers)
