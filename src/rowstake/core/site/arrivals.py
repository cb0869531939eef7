"""What came of what was ordered: line by line, what is still to come, what came broken, and what boards of it turned out to measure."""

from __future__ import annotations

from collections.abc import Collection, Iterable
from dataclasses import dataclass
from typing import Any

from rowstake.core.measure import Printer
from rowstake.core.record.record import Record
from rowstake.core.takeoff.lists import BuyLine

SAME_MM = 1.0


@dataclass(frozen=True, slots=True)
class ArrivalTold:
    """One line of what is bought. `to_come` = ordered − came + damaged, never under zero; `over` is what came and nobody asked for. `part` and
    `length_mm` are what an entry of it says; `moist` and `wide` whether moisture and width of it are worth taking."""

    part: str
    length_mm: float
    group: str
    item: str
    length: str
    unit: str
    ordered: float
    came: float
    damaged: float
    to_come: float
    over: float
    moist: bool
    wide: bool
    said: tuple[str, ...]
    entries: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Arrivals:
    """`strange` are deliveries of what the lists do not have, by their entries."""

    lines: tuple[ArrivalTold, ...]
    strange: tuple[str, ...]
    words: str


def part_of(line: BuyLine) -> str:
    """What an entry of a line names: its good, and the pack where it comes in packs, of which there may be several sizes."""
    return line.good.key if line.pack is None else f"{line.good.key}:pack {line.pack:g}"


def arrivals(buy: Iterable[BuyLine], record: Record, p: Printer, measured: Collection[str]) -> Arrivals:
    """`measured` are the goods whose width goes into the job."""
    left = list(record.of("delivery"))
    lines = []
    for line in buy:
        long = line.length_mm or 0.0
        names = (part_of(line), line.good.key)
        mine = [e for e in left if e.part in names and abs(e.values.length_mm - long) < SAME_MM]
        left = [e for e in left if e not in mine]
        came, damaged = (sum(getattr(e.values, name) for e in mine) for name in ("count", "damaged"))
        good = came - damaged
        lines.append(
            ArrivalTold(
                part_of(line), round(long, 1), line.group, line.item, p.length(long) if long else "", line.unit, line.buy, came, damaged,
                max(0.0, line.buy - good), max(0.0, good - line.buy), line.length_mm is not None, line.good.id in measured,
                tuple(_said(e, p) for e in mine), tuple(e.id for e in mine),
            )
        )  # fmt: skip
    return Arrivals(tuple(lines), tuple(e.id for e in left), _words(lines, left))


def _said(entry: Any, p: Printer) -> str:
    v, out = entry.values, [f"{entry.values.count:g} on {entry.time.day} {entry.time:%b}"]
    out += [f"{v.damaged:g} damaged"] if v.damaged else []
    out += [f"{v.moisture_pct:g} % moist"] if v.moisture_pct is not None else []
    out += [f"{p.fine(v.width_mm)} wide"] if v.width_mm is not None else []
    return ", ".join(out + ([v.note] if v.note else []))


def _words(lines: list[ArrivalTold], strange: list[Any]) -> str:
    here = sum(not line.to_come for line in lines)
    damaged, begun = sum(line.damaged for line in lines), sum(bool(line.came) and line.to_come > 0 for line in lines)
    out = [f"{here} of {len(lines)} lines are here"]
    out += [f"{begun} only in part"] if begun else []
    out += [f"{damaged:g} damaged"] if damaged else []
    out += [f"{len(strange)} came that nobody ordered"] if strange else []
    return ", ".join(out)
