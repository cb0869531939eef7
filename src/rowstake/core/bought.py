"""A plan with its lists proven: the lengths that cost least, from the catalogue or from a book of prices.

While a job is changed its lists are made at once; whoever buys, cuts or prints reads these.
"""

from __future__ import annotations

from dataclasses import replace

from rowstake.core.cutting.best import best_plan
from rowstake.core.parts import Notebook
from rowstake.core.planned import AnyPlan
from rowstake.core.takeoff.explain import explain_timber
from rowstake.core.takeoff.lists import TakeOff, take_off
from rowstake.core.takeoff.on_sale import CATALOGUES, OnSale


def proven_lists(lists: TakeOff, plan: AnyPlan, on_sale: OnSale = CATALOGUES) -> TakeOff:
    """The same parts from what is on sale, for the least that it can cost."""
    return take_off(replace(lists.buyer, cut=best_plan, on_sale=on_sale), list(plan.parts), lists.spoil_m3)


def bought(plan: AnyPlan, on_sale: OnSale = CATALOGUES) -> AnyPlan:
    """The plan with proven lists, and their workings with them."""
    lists, book = proven_lists(plan.lists, plan, on_sale), Notebook(dict(plan.workings))
    explain_timber(lists, book)
    return replace(plan, lists=lists, workings=book.workings)
