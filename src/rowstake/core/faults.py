"""Faults: what is wrong with something a person entered, as a value for people.

A fault names the field, what was given and what is allowed; the server turns faults into problem
details and the command line prints them.
"""

from __future__ import annotations

import re
from collections.abc import Iterable
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


def faults_of(error: ValidationError, prefix: str = "") -> JobFault:
    """A Pydantic error in the words of a `JobFault`: field, value, what is allowed."""
    return JobFault(*told(error.errors(), prefix))


def told(errors: Iterable[Any], prefix: str = "") -> tuple[Fault, ...]:
    """Pydantic's details of errors as faults; limits of lengths carry their unit."""
    found = []
    for e in errors:
        path = ".".join(str(p) for p in e["loc"])
        context = e.get("ctx") or {}
        limits = [
            f"{word} {context[key]:g}" if isinstance(context[key], int | float) else f"{word} {context[key]}"
            for key, word in (
                ("gt", "more than"), ("ge", "at least"), ("lt", "less than"), ("le", "at most"),
                ("expected", "one of"),
            )
            if key in context
        ]  # fmt: skip
        field = f"{prefix}{path}".strip(".") or "inputs"
        unit = " mm" if field.endswith("_mm") and limits else ""
        allowed = (" and ".join(limits) or e["msg"].removeprefix("Input should be ")) + unit
        given = "nothing" if e["type"] == "missing" else shown(e.get("input"))[:80]
        label = field.rsplit(".", 1)[-1].removesuffix("_mm").replace("_", " ")
        message = (
            e["msg"].replace("Input should", "should", 1) if e["msg"].startswith("Input should") else f": {e['msg']}"
        )
        found.append(Fault(field, given, allowed, f"{label} {message}".replace(" : ", ": ")))
    return tuple(found)
