"""Reckoners: the single calculations, without a job."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

from fastapi import APIRouter
from pydantic import BaseModel

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.drawing.answers import answer_scene
from rowstake.core.drawing.scene import Scene
from rowstake.core.measure import Printer
from rowstake.core.reckoners import find, registry
from rowstake.core.reckoners.base import Reckoner, read_inputs
from rowstake.core.reckoners.forms import GROUPS, WORDS, FormField, form
from rowstake.core.views.answers import AnswerRow, rows

router = APIRouter(prefix="/api/reckoners", tags=["reckoners"])


@dataclass(frozen=True, slots=True)
class Listed:
    name: str
    title: str
    rule: str
    group: str
    fields: list[FormField]
    picture: Scene | None
    """What is reckoned, drawn from the fields as they begin."""


@dataclass(frozen=True, slots=True)
class ReckonerAnswer:
    outputs: dict[str, Any]
    rows: list[AnswerRow]
    sentence: str
    scene: Scene | None


class ReckonerAsked(BaseModel):
    units: Literal["mm", "ft-in"] = "mm"
    inputs: dict[str, Any]


@router.get("")
def every(units: Literal["mm", "ft-in"] = "mm", region: str = "") -> list[Listed]:
    """In the order of the work, then by their titles, each as it begins in these units and this region."""
    here = region or next(iter(CATALOGUE.regions))
    order = list(GROUPS)
    found = sorted(registry().values(), key=lambda r: (order.index(r.group), r.title))
    return [_listed(r, units, form(r, units, here)) for r in found]


def _listed(r: Reckoner[Any, Any], units: Literal["mm", "ft-in"], fields: list[FormField]) -> Listed:
    given = read_inputs(r, {f.name: f.example for f in fields if f.example is not None}, units)
    return Listed(
        r.name, r.title, r.rule, GROUPS[r.group], fields, answer_scene(r.name, given, r.run(given), Printer(units))
    )


@router.get("/words")
def words() -> dict[str, str]:
    """Plain words for the choices of the forms."""
    return WORDS


@router.post("/{name}")
def reckon(name: str, body: ReckonerAsked) -> ReckonerAnswer:
    """Text in a length field is read in any unit."""
    reckoner = find(name)
    given = read_inputs(reckoner, body.inputs, body.units)
    out = reckoner.run(given)
    p = Printer(body.units)
    return ReckonerAnswer(
        out.model_dump(), rows(out, p), reckoner.say(given, out, p), answer_scene(name, given, out, p)
    )
