"""The repositories for a request: one transaction, committed when the route returns."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated

from fastapi import Depends, Request
from sqlalchemy.orm import Session

from rowstake.outside.conditions import Skies
from rowstake.outside.laser import Laser
from rowstake.outside.locate import Locating
from rowstake.outside.yards import Yards
from rowstake.store.actuals import Actuals
from rowstake.store.books import Books
from rowstake.store.jobs import Jobs
from rowstake.store.quotations import Quotations
from rowstake.store.rack import Rack
from rowstake.store.records import Records
from rowstake.store.sites import Sites


def _session(request: Request) -> Iterator[Session]:
    with Session(request.app.state.engine) as session, session.begin():
        yield session


SessionHere = Annotated[Session, Depends(_session, scope="function")]


def _jobs(session: SessionHere) -> Jobs:
    return Jobs(session)


def _sites(session: SessionHere) -> Sites:
    return Sites(session)


def _books(session: SessionHere) -> Books:
    return Books(session)


def _quotations(session: SessionHere) -> Quotations:
    return Quotations(session)


def _rack(session: SessionHere) -> Rack:
    return Rack(session)


def _actuals(session: SessionHere) -> Actuals:
    return Actuals(session)


def _records(session: SessionHere) -> Records:
    return Records(session)


def _skies(request: Request) -> Skies:
    found: Skies = request.app.state.skies
    return found


def _locating(request: Request) -> Locating:
    found: Locating = request.app.state.locating
    return found


def _laser(request: Request) -> Laser:
    found: Laser = request.app.state.laser
    return found


def _yards(request: Request) -> Yards:
    found: Yards = request.app.state.yards
    return found


RecordsHere = Annotated[Records, Depends(_records, scope="function")]
RackHere = Annotated[Rack, Depends(_rack, scope="function")]
ActualsHere = Annotated[Actuals, Depends(_actuals, scope="function")]
LocatingHere = Annotated[Locating, Depends(_locating)]
LaserHere = Annotated[Laser, Depends(_laser)]
SkyHere = Annotated[Skies, Depends(_skies)]
YardsHere = Annotated[Yards, Depends(_yards)]
BooksHere = Annotated[Books, Depends(_books, scope="function")]
QuotationsHere = Annotated[Quotations, Depends(_quotations, scope="function")]
JobsHere = Annotated[Jobs, Depends(_jobs, scope="function")]
SitesHere = Annotated[Sites, Depends(_sites, scope="function")]
