"""Cut tickets: board by board, which pieces come from it, in which order, and what is left."""

from __future__ import annotations

from collections import defaultdict, deque
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.cutting.plan import Pattern
from rowstake.core.parts import Part
from rowstake.core.takeoff.lists import Buyer, TakeOff
from rowstake.core.takeoff.side_by_side import Blank


@dataclass(frozen=True, slots=True)
class TicketPiece:
    """One piece on a board, from its trimmed end on, and how far over from its edge: pieces of one blank are ripped side by side.
    `fitted`: its length is measured before it is cut."""

    label: str
    kind: str
    length_mm: float
    width_mm: float
    ends: str
    at_mm: float
    fitted: bool
    ripped: bool
    aside_mm: float = 0.0
    blank: int = 0
    """Which of the lengths that are cut off the board it is on."""
    follows: bool = False
    """On from the piece before it, end to end."""

    @property
    def slanted(self) -> bool:
        """Whether an end is cut at an angle."""
        return "°" in self.ends or "mitre" in self.ends


@dataclass(frozen=True, slots=True)
class Ticket:
    """One board of a section, `number` among `of`. `kept`: what is left is worth keeping."""

    section: str
    material: str
    stock_mm: float
    number: int
    of: int
    pieces: tuple[TicketPiece, ...]
    offcut_mm: float
    kept: bool
    racked: str = ""
    """The label of the offcut that it is cut from; empty for a board that is bought."""

    @property
    def shape(self) -> tuple[object, ...]:
        """Boards with the same are cut alike."""
        return self.racked, self.stock_mm, tuple((p.length_mm, p.width_mm, p.ends, p.kind) for p in self.pieces)


def tickets(lists: TakeOff, parts: Iterable[Part], keep_mm: float) -> list[Ticket]:
    """Every board of every section; each piece of the cut list is on one."""
    waiting: dict[tuple[str, float], deque[Blank]] = defaultdict(deque)
    for key, every in lists.buyer.blanks(parts).items():
        for blank in every:
            waiting[key, blank.length_mm].append(blank)
    out: list[Ticket] = []
    for key, plan in lists.plans.items():
        boards = [pattern for pattern in plan.patterns for _ in range(pattern.count)]
        lying = racked_labels(lists, key)
        for number, pattern in enumerate(boards, 1):
            own = [waiting[key, mm].popleft() for mm in pattern.pieces_mm]
            left, racked = pattern.offcut_mm, lying[pattern.stock_mm].popleft() if pattern.racked else ""
            out.append(
                Ticket(CATALOGUE.sections[key].name, key, pattern.stock_mm, number, len(boards), _laid(pattern, own, lists.buyer), left, left >= keep_mm, racked)
            )  # fmt: skip
    return out


def racked_labels(lists: TakeOff, section: str) -> dict[float, deque[str]]:
    """The labels of the offcuts of a section in the rack, by length."""
    out: dict[float, deque[str]] = defaultdict(deque)
    for lying in lists.buyer.on_sale.rack:
        if lying.section == section:
            out[lying.length_mm].append(lying.label)
    return out


def _laid(pattern: Pattern, own: Sequence[Blank], buyer: Buyer) -> tuple[TicketPiece, ...]:
    """One behind the other with a kerf between, after the trim; those of one length beside each other."""
    at, out = pattern.saw.trim_mm, []
    number = -1
    for blank in own:
        one_strip = len(blank.strips) == 1
        for n, laid in enumerate(blank.laid(pattern.saw.kerf_mm)):
            number += one_strip or not n
            part = laid.part
            ripped = buyer.ripped(part.good.id, part.width_mm)
            out.append(
                TicketPiece(
                    part.label,
                    part.sort.name,
                    part.length_mm,
                    part.width_mm,
                    part.ends,
                    at + laid.along_mm,
                    part.sort.fitted,
                    ripped,
                    laid.aside_mm,
                    number,
                    one_strip and n > 0,
                )
            )
        at += blank.length_mm + pattern.saw.kerf_mm
    return tuple(out)


def abreast(pieces: Sequence[TicketPiece]) -> list[tuple[TicketPiece, ...]]:
    """The pieces of a board by the lengths that are cut off it: those that are ripped side by side together."""
    groups: dict[int, list[TicketPiece]] = {}
    for piece in pieces:
        groups.setdefault(piece.blank, []).append(piece)
    return [tuple(own) for own in groups.values()]


def alike(every: Sequence[Ticket]) -> list[list[Ticket]]:
    """Tickets in groups of boards that are cut alike, section by section."""
    groups: dict[tuple[object, ...], list[Ticket]] = defaultdict(list)
    for ticket in every:
        groups[(ticket.material, *ticket.shape)].append(ticket)
    return list(groups.values())
