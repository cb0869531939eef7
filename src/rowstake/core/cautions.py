"""The cautions of a job, each once, in the order of its work."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.plan import AnyPlan


def cautions(plan: AnyPlan) -> list[str]:
    own = CATALOGUE.cautions.get(plan.trade.id, {})
    return list(dict.fromkeys(c for stage in plan.trade.stages for c in own.get(stage, ())))
