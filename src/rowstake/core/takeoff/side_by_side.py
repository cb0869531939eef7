"""Pieces that are ripped side by side from one length: narrow boards and strips of sheets. A length is cut off first, then ripped, then its strips are
cut across."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Part
from rowstake.core.value import value

BOARDS_AT_MOST = 2
"""Each of two keeps an edge as it came from the mill; a third would have none."""
SHEETS_AT_MOST = 40
SAME_MM = 0.05
"""Pieces of one strip are as wide as each other."""


@dataclass(frozen=True, slots=True)
class OnBlank:
    """A piece where it lies on its blank: how far over from the edge, and how far along from where the blank begins."""

    part: Part
    aside_mm: float
    along_mm: float


@value
class Blank:
    """A length of a section that one piece is cut from, or several: `strips` lie side by side, the longest first, each one piece wide; a strip is cut
    across into its pieces."""

    strips: tuple[tuple[Part, ...], ...]
    length_mm: float

    @property
    def parts(self) -> tuple[Part, ...]:
        return tuple([part for strip in self.strips for part in strip])

    @property
    def labels(self) -> tuple[str, ...]:
        """Of its pieces; most lengths give one."""
        if len(self.strips) == len(self.strips[0]) == 1:
            return (self.strips[0][0].label,)
        return tuple([part.label for strip in self.strips for part in strip])

    def laid(self, kerf_mm: float) -> list[OnBlank]:
        """Every piece, with a kerf between it and the next."""
        out, aside = [], 0.0
        for strip in self.strips:
            along = 0.0
            for part in strip:
                out.append(OnBlank(part, aside, along))
                along += part.length_mm + kerf_mm
            aside += strip[0].width_mm + kerf_mm
        return out


def blanks(
    parts: Iterable[Part],
    kerf_mm: float,
    measured_mm: Mapping[str, float],
    reach_mm: Callable[[str], float] | None = None,
) -> dict[str, list[Blank]]:
    """What timber is cut from, by section, in the order of the parts. Best fit, the longest first: never more lengths than pieces, none longer
    than its piece. What is whole stays alone; what is cut to a measure that is not taken yet lies beside its like only. With `reach_mm`, the longest
    piece that a section gives, pieces of a run come from one length one behind the other, as many as it reaches."""
    out: dict[str, list[Blank]] = defaultdict(list)
    narrow: dict[tuple[str, bool], list[Part]] = defaultdict(list)
    shared: dict[str, float] = {}  # what is narrower may share its length
    cut = [p for p in parts if p.unit == "piece"]
    for run in _runs(cut, kerf_mm, reach_mm) if reach_mm else zip(cut, strict=True):
        part = run[0]
        key = part.good.id
        if len(run) > 1:
            out[key].append(_blank([run], kerf_mm))
            continue
        if key not in shared:
            section = CATALOGUE.sections[key]
            shared[key] = 0.0 if section.thin_mm is not None else measured_mm.get(key, section.width_mm) - kerf_mm
        if part.width_mm < shared[key]:
            narrow[key, part.sort.fitted].append(part)
        else:
            out[key].append(Blank(((part,),), round(part.length_mm, 3)))
    for (key, _), some in narrow.items():
        section = CATALOGUE.sections[key]
        wide = measured_mm.get(key, section.width_mm)
        most = SHEETS_AT_MOST if section.use == "sheet" else BOARDS_AT_MOST
        out[key] += _fitted(sorted(some, key=lambda p: (-p.length_mm, -p.width_mm)), wide, most, kerf_mm)
    return out


def _blank(strips: Sequence[Sequence[Part]], kerf_mm: float) -> Blank:
    """The first strip is the longest."""
    first = strips[0]
    length = sum(part.length_mm for part in first) + (len(first) - 1) * kerf_mm
    return Blank(tuple(tuple(strip) for strip in strips), round(length, 3))


def _runs(parts: list[Part], kerf_mm: float, reach_mm: Callable[[str], float]) -> Iterable[Sequence[Part]]:
    """Parts that come from one length one behind the other."""
    out: list[list[Part]] = []
    last: dict[tuple[str, str], tuple[list[Part], float]] = {}
    for part in parts:
        if not part.run:
            out.append([part])
            continue
        key = part.good.id, part.run
        own, long = last.get(key, ([], 0.0))
        long += part.length_mm + (kerf_mm if own else 0.0)
        if own and long <= reach_mm(part.good.id) + 1e-6 and abs(own[0].width_mm - part.width_mm) < SAME_MM:
            own.append(part)
        else:
            own, long = [part], part.length_mm
            out.append(own)
        last[key] = own, long
    return out


def _squarely(part: Part) -> bool:
    """Whether it is cut across as soon as its strip is ripped: not at an angle, and not to a measure that is still to be taken."""
    return "°" not in part.ends and "mitre" not in part.ends and not part.sort.fitted


@dataclass(slots=True)
class _Open:
    """A blank that may take more: how wide it still is, and how long each of its strips."""

    strips: list[list[Part]]
    wide_mm: float
    long_mm: list[float]


def _fitted(some: list[Part], wide_mm: float, most: int, kerf_mm: float) -> list[Blank]:
    """Each piece behind others of its width where there is room and all are cut squarely, or else beside others, where least is left over; or else on a blank of its own."""
    open_: list[_Open] = []
    for part in some:
        took = part.length_mm + kerf_mm
        behind = [
            (left - took, made, n)
            for made in open_
            for n, left in enumerate(made.long_mm)
            if took <= left
            and abs(made.strips[n][0].width_mm - part.width_mm) < SAME_MM
            and _squarely(part)
            and _squarely(made.strips[n][-1])
        ]
        beside = [m for m in open_ if len(m.strips) < most and part.width_mm + kerf_mm <= m.wide_mm]
        if behind:
            _, made, n = min(behind, key=lambda found: found[0])
            made.strips[n].append(part)
            made.long_mm[n] -= took
        elif beside:
            made = min(beside, key=lambda m: m.wide_mm)
            made.strips.append([part])
            made.wide_mm -= part.width_mm + kerf_mm
            made.long_mm.append(made.strips[0][0].length_mm - part.length_mm)
        else:
            open_.append(_Open([[part]], wide_mm - part.width_mm, [0.0]))
    return [_blank(made.strips, kerf_mm) for made in open_]
