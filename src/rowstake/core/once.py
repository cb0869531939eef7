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
        kept: list[tuple[tuple[object, ...], R]] = []

        @wraps(work)
        def ask(thing: T) -> R:
            own = about(thing)
            for held, answer in tuple(kept):
                if all(a is b for a, b in zip(held, own, strict=True)):
                    return answer
            answer = work(thing)
            kept.append((own, answer))
            del kept[:-most]
            return answer

        return ask

    return made
