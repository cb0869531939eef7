"""Faults: what is wrong with something a person entered, as a value for people.

A fault names the field, what was given and what is allowed; the server turns faults into problem
details and the command line prints them.
"""

from __future__ import annotations

from dataclasses import dataclass


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
