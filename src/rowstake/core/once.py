"""An answer that several ask for of the same thing while a plan is made: worked out once, the last few kept."""

from __future__ import annotations

from collections.abc import Callable
from functools import wraps
from typing import TypeVar

T = TypeVar("T")
R = TypeVar("R")
MOST = 16


def once(about: Callable[[T], tuple[object, ...]], most: int = MOST) -> Callable[[Callable[[T], R]], Callable[[T], R]]:
    """Of things that share what the answer is `about`, by identity: those are not changed once they are made."""

    def made(work: Callable[[T], R]) -> Callable[[T], R]:
        kept: dict[tuple[int, ...], tuple[tuple[object, ...], R]] = {}
        """By the identities of what is held with the answer, and so are nothing else's as long."""

        @wraps(work)
        def ask(thing: T) -> R:
            own = about(thing)
            key = tuple(map(id, own))
            known = kept.get(key)
            if known is not None:
                return known[1]
            answer = work(thing)
            kept[key] = own, answer
            for old in list(kept)[:-most]:
                kept.pop(old, None)
            return answer

        return ask

    return made
