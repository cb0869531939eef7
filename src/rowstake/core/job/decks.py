"""Every deck that a document tells of, whatever its schema: the job's own and those of its variants."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

Told = dict[str, Any]


def every_deck(document: Told, made: Callable[[Told], Told]) -> Told:
    """The document with each deck as it is made of what it was. The one given is not changed."""
    out = _with(document, made)
    if out is not document and isinstance(out.get("variants"), list):
        out["variants"] = [_with(v, made) if isinstance(v, dict) else v for v in out["variants"]]
    return out


def _with(told: Told, made: Callable[[Told], Told]) -> Told:
    return {**told, "deck": made(told["deck"])} if isinstance(told.get("deck"), dict) else told
