"""Faults: what is wrong with something a person entered, as a value for people.

A fault names the field, what was given and what is allowed; the server turns faults into problem
details and the command line prints them.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Any

from pydantic import ValidationError

UNKEPT = re.compile("[\x00-\x08\x0b\x0c\x0e-\x1f\x7f\ud800-\udfff]")
"""What has no meaning in text: half characters and control codes."""


def shown(value: object) -> str:
    """A value as it can be printed anywhere: what has no meaning in text is a question mark."""
    return UNKEPT.sub("?", str(value))


@dataclass(frozen=True, slots=True)
class Fault:
    """One thing that cannot be accepted. `field` is a dotted path into what was entered."""

    field: str
    given: str
    allowed: str
    message: str

    def __str__(self) -> str:
        return f"{self.message} ({self.field}: given {self.given}; allowed: {self.allowed})"


class JobFault(ValueError):
    """Raised when a job, an edit or a length cannot be accepted; carries every fault found."""

    def __init__(self, *faults: Fault) -> None:
        super().__init__("; ".join(str(f) for f in faults))
        self.faults = faults


def refuse(field: str, given: object, allowed: str, message: str) -> JobFault:
    """A `JobFault` with a single fault, ready to raise."""
    return JobFault(Fault(field, str(given), allowed, message))


Length = Callable[[float], str]
"""Words a length of a job."""


def _mm(mm: float) -> str:
    return f"{mm:g} mm"


def faults_of(error: ValidationError, prefix: str = "", length: Length = _mm) -> JobFault:
    """A Pydantic error in the words of a `JobFault`: field, value, what is allowed."""
    return JobFault(*told(error.errors(), prefix, length))


LIMITS = {"gt": "more than", "ge": "at least", "lt": "less than", "le": "at most", "expected": "one of"}
COUNTS = {"too_short": ("at least", "min_length"), "too_long": ("at most", "max_length")}
"""How many there may be in a list, by the kind of error."""
MEANT_MM = 100.0
"""A length of fewer whole millimetres where it must be longer was perhaps meant in a larger unit."""


def meant(mm: float) -> str:
    """The question that such a length asks; nothing of any other."""
    return f": did you mean {mm:g} m or {mm:g} ft?" if 0 < mm < MEANT_MM and mm == round(mm) else ""


def told(errors: Iterable[Any], prefix: str = "", length: Length = _mm) -> tuple[Fault, ...]:
    """Pydantic's details of errors as faults, lengths in words of the job."""
    return tuple(_told(e, prefix, length) for e in errors)


def _told(error: Any, prefix: str, length: Length) -> Fault:
    context, value = error.get("ctx") or {}, error.get("input")
    field = f"{prefix}{'.'.join(str(p) for p in error['loc'])}".strip(".") or "inputs"
    long = re.search(r"_mm(\.\d+)?$", field) is not None

    def word(bound: object) -> str:
        return (length(bound) if long else f"{bound:g}") if isinstance(bound, int | float) else str(bound)

    limits = [f"{words} {word(context[key])}" for key, words in LIMITS.items() if key in context]
    said = error["msg"].removeprefix("Value error, ")
    allowed = " and ".join(limits) or said.removeprefix("Input should be ")
    given = "nothing" if error["type"] == "missing" else shown(value)[:80]
    *above, last = field.split(".")
    nth = f" {int(last) + 1}" if last.isdigit() and above else ""
    label = (above[-1] if nth else last).removesuffix("_mm").removesuffix("_pct").replace("_", " ") + nth
    label = "share" if label == "pct" else label
    if limits and isinstance(value, int | float) and not isinstance(value, bool):
        given = word(value)
        message = f"{_place(field)}{label} is {given}"
        if long and {"gt", "ge"} & context.keys():
            message += meant(value)
        return Fault(field, given, allowed, message[0].upper() + message[1:])
    if error["type"] in COUNTS:
        most, bound = COUNTS[error["type"]]
        return Fault(field, given, f"{most} {context[bound]}", f"{label}: {most} {context[bound]} of them")
    message = said.replace("Input should", "should", 1) if said.startswith("Input should") else f": {said}"
    return Fault(field, given, allowed, f"{label} {message}".replace(" : ", ": "))


NUMBERED = re.compile(r"(?:^|\.)(leg|gate|obstacle|level|cut)s\.(\d+)\.")


def _place(field: str) -> str:
    """Which of several it is of: `leg 2: `; the first level is the deck itself."""
    found = [(what, int(n) + 1) for what, n in NUMBERED.findall(field) if (what, n) != ("level", "0")]
    return f"{found[-1][0]} {found[-1][1]}: " if found else ""
