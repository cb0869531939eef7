"""The repositories for a request: one transaction, committed when the route returns."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated

from fastapi import Depends, Request
from sqlalchemy.orm import Session

from rowstake.store.jobs import Jobs
from rowstake.store.sites import Sites


def _session(request: Request) -> Iterator[Session]:
    with Session(request.app.state.engine) as session, session.begin():
        yield session


SessionHere = Annotated[Session, Depends(_session, scope="function")]


def _jobs(session: SessionHere) -> Jobs:
    return Jobs(session)


def _sites(session: SessionHere) -> Sites:
    return Sites(session)


JobsHere = Annotated[Jobs, Depends(_jobs, scope="function")]
SitesHere = Annotated[Sites, Depends(_sites, scope="function")]
