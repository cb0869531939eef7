"""The repository for a request: one transaction, committed when the route returns."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated

from fastapi import Depends, Request
from sqlalchemy.orm import Session

from rowstake.store.jobs import Jobs


def _jobs(request: Request) -> Iterator[Jobs]:
    with Session(request.app.state.engine) as session, session.begin():
        yield Jobs(session)


JobsHere = Annotated[Jobs, Depends(_jobs, scope="function")]
