"""The rules by which work that stands is judged."""

from __future__ import annotations

from typing import Literal

from rowstake.core.catalogue.models.base import Fact


class InspectionRule(Fact):
    """`bad`: how bad it is where it is wrong. `hours` of work and `goods` put one place right; `timber` where timber comes on top."""

    id: str
    trade: str
    where: str
    wrong: str
    why: str
    right: str
    bad: Literal["danger", "will fail", "will show"]
    hours: float
    goods: dict[str, float] = {}
    timber: bool = False
