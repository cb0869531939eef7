"""The last stakes of every job, of whatever trade: what it costs, when it is done, how it stands, and what was noted."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.planned import AnyPlan
from rowstake.core.schedule.days import told
from rowstake.core.views.base import Stake
from rowstake.core.views.build import counted


def business_stakes(plan: AnyPlan) -> list[Stake]:
    """What they show is worked out beside the plan, from books and calendars, when they are looked at."""
    books = len(plan.brief.job.terms.books)
    whose = f"by {books} book{'s' * (books != 1)}" if books else "no prices chosen"
    start = plan.brief.job.terms.calendar.start
    begins = f", from {start.day} {start:%b}" if start else ""
    cautions = CATALOGUE.cautions["business"]
    steps = plan.trade.order(plan)
    looks = sum(bool(step.hides) for step in steps)
    return [
        Stake("price", "Price", whose, "", "clear", "nothing in the way", tuple(cautions["price"])),
        Stake(
            "days",
            "Days",
            f"{told(plan.days.total)}{begins}",
            "days",
            "clear",
            "nothing in the way",
            tuple(cautions["days"]),
        ),
        Stake(
            "build", "Build", counted(len(steps), "step"), "", "clear", "nothing in the way", tuple(cautions["build"])
        ),
        Stake(
            "log",
            "Log",
            counted(looks, "hold point") or "nothing to look at",
            "",
            "clear",
            "nothing in the way",
            tuple(cautions["log"]),
        ),
    ]
