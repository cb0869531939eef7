"""What every advice rule is: a look at a plan, giving findings with their ways out."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from rowstake.core.parts import Finding, Fix


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
