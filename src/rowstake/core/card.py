"""What a list shows of any job."""

from __future__ import annotations

from dataclasses import replace

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import JobFault
from rowstake.core.job import Job
from rowstake.core.kept import kept_plan
from rowstake.core.trade import trade_of
from rowstake.core.views.base import Card


def card_of(job: Job) -> Card:
    """The card of its trade with what its plan says. Raises `JobFault` for what the catalogue does not have."""
    trade = trade_of(job)
    card: Card = trade.card(job)
    try:
        made = kept_plan(job)
    except JobFault:
        return card
    listed = [f for f in trade.figures(made) if (entry := CATALOGUE.figures.get(f.key)) and entry.listed]
    return replace(card, needs=len(made.findings), figures=tuple((f.name, f.text) for f in listed))
