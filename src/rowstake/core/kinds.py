"""What kinds of parts there are: how each is counted, drawn, labelled, stained and worked. A trade may bring its own."""

from __future__ import annotations

from collections.abc import Iterable

from rowstake.core.catalogue import CATALOGUE, Kind

KINDS: dict[str, Kind] = dict(CATALOGUE.kinds)


def register(kinds: Iterable[Kind]) -> None:
    """Adds a trade's own kinds. Raises `ValueError` for one that is there already and means something else."""
    for kind in kinds:
        if KINDS.setdefault(kind.id, kind) != kind:
            raise ValueError(f"the kind “{kind.id}” is there already")


def kind_of(name: str) -> Kind:
    """Raises `ValueError` for a kind that nobody registered."""
    found = KINDS.get(name)
    if found is None:
        raise ValueError(f"there is no kind of part “{name}”: register it in kinds.toml")
    return found
