"""Open formats, out of a plan: one file each under `formats`, found by name."""

from __future__ import annotations

import datetime
import re
from dataclasses import replace
from functools import cache

from rowstake.core.bought import bought
from rowstake.core.faults import refuse
from rowstake.core.plan import AnyPlan
from rowstake.core.rooms import kept_in
from rowstake.core.takeoff.on_sale import CATALOGUES
from rowstake.files import formats as room
from rowstake.files.base import Format, Issue

__all__ = ["Format", "Issue", "export", "formats", "stem_of"]


@cache
def formats() -> dict[str, Format]:
    """Every format by its id."""
    return {made.id: made for made in kept_in(room.__name__, "FORMAT").values()}


def stem_of(name: str, otherwise: str) -> str:
    """A name as the name of a file begins."""
    return re.sub(r"[^\w-]+", "-", name).strip("-").lower() or otherwise


def export(
    plan: AnyPlan, format_id: str, document: str | None = None, issue: Issue | None = None
) -> tuple[Format, str, bytes]:
    """(format, file name, bytes) of one document; the format's first when none is named. Raises `JobFault`."""
    if format_id not in formats():
        raise refuse("format", format_id, ", ".join(formats()), f"There is no format “{format_id}”")
    made, issue = formats()[format_id], issue or Issue(datetime.date.today())
    known = made.documents(plan)
    document = document or next(iter(known))
    if document not in known:
        raise refuse("document", document, ", ".join(known), f"There is no “{document}” as {made.name}")
    if made.proven:
        own = issue.prices.of(plan.brief.job.terms.suppliers).on_sale if issue.prices else CATALOGUES
        plan = bought(plan, replace(own, rack=issue.rack))
    tail = "" if len(known) == 1 else f"-{document}"
    return made, f"{stem_of(plan.brief.job.name, 'job')}{tail}.{made.suffix}", made.write(plan, document, issue)
