"""Documents of older schemas as they are written today: one pure step from each schema to the next, one file each, found by
the schema it starts from. Run whenever a document is read, so that what is kept need never be rewritten."""

from __future__ import annotations

from collections.abc import Callable
from functools import cache
from typing import Any

from rowstake.core.job.base import SCHEMA
from rowstake.core.rooms import kept_in

Document = dict[str, Any]


@cache
def steps() -> dict[int, Callable[[Document], Document]]:
    """Every step by the schema that it starts from."""
    return {int(name.removeprefix("from_")): step for name, step in kept_in(__name__, "step").items()}


def upgraded(document: Document) -> Document:
    """The document in today's schema; as it is where it has that already, or none that is known. The one given is not changed."""
    known = steps()
    while (step := known.get(_schema(document))) is not None:
        document = {**step(document), "schema": _schema(document) + 1}
    return document


def _schema(document: Document) -> int:
    at = document.get("schema")
    return at if isinstance(at, int) and not isinstance(at, bool) and at < SCHEMA else SCHEMA
