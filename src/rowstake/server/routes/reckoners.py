"""Reckoners: the single calculations, without a job."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

from fastapi import APIRouter
from pydantic import BaseModel

from rowstake.core.drawing.answers import answer_scene
from rowstake.core.drawing.scene import Scene
from rowstake.core.measure import Printer
from rowstake.core.reckoners import find, registry
from rowstake.core.reckoners.base import read_inputs
from rowstake.core.reckoners.forms import WORDS, FormField, form
from rowstake.core.views.answers import Row, rows

router = APIRouter(prefix="/api/reckoners", tags=["reckoners"])


@dataclass(frozen=True, slots=True)
class Listed:
    name: str
    title: str
    rule: str
    fields: list[FormField]


@dataclass(frozen=True, slots=True)
class Answer:
    outputs: dict[str, Any]
    rows: list[Row]
    sentence: str
    scene: Scene | None


class Question(BaseModel):
    units: Literal["mm", "ft-in"] = "mm"
    inputs: dict[str, Any]


@router.get("")
def every(units: Literal["mm", "ft-in"] = "mm") -> list[Listed]:
    """By their titles, each with an example in these units."""
    return [Listed(r.name, r.title, r.rule, form(r, units)) for r in sorted(registry().values(), key=lambda r: r.title)]


@router.get("/words")
def words() -> dict[str, str]:
    """Plain words for the choices of the forms."""
    return WORDS


@router.post("/{name}")
def reckon(name: str, body: Question) -> Answer:
    """Text in a length field is read in any unit."""
    reckoner = find(name)
    given = read_inputs(reckoner, body.inputs, body.units)
    out = reckoner.run(given)
    p = Printer(body.units)
    return Answer(out.model_dump(), rows(out, p), reckoner.say(given, out, p), answer_scene(name, given, out, p))
