"""The order of work: the steps a foreman would name, one after the other, what each is, what waits and what it hides."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from rowstake.core.views.base import Need, Schedule

ORDER = "Order of work"
LOCATED = "what lies in the ground: located, marked, and clear of every hole"


@dataclass(frozen=True, slots=True)
class BuildStep:
    """`wait` before the next begins; `hides` what nobody sees again once it is done, so that it is looked at before; `sets` the kinds of
    parts that it sets, only those `of` something where that is said."""

    stake: str
    do: str
    what: str = ""
    wait: str = ""
    hides: str = ""
    sets: tuple[str, ...] = ()
    of: tuple[str, ...] = ()


def order_schedule(steps: Sequence[BuildStep], needs: Iterable[Need]) -> Schedule:
    """As a table. What later choices need stands with the last step of its stage, before which it must be there."""
    asked: dict[str, list[str]] = {}
    for need in needs:
        asked.setdefault(need.stake, []).append(f"{need.words} (for {need.because})")
    last = {step.stake: n for n, step in enumerate(steps)}
    rows = []
    for n, step in enumerate(steps):
        before = [f"{step.hides}"] if step.hides else []
        before += asked.get(step.stake, []) if last[step.stake] == n else []
        rows.append((str(n + 1), step.do, step.what, "; ".join(before), step.wait))
    return Schedule(
        ORDER,
        ("", "Step", "What", "Look at, and have done, before it is closed", "Then wait"),
        tuple(rows),
        frozenset({0}),
    )


def hours(wait_h: float) -> str:
    """`2 days`, or nothing for none."""
    if wait_h <= 0:
        return ""
    days = wait_h / 24
    return f"{wait_h:g} hours" if days < 1 else f"{days:g} day{'s' * (days != 1)}"


def counted(n: int, one: str, many: str = "") -> str:
    return f"{n} {one if n == 1 else many or one + 's'}" if n else ""


def told(*words: str) -> str:
    return ", ".join(w for w in words if w)
