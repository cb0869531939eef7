"""Breaker boards: a joist under both of their edges."""

from __future__ import annotations

from rowstake.core.trades.deck.breakers import nailers
from rowstake.core.trades.deck.components.base import DeckComponent

COMPONENT = DeckComponent(order=52, demands=nailers)
