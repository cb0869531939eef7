"""What is wrong with a fence, why, and ways out. One file a rule, one catalogue entry each: beside the component it is about,
here where it is about all of the fence."""

from __future__ import annotations

from functools import cache
from typing import Any

from rowstake.core.advice.base import in_order, looked
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.rooms import kept_in
from rowstake.core.trades.fence.components import rules
from rowstake.core.trades.fence.laid import FencePlan


@cache
def all_rules() -> dict[str, Any]:
    """Every rule by its catalogue id."""
    return {**kept_in(__name__, "look"), **rules()}


def check(plan: FencePlan) -> tuple[Finding, ...]:
    """Findings in the order of the work."""
    return in_order(looked(plan, all_rules(), CATALOGUE.advice), plan.trade.stages)
