"""The rack of offcuts: what lies there, what is put in, what is used up."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter
from pydantic import BaseModel, Field

from rowstake.server.session import JobsHere, RackHere
from rowstake.store.rack import OffcutHeld

router = APIRouter(prefix="/api/rack", tags=["rack"])
Key = Annotated[str, Field(max_length=60)]


class OffcutTold(BaseModel):
    section: Key
    length_mm: Annotated[float, Field(gt=0, le=20_000)]
    count: Annotated[int, Field(ge=1, le=100)] = 1
    job: Key | None = None


class UsedBy(BaseModel):
    """The job that uses an offcut up; none puts it back."""

    job: Key | None = None


@router.get("")
def every(rack: RackHere) -> list[OffcutHeld]:
    return rack.listed()


@router.post("", status_code=201)
def keep(body: list[OffcutTold], rack: RackHere) -> list[OffcutHeld]:
    """Puts offcuts into the rack."""
    return [rack.add(told.section, told.length_mm, told.job) for told in body for _ in range(told.count)]


@router.post("/{key}/used", status_code=204)
def use(key: str, body: UsedBy, rack: RackHere, jobs: JobsHere) -> None:
    """Marks one as used up."""
    if body.job:
        jobs.get(body.job)
    rack.use(key, body.job)


@router.delete("/{key}", status_code=204)
def remove(key: str, rack: RackHere) -> None:
    rack.remove(key)
