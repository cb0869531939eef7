"""The trainer: made-up work with faults in it, by its number always the same."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

from fastapi import APIRouter, Path, Query, Response
from pydantic import TypeAdapter

from rowstake.core.drawing.standing import Standing, standing
from rowstake.core.training.course import MOST_NUMBER, Lesson, course
from rowstake.server.answer import as_json

router = APIRouter(prefix="/api/trainer/{trade}/{number}", tags=["trainer"])
Trade = Annotated[str, Path(max_length=20)]
Number = Annotated[int, Path(ge=0, le=MOST_NUMBER)]
Region = Annotated[str, Query(max_length=40)]


@dataclass(frozen=True, slots=True)
class CourseTold:
    """`faults` is how many there are to find."""

    words: str
    faults: int
    standing: Standing


@dataclass(frozen=True, slots=True)
class PressedOn:
    """What is wrong with a piece; nothing where nothing is."""

    lesson: Lesson | None


COURSE, LOOKED, LESSONS = TypeAdapter(CourseTold), TypeAdapter(PressedOn), TypeAdapter(list[Lesson])


@router.get("", response_model=CourseTold)
def begin(trade: Trade, number: Number, region: Region) -> Response:
    """A course, to be looked over."""
    made = course(trade, number, region)
    return as_json(COURSE, CourseTold(made.words, len(made.lessons), standing(made.parts)))


@router.get("/look", response_model=PressedOn)
def look(trade: Trade, number: Number, region: Region, label: Annotated[str, Query(max_length=80)]) -> Response:
    """Whether a piece shows a fault, by which rule, and how it should be."""
    found = course(trade, number, region).found(label)
    return as_json(LOOKED, PressedOn(found))


@router.get("/faults", response_model=list[Lesson])
def faults(trade: Trade, number: Number, region: Region) -> Response:
    """All of them."""
    return as_json(LESSONS, list(course(trade, number, region).lessons))
