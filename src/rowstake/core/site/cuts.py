"""At the saw: what is to be cut, from what, how many; what has been cut already, and what of that no longer fits."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.planned import AnyPlan
from rowstake.core.record.record import Record
from rowstake.core.takeoff.tickets import tickets

FITS_MM = 1.0
"""A piece that was cut no further off than this is the piece."""


@dataclass(frozen=True, slots=True)
class CutTicket:
    """Pieces alike from boards alike. `ready`: both ends are measured, or nothing has to be; else `why` not. `cut` of `count` are cut, by
    `entries`; `todo` are the labels of the others."""

    key: str
    good: str
    section: str
    kind: str
    length_mm: float
    length: str
    width: str
    ends: str
    count: int
    labels: tuple[str, ...]
    todo: tuple[str, ...]
    source: str
    rack: str
    left_mm: float
    left: str
    ready: bool
    why: str
    cut: int
    entries: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Misfit:
    """A piece that was cut and that nothing takes as it is now; `offer` is what may be made of it."""

    entry: str
    label: str
    section: str
    length: str
    offer: str


@dataclass(frozen=True, slots=True)
class AtTheSaw:
    tickets: tuple[CutTicket, ...]
    misfits: tuple[Misfit, ...]
    done: int
    total: int


@dataclass
class _Cut:
    """One piece that was cut."""

    label: str
    length_mm: float
    entry: str


def at_the_saw(
    plan: AnyPlan, record: Record, pending: Mapping[str, str] | None = None, lengths: Mapping[str, float] | None = None
) -> AtTheSaw:
    """`pending` are pieces whose place is not measured yet, by label, with what is to be measured; `lengths` those that a reading has changed, by label."""
    p, changed, unread = plan.brief.printer, lengths or {}, pending or {}
    lying = _cut(record)
    wanted: list[tuple[CutTicket, list[tuple[str, float]]]] = []
    for (ticket, piece_key), pieces in _alike(plan, changed).items():
        section, stock, racked, left, key = ticket
        kind, length, ends, width, fitted = piece_key
        labels = tuple(label for label, _ in pieces)
        waiting = list(dict.fromkeys(unread[label] for label in labels if label in unread))
        ready = not waiting
        why = "" if ready else "measure first: " + "; ".join(waiting[:3]) + ("…" if len(waiting) > 3 else "")
        source = f"offcut {racked} from the rack" if racked else f"a board of {p.length(stock)}"
        wanted.append((
            CutTicket(
                f"{key}:{length:.1f}:{ends}:{racked or round(stock)}:{labels[0]}", key, section, kind, length, p.length(length),
                f"rip to {p.fine(width)}" if plan.lists.buyer.ripped(key, width) else "", _end_words(ends, fitted), len(labels), labels, labels,
                source, racked, left, p.length(left) if left else "", ready, why, 0, (),
            ),
            pieces,
        ))  # fmt: skip
    given: dict[tuple[int, int], _Cut] = {}
    for exact in (True, False):
        for t, (told, pieces) in enumerate(wanted):
            for n, (label, length) in enumerate(pieces):
                if (t, n) in given:
                    continue
                fits = [
                    c
                    for c in lying[told.good]
                    if abs(c.length_mm - length) <= FITS_MM and (not exact or c.label == label)
                ]
                if fits:
                    given[t, n] = fits[0]
                    lying[told.good].remove(fits[0])
    out = []
    for t, (told, pieces) in enumerate(wanted):
        own = [given[t, n] for n in range(len(pieces)) if (t, n) in given]
        left = tuple(label for n, (label, _) in enumerate(pieces) if (t, n) not in given)
        entries = tuple(dict.fromkeys(c.entry for c in own))
        out.append(replace(told, todo=left, cut=len(own), entries=entries))
    misfits = tuple(_misfit(plan, good, c, out) for good, several in lying.items() for c in several)
    total = sum(t.count for t in out)
    return AtTheSaw(tuple(out), misfits, sum(t.cut for t in out), total)


def _cut(record: Record) -> dict[str, list[_Cut]]:
    out: dict[str, list[_Cut]] = defaultdict(list)
    for entry in record.of("cut"):
        values = entry.values
        out[values.good] += [_Cut(values.label, values.length_mm, entry.id) for _ in range(values.count)]
    return out


def _alike(plan: AnyPlan, changed: Mapping[str, float]) -> dict[Any, list[tuple[str, float]]]:
    """Pieces by the board they come from and by how they are cut: (label, length)."""
    out: dict[Any, list[tuple[str, float]]] = defaultdict(list)
    for ticket in tickets(plan.lists, plan.parts, plan.brief.job.cutting.keep_mm):
        for piece in ticket.pieces:
            length = changed.get(piece.label, piece.length_mm)
            board = (
                ticket.section,
                ticket.stock_mm,
                ticket.racked,
                ticket.offcut_mm if ticket.kept else 0.0,
                ticket.material,
            )
            how = (piece.kind, round(length, 2), piece.ends, round(piece.width_mm, 2), piece.fitted)
            out[board, how].append((piece.label, length))
    return out


def _end_words(ends: str, fitted: bool) -> str:
    told = "both ends square" if ends == "square" else ends
    return f"{told}, cut to fit" if fitted else told


def _misfit(plan: AnyPlan, good: str, cut: _Cut, wanted: list[CutTicket]) -> Misfit:
    """The longest piece still to be cut that can be made of it; else it is an offcut."""
    p, keep = plan.brief.printer, plan.brief.job.cutting.keep_mm
    kerf = plan.brief.job.cutting.kerf_mm
    shorter = [t for t in wanted if t.good == good and t.cut < t.count and t.length_mm <= cut.length_mm - kerf]
    if shorter:
        best = max(shorter, key=lambda t: t.length_mm)
        offer = f"cut it down to {best.length} for {best.todo[0]}"
    else:
        offer = "put it on the rack" if cut.length_mm >= keep else "too short for anything that is left"
    section = CATALOGUE.sections[good].name if good in CATALOGUE.sections else good
    return Misfit(cut.entry, cut.label, section, p.length(cut.length_mm), offer)
