"""Pieces that are ripped side by side from one length: narrow boards and strips of sheets. A length is cut off first, then ripped."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.parts import Part

BOARDS_AT_MOST = 2
"""Each of two keeps an edge as it came from the mill; a third would have none."""
SHEETS_AT_MOST = 40


@dataclass(frozen=True, slots=True)
class Blank:
    """A length of a section that one piece is cut from, or several side by side: the longest first, each as far over as those before it and
    their kerfs."""

    parts: tuple[Part, ...]

    @property
    def length_mm(self) -> float:
        return round(self.parts[0].length_mm, 3)

    def asides_mm(self, kerf_mm: float) -> list[float]:
        out, at = [], 0.0
        for part in self.parts:
            out.append(at)
            at += part.width_mm + kerf_mm
        return out


def blanks(parts: Iterable[Part], kerf_mm: float, measured_mm: Mapping[str, float]) -> dict[str, list[Blank]]:
    """What timber is cut from, by section, in the order of the parts. First fit, the longest first: never more lengths than pieces, none longer
    than its piece. Alone stay what is whole, cut at an angle, tapered, or cut to a measure that is not taken yet."""
    out: dict[str, list[Blank]] = defaultdict(list)
    narrow: dict[str, list[Part]] = defaultdict(list)
    for part in parts:
        if part.unit != "piece":
            continue
        section = CATALOGUE.sections[part.good.id]
        wide = measured_mm.get(section.id, section.width_mm)
        if _may_share(part, section, wide, kerf_mm):
            narrow[section.id].append(part)
        else:
            out[section.id].append(Blank((part,)))
    for key, some in narrow.items():
        section = CATALOGUE.sections[key]
        wide = measured_mm.get(key, section.width_mm)
        most = SHEETS_AT_MOST if section.use == "sheet" else BOARDS_AT_MOST
        out[key] += _first_fit(sorted(some, key=lambda p: -p.length_mm), wide, most, kerf_mm)
    return out


def _may_share(part: Part, section: Section, wide_mm: float, kerf_mm: float) -> bool:
    square = "°" not in part.ends and "mitre" not in part.ends
    return part.width_mm < wide_mm / 2 - kerf_mm / 2 and square and section.thin_mm is None and not part.sort.fitted


def _first_fit(some: list[Part], wide_mm: float, most: int, kerf_mm: float) -> list[Blank]:
    open_: list[tuple[list[Part], float]] = []
    for part in some:
        for n, (own, left) in enumerate(open_):
            if len(own) < most and part.width_mm + kerf_mm <= left:
                own.append(part)
                open_[n] = own, left - part.width_mm - kerf_mm
                break
        else:
            open_.append(([part], wide_mm - part.width_mm))
    return [Blank(tuple(own)) for own, _ in open_]
