"""A second look at somebody's price: beside what the job costs by the books in use."""

from __future__ import annotations

from decimal import Decimal, InvalidOperation

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.cost.costing import Costing
from rowstake.core.cost.money import Purse
from rowstake.core.faults import refuse
from rowstake.core.views.base import Verdict


def price_verdict(made: Costing, quoted: str) -> Verdict:
    """In words: near, far over, or so far under that something is missing. Raises `JobFault` for text that is no price."""
    digits = quoted.strip().lstrip("£$€¥ ").replace(",", "").replace(" ", "")
    try:
        theirs = Decimal(digits)
    except InvalidOperation:
        raise refuse(
            "quoted.price", quoted[:40], "an amount of money, as 4500 or 4,500.00", "That is no price"
        ) from None
    if not 0 < theirs < 100_000_000:
        raise refuse("quoted.price", quoted[:40], "more than 0, less than 100 million", "That is no price")
    purse, limits, ours = Purse(made.currency), CATALOGUE.cost, made.total
    without = (
        f" Ours is without {len(made.unpriced)} thing{'s' * (len(made.unpriced) != 1)} that nobody has a price for."
        if made.unpriced
        else ""
    )
    if not ours:
        return Verdict(
            "Price", purse.told(theirs), "no price", "cannot be", "None of the books in use has a price for this job."
        )
    by = float(theirs / ours - 1)
    told = purse.told(abs(theirs - ours))
    if by < -limits.price_under:
        words = f"{told} less than it costs by your books and terms, {-by * 100:.0f} %: ask what is left out."
        return Verdict("Price", purse.told(theirs), made.total_told, "short", words + without)
    if by > limits.price_over:
        words = f"{told} more than it costs by your books and terms, {by * 100:.0f} %: ask what is in it."
        return Verdict("Price", purse.told(theirs), made.total_told, "over", words + without)
    return Verdict(
        "Price",
        purse.told(theirs),
        made.total_told,
        "agrees",
        f"Within what prices differ by: {by * 100:+.0f} %." + without,
    )
