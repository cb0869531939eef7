"""What is made when it is first asked for, by its name."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from typing import TypeVar

T = TypeVar("T")


class WhenAsked(Mapping[str, T]):
    """`ways` says how each is made; what has been made is kept."""

    def __init__(self, ways: Mapping[str, Callable[[], T]]) -> None:
        self._ways = dict(ways)
        self._made: dict[str, T] = {}

    def __getitem__(self, name: str) -> T:
        if name not in self._made:
            self._made[name] = self._ways[name]()
        return self._made[name]

    def __contains__(self, name: object) -> bool:
        return name in self._ways

    def __iter__(self) -> Iterator[str]:
        return iter(self._ways)

    def __len__(self) -> int:
        return len(self._ways)
