"""The prices that a job asks for, from the books of the house."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace
from threading import Lock

from sqlalchemy.exc import SQLAlchemyError

from rowstake.core.cost.book import Book, Prices, together
from rowstake.core.cost.costing import costed
from rowstake.core.cost.orders import leads
from rowstake.core.cost.views import cost_figures
from rowstake.core.faults import JobFault
from rowstake.core.job import Job
from rowstake.core.plan import AnyPlan
from rowstake.core.takeoff.on_sale import CATALOGUES, OnSale, Racked
from rowstake.core.together import by_region
from rowstake.core.views.base import Figure
from rowstake.store.books import Books
from rowstake.store.rack import Rack

MOST_KEPT = 16
_kept: OrderedDict[tuple[tuple[str, int], ...], Prices] = OrderedDict()
_lock = Lock()


def prices_of(job: Job, books: Books) -> Prices | None:
    """The prices of the books that a job names, as they stand; None where it names none that is there. Raises `JobFault` where they are
    in different currencies."""
    return prices_for(job.terms.books, books)


def prices_for(named: Sequence[str], books: Books) -> Prices | None:
    """The prices of these books together, as `prices_of` has them."""
    key = books.versions(named)
    if not key:
        return None
    with _lock:
        if key in _kept:
            return _kept[key]
    made = together(books.some(named)[0])
    with _lock:
        _kept[key] = made
        while len(_kept) > MOST_KEPT:
            _kept.popitem(last=False)
    return made


def sold(job: Job, key: str | None, books: Books, rack: Rack) -> OnSale:
    """What a job is cut and bought from: its books, the catalogue for the rest, and the rack before both."""
    prices = prices_of(job, books)
    return replace(prices.of(job.terms.suppliers).on_sale if prices else CATALOGUES, rack=racked(job, key, rack))


def shared_prices(plans: Mapping[str, AnyPlan], books: Books) -> dict[str, Prices | None]:
    """By region, the prices of all books that its jobs use, from the suppliers that they name; None where there are none, or they are in different
    currencies."""
    out: dict[str, Prices | None] = {}
    for region, own in by_region(plans).items():
        terms = [plan.brief.job.terms for plan in own.values()]
        try:
            found = prices_for(list(dict.fromkeys(key for t in terms for key in t.books)), books)
        except JobFault:
            found = None
        named = [] if any(not t.suppliers for t in terms) else [who for t in terms for who in t.suppliers]
        out[region] = found.of(named) if found else None
    return out


def racked(job: Job, key: str | None, rack: Rack) -> tuple[Racked, ...]:
    """The offcuts that a job may use: none, where its terms say so."""
    return rack.offered(key) if job.terms.rack else ()


def empty(currency: str) -> Prices:
    """No prices at all, in a currency."""
    return together([Book(name="none", currency=currency)])


def priced_figures(job: Job, books: Books) -> Callable[[AnyPlan], list[Figure]]:
    """What plans are compared by beside their own figures: the price, where the job has books. Work goes on when the database does not
    answer, without it."""
    try:
        found = prices_of(job, books) if job.terms.books else None
    except SQLAlchemyError:
        found = None
    return lambda plan: cost_figures(found, plan)


def leads_of(plan: AnyPlan, books: Books) -> dict[int, int]:
    """The working days that the suppliers of a job take, by delivery; none where it has no books."""
    prices = prices_of(plan.brief.job, books)
    return leads(costed(plan, prices, proven=False)) if prices else {}
