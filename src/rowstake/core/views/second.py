"""Second look: somebody's quantities beside what the geometry needs, each in words."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Annotated, Any, Literal

from pydantic import ConfigDict, Field, ValidationError, create_model

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import faults_of
from rowstake.core.measure import parse_length
from rowstake.core.views.base import Verdict

Count = Annotated[int, Field(ge=0, le=1_000_000)] | None
Length = Annotated[float, Field(gt=0, le=100_000)] | None


@dataclass(frozen=True, slots=True)
class QuoteAsk:
    """A quantity that a quotation may give, and what weighs it: a count, or a length in mm. `fits` tells of which plans it is asked."""

    key: str
    name: str
    look: Callable[[Any, float], Verdict]
    length: bool = False
    fits: Callable[[Any], bool] = lambda _: True


def weigh(theirs: float, ours: float) -> Literal["agrees", "short", "over"]:
    """Within 3 % agrees; above it up to 15 % passes as spare."""
    if theirs < ours * (1 - CATALOGUE.materials.limits.quote_under):
        return "short"
    return "over" if theirs > ours * (1 + CATALOGUE.materials.limits.quote_over) else "agrees"


def second_look(plan: Any, asks: Sequence[QuoteAsk], quoted: dict[str, Any]) -> list[Verdict]:
    """A verdict for each quantity that was given, in the order of the work; lengths may be text in any unit. Raises `JobFault`."""
    asks = [ask for ask in asks if ask.fits(plan)]
    given = {k: v for k, v in quoted.items() if v not in (None, "")}
    for ask in asks:
        if ask.length and isinstance(text := given.get(ask.key), str):
            given[ask.key] = parse_length(text, plan.brief.job.units, f"quoted.{ask.key}")
    fields: dict[str, Any] = {ask.key: (Length if ask.length else Count, None) for ask in asks}
    model = create_model("Quoted", __config__=ConfigDict(extra="forbid", allow_inf_nan=False), **fields)
    try:
        told = model.model_validate(given).model_dump()
    except ValidationError as error:
        raise faults_of(error, "quoted.") from None
    return [ask.look(plan, told[ask.key]) for ask in asks if told[ask.key] is not None]
