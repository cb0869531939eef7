"""Values that are made by the ten thousand: never changed once made, which the type checker holds, so that none is guarded while it
is made (a frozen dataclass sets each of its fields through a call, and takes seven times as long)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypeVar, dataclass_transform

T = TypeVar("T")


@dataclass_transform(frozen_default=True)
def value(kind: type[T]) -> type[T]:
    """As `dataclass(frozen=True, slots=True)`, compared and hashed by its fields; `replace` makes another."""
    return dataclass(slots=True, unsafe_hash=True)(kind)
