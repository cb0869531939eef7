"""What every reckoner is: a name, an input and an output model, one pure function, one sentence."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Annotated, Any, Generic, Literal, TypeVar

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from rowstake.core.faults import Fault, JobFault, faults_of, refuse
from rowstake.core.measure import Printer, parse_length

LONGEST = 10_000_000.0
LEAST = 0.5
Length = Annotated[float, Field(ge=LEAST, le=LONGEST)]
"""A length from half a millimetre up to 10 km, in mm."""
LengthOrZero = Annotated[float, Field(ge=0, le=LONGEST)]
Load = Annotated[float, Field(ge=0.01, le=1000)]
"""kPa."""
MOST_PIECES = 20_000
"""More pieces, marks or rows than this are a slip of the pen."""
LoadOrZero = Annotated[float, Field(ge=0, le=1000)]


class Inputs(BaseModel):
    """Inputs are closed and finite; field titles are the words shown beside them."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class Outputs(BaseModel):
    model_config = ConfigDict(frozen=True)


I = TypeVar("I", bound=Inputs)  # noqa: E741
O = TypeVar("O", bound=Outputs)  # noqa: E741


@dataclass(frozen=True, slots=True)
class Written:
    """How a field that holds several things is typed in one line, and how an example of it is told."""

    read: Callable[[str, str, str], Any]
    """From the text, the units of a bare number and the field's name. Raises `JobFault`."""
    say: Callable[[Any, Printer], str]


@dataclass(frozen=True, slots=True)
class Reckoner(Generic[I, O]):
    """One entry of the registry. `group` is the step of the work it is asked at; `say` puts an answer in a sentence, in the
    units of a printer; `written` are fields that are typed as a list in one line."""

    name: str
    group: Literal["line", "holes", "frame", "boards", "steps", "gates", "timber"]
    title: str
    rule: str
    takes: type[I]
    gives: type[O]
    run: Callable[[I], O]
    say: Callable[[I, O, Printer], str]
    example: dict[str, Any]
    written: Mapping[str, Written] = field(default_factory=dict)


SEVERAL = ("lengths_mm", "levels_mm", "built_mm")
"""Ends of the names of fields that take several lengths, parted by semicolons."""


def read_inputs(reckoner: Reckoner[Any, Any], raw: dict[str, Any], units: str = "mm") -> Inputs:
    """Inputs from what a person typed: text in a field ending in `_mm` is read as a length.

    Raises `JobFault` naming every field that cannot be accepted.
    """
    typed: dict[str, Any] = {}
    faults: list[Fault] = []
    for name, value in raw.items():
        if isinstance(value, str) and not value.strip():
            continue
        try:
            if isinstance(value, str) and name in reckoner.written:
                value = reckoner.written[name].read(value, units, name)
            elif isinstance(value, str) and name.endswith(SEVERAL):
                value = [parse_length(part, units, name, signed=True) for part in value.split(";")]
            elif isinstance(value, str) and name.endswith("_mm"):
                value = parse_length(value, units, name, signed=True)
        except JobFault as fault:
            faults.extend(fault.faults)
        typed[name] = value
    if faults:
        raise JobFault(*faults)
    try:
        return reckoner.takes.model_validate(typed)  # type: ignore[no-any-return]
    except ValidationError as error:
        raise faults_of(error) from None


def running_marks(step: float, count: int, first: float = 0.0) -> list[float]:
    """`count` marks from one datum: each a product, never a sum of pieces."""
    return [first + step * i for i in range(count)]


def counted(count: int, field: str, given: float) -> int:
    """The count, where a builder could mean it. Raises `JobFault` naming the field whose size makes too many."""
    if count > MOST_PIECES:
        raise refuse(
            field, f"{given:g} mm", f"a size that makes at most {MOST_PIECES} pieces", f"That makes {count} pieces"
        )
    return count


def whole(value: float) -> int:
    """Floor that forgives the last bit of floating point."""
    return math.floor(value + 1e-9)


def up(value: float) -> int:
    """Ceiling that forgives the last bit of floating point."""
    return math.ceil(value - 1e-9)
