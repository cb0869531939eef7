"""What the views of any trade are made of: figures, stakes, things, tapes, strips, schedules, choices."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from typing import Literal

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.drawing.scene import Scene
from rowstake.core.parts import Finding
from rowstake.core.value import value

LONGEST_MM = 30_000.0
"""A leg longer than this is left to the tape: the paper would not be worth it."""


@dataclass(frozen=True, slots=True)
class Figure:
    """`working` opens how it came about; `number` is what two plans are compared by."""

    key: str
    name: str
    text: str
    number: float
    working: str


FOOT_MM = 304.8


def size_of(figures: Sequence[Figure], units: str) -> tuple[float, str]:
    """(how much there is of a job, its unit): square metres or feet where its figures tell an area, else its run; 0 for neither."""
    numbers, feet = {f.key: f.number for f in figures}, units == "ft-in"
    if "area" in numbers:
        return numbers["area"] * (1e6 / FOOT_MM**2 if feet else 1.0), "ft²" if feet else "m²"
    return numbers.get("length", 0.0) / (FOOT_MM if feet else 1000.0), "ft" if feet else "m"


@dataclass(frozen=True, slots=True)
class Stake:
    """`flag`: clear, needs you, or waits for the stakes in `waits_for`."""

    key: str
    name: str
    figure: str
    working: str
    flag: Literal["clear", "needs", "waits"]
    says: str
    cautions: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Need:
    """`stake` is the earlier step, `because` the later one that asks."""

    stake: str
    words: str
    because: str


@value
class Line:
    name: str
    value: str
    working: str = ""


@value
class Thing:
    """`stake` is where its choices stand; `section` the drawing that shows its hole."""

    title: str
    stake: str
    lines: tuple[Line, ...]
    section: str = ""
    leg: int = -1


@dataclass(frozen=True, slots=True)
class Mark:
    """One running mark: the post's middle and both faces, from the leg's start."""

    of: str
    kind: str
    mm: float
    text: str
    near: str
    far: str
    ground: str = ""
    top: str = ""


@dataclass(frozen=True, slots=True)
class Tape:
    """A tape hooked at a leg's start, with the marks of posts or of board edges."""

    leg: int
    what: str
    length_mm: float
    length: str
    marks: tuple[Mark, ...]


@dataclass(frozen=True, slots=True)
class Strip:
    """Marks from a hook at 0: (mm, words)."""

    title: str
    length_mm: float
    marks: tuple[tuple[float, str], ...]


@dataclass(frozen=True, slots=True)
class Schedule:
    """A table for paper; `numbers` are the columns that hold figures."""

    title: str
    heads: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]
    numbers: frozenset[int]


@dataclass(frozen=True, slots=True)
class Panel:
    """What one place of a step's desk shows: a drawing, or one of several to choose from; or a schedule, by its title; or what
    only its trade has, by a name of its own."""

    scenes: tuple[str, ...] = ()
    schedule: str = ""
    own: str = ""


@dataclass(frozen=True, slots=True)
class Choice:
    id: str
    name: str
    words: str = ""


@cache
def worded(trade: str) -> dict[str, list[Choice]]:
    """The choices of a trade that are told in words alone, by the path they set."""
    return {path: [Choice(id, *told) for id, told in ways.items()] for path, ways in CATALOGUE.worded(trade).items()}


@dataclass(frozen=True, slots=True)
class Card:
    """What a list shows of a job. `needs` are the things to look at, and `figures` those that tell jobs apart; None and none
    of a job that cannot be laid out."""

    region: str
    style: str
    length: str
    outline: Scene
    needs: int | None = None
    figures: tuple[tuple[str, str], ...] = ()


@dataclass(frozen=True, slots=True)
class Verdict:
    name: str
    theirs: str
    ours: str
    agrees: Literal["agrees", "short", "over", "cannot be"]
    words: str


def flagged(rows: list[tuple[str, str, str, str]], findings: Sequence[Finding], trade: str) -> list[Stake]:
    """Stakes of (key, name, figure, working), each with its flag; the cautions are those of its trade."""
    open_at = {f.stake for f in findings if f.weight == "needs"}
    out = []
    for key, name, figure, working in rows:
        count = sum(1 for f in findings if f.stake == key)
        earlier = [n for k, n, _, _ in rows if k in open_at and k != key]
        flag: Literal["clear", "needs", "waits"] = "needs" if count else "clear"
        says = f"{count} to look at" if count else "nothing in the way"
        if key == "buy" and not count and earlier:
            flag, says = "waits", f"waits for {earlier[0]}" if len(earlier) == 1 else f"waits for {len(earlier)} stakes"
        told = CATALOGUE.cautions.get(trade, {}).get(key, ())
        out.append(Stake(key, name, figure, working, flag, says, tuple(told)))
    return out
