"""What every advice rule is: a look at a plan, giving findings with their ways out."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from typing import Any

from rowstake.core.catalogue import AdviceEntry
from rowstake.core.parts import Finding, Fix

ASK = (
    "Where the ground freezes it lifts what stands in it. Ask the local building office how deep, and enter it under Site; "
    "0 holds only where it never freezes."
)
"""What is said where no frost depth was given."""


def found(title: str, why: str, where: Iterable[str] = (), fixes: Iterable[Fix] = ()) -> Finding:
    """A finding; its stake, weight and source are filled in from the catalogue."""
    return Finding("", "", title, why, tuple(where), tuple(fixes))


def put(label: str, about: str = "fence", /, **values: Any) -> Fix:
    """A fix that sets fields: `bays__max_mm=1800` sets `fence.bays.max_mm`."""
    edits = ({"do": "set", "path": f"{about}." + key.replace("__", "."), "value": v} for key, v in values.items())
    return Fix(label, tuple(edits))


def put_deck(label: str, **values: Any) -> Fix:
    """The same for a deck's fields."""
    return put(label, "deck", **values)


def looked(planned: Any, rules: Mapping[str, Any], entries: Mapping[str, AdviceEntry]) -> list[Finding]:
    """What the rules of these entries find; each finding carries its stake, weight and source from the catalogue."""
    return [
        replace(finding, rule=name, stake=entry.stake, weight=entry.weight, source=entry.source)
        for name, entry in entries.items()
        for finding in rules[name](planned)
    ]


def in_order(found: Iterable[Finding], stages: Sequence[str]) -> tuple[Finding, ...]:
    """In the order of the work."""
    return tuple(sorted(found, key=lambda f: stages.index(f.stake)))
