"""A plan with its lists proven: the lengths that cost least, from the catalogue or from a book of prices.

While a job is changed its lists are made at once; whoever buys, cuts or prints reads these.
"""

from __future__ import annotations

from dataclasses import replace

from rowstake.core.cutting.best import best_plan
from rowstake.core.cutting.plan import CutPlan
from rowstake.core.parts import Notebook
from rowstake.core.planned import AnyPlan
from rowstake.core.takeoff.explain import explain_timber
from rowstake.core.takeoff.lists import Cut, take_off
from rowstake.core.takeoff.on_sale import CATALOGUES, OnSale


def bought(plan: AnyPlan, on_sale: OnSale = CATALOGUES, cut: Cut = best_plan) -> AnyPlan:
    """The plan with lists from what is on sale, for the least that it can cost, and their workings with them; `cut` may be one that is made
    at once."""
    buyer = replace(plan.lists.buyer, cut=cut, on_sale=on_sale)
    lists, book = take_off(buyer, list(plan.parts), plan.lists.spoil_m3), Notebook(dict(plan.workings))
    explain_timber(lists, book)
    return replace(plan, lists=lists, workings=book.workings)


def prove_section(plan: AnyPlan, key: str, on_sale: OnSale = CATALOGUES) -> tuple[str, CutPlan]:
    """(name, proven boards) of one section of a plan: what `bought` takes from where it is kept afterwards."""
    parts = [part for part in plan.parts if part.unit == "piece" and part.good.id == key]
    made = take_off(replace(plan.lists.buyer, cut=best_plan, on_sale=on_sale), parts, 0.0)
    return parts[0].good.words, made.plans[key]
