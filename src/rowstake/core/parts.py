"""Parts: one physical piece or portion each. Drawn, counted, cut and bought from the same list.

Also the two things every trade hands on with its parts: workings and findings.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from typing import Any, Literal

from rowstake.core.catalogue import Kind
from rowstake.core.goods import Good
from rowstake.core.kinds import KINDS, kind_of
from rowstake.core.space import Solid
from rowstake.core.value import value

Step = Literal["holes", "frame", "skin", "steps", "gates"]


@dataclass(frozen=True, slots=True)
class Hold:
    """What keeps a part where it does not rest against what carries it: hardware, by its label, which reaches `over_mm` to
    another piece, to another of its kind, or to the ground or the house itself."""

    by: str
    over_mm: float = 0.0
    to: Literal["piece", "twin", "ground", "house"] = "piece"


@dataclass(frozen=True, slots=True)
class Joint:
    """What a fixing joins: it goes through pieces of some kinds (several where they lie on one another) and by its rule at
    least `least_mm` into pieces of others; by less only where `longer_mm`, the next length on sale, would come out of them."""

    through: tuple[str, ...]
    into: tuple[str, ...]
    least_mm: float
    longer_mm: float | None = None
    layers: int = 1
    over_mm: float = 0.0
    """What it has gone through before the first: a batten on a sheet."""
    end_grain: bool = False
    """Driven into an end or an edge, with more of it or of its like behind: it does not come out."""
    lapped: bool = False
    """Both are cut to half their thickness there."""
    through_mm: float | None = None
    """How thick what it goes through is where it goes through; the thickness of its section where nothing is said."""


@value
class Part:
    """One piece, or one portion of something poured, counted or bought by the piece. Its `kind` is registered in `kinds`, or
    it is refused with a `ValueError`.

    `good` is what it is bought as. `amount` is in `unit`:
    pieces, m³ or a count of fixings. `length_mm` and `width_mm` are cut sizes of timber (width differs
    from the section's only for a rip). `of` is the label of what it came from: a bay, a post, a gate.
    """

    label: str
    kind: str
    step: Step
    good: Good
    of: str
    length_mm: float = 0.0
    width_mm: float = 0.0
    ends: str = "square"
    amount: float = 1.0
    unit: Literal["piece", "m³", "each"] = "piece"
    domed: bool = False
    above_mm: float = 0.0
    """Of a post: how much of it stands above ground."""
    solid: Solid | None = None
    """Its shape and where it is; none for what is only counted."""
    hold: Hold | None = None
    joint: Joint | None = None
    """Of fixings: what they join."""
    run: str = ""
    """What it follows on in, end to end with the piece of the same run that is listed before it: a border round a deck, a row, a cap."""

    def __post_init__(self) -> None:
        if self.kind not in KINDS:
            kind_of(self.kind)

    @property
    def material(self) -> str:
        """The section of timber, else what it is in plain words."""
        return self.good.id if KINDS[self.kind].counted == "cut" else self.good.words

    @property
    def sort(self) -> Kind:
        """All that is true of its kind."""
        return KINDS[self.kind]


def letters(number: int) -> str:
    """1 is a, 26 z, 27 aa: names of any number of pieces."""
    out = ""
    while number > 0:
        number, at = divmod(number - 1, 26)
        out = chr(ord("a") + at) + out
    return out


def component_of(part: Part) -> str:
    """What a part is one of: its gate; else the leg or the level that it stands on, by number; else, where it is only counted,
    what it is for."""
    if part.step == "gates" or part.solid is None:
        return part.of
    return str(part.solid.pose.number + 1)


def identified(parts: Iterable[Part]) -> dict[str, Part]:
    """Every part by an id made of its component, its role there and its place among those of that role: the third post of the
    second leg is `2/post/3`. It stays the same while other legs, levels, gates and roles change. Labels, which run through the
    whole job, are for print."""
    counts: dict[tuple[str, str], int] = {}
    out: dict[str, Part] = {}
    for part in parts:
        key = component_of(part), part.kind
        counts[key] = number = counts.get(key, 0) + 1
        out[f"{key[0]}/{key[1]}/{number}"] = part
    return out


@dataclass(frozen=True, slots=True)
class Working:
    """How a headline figure came about, written where it is computed."""

    key: str
    title: str
    value: str
    rule: str
    formula: str
    source: str
    changes: str


@dataclass(frozen=True, slots=True)
class Fix:
    """A way out: a label for the button and the edits it makes to the document."""

    label: str
    edits: tuple[dict[str, Any], ...]


@dataclass(frozen=True, slots=True)
class Finding:
    """What is wrong, where and why, with its ways out."""

    rule: str
    stake: str
    title: str
    why: str
    where: tuple[str, ...] = ()
    fixes: tuple[Fix, ...] = ()
    source: str = ""
    weight: str = "needs"


@dataclass(slots=True)
class Notebook:
    """Collects workings while a plan is made."""

    workings: dict[str, Working] = field(default_factory=dict)

    def note(self, key: str, title: str, value: str, *, rule: str, formula: str, source: str, changes: str) -> None:
        self.workings[key] = Working(key, title, value, rule, formula, source, changes)

    def fold_in(self, where: str, other: Notebook) -> None:
        """The workings of another place behind those here, named by it; what is the same in both is told once."""
        for key, there in other.workings.items():
            here = self.workings.setdefault(key, there)
            if here.formula != there.formula:
                told = {part: getattr(there, part) for part in ("value", "formula")}
                self.workings[key] = replace(here, **{k: f"{getattr(here, k)}; {where}: {v}" for k, v in told.items()})
