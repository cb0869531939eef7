"""Steps as boxes: a frame on edge under every tread, as deep as all the treads above it, each on the one below and the lowest packed off
the ground; or stepped back, each under its own tread alone, its front on a strip behind the one below and its back on legs. Two rails, rungs between them no further apart than the treads reach; at a corner one across it, and shorter ones on both
sides of that."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import cached_property

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.faults import refuse
from rowstake.core.goods import timber
from rowstake.core.parts import Hold, Part
from rowstake.core.reckoners.base import up
from rowstake.core.reckoners.stringers import Stringers
from rowstake.core.reckoners.stringers import run as spread
from rowstake.core.space import Solid
from rowstake.core.trades.deck.components.steps.cover import counted, lying_box, pieces
from rowstake.core.trades.deck.components.steps.flight import Flight, FlightMitre
from rowstake.core.trades.deck.components.steps.hip import HAIR_MM, MitreLine
from rowstake.core.trades.deck.components.steps.stringers import ACROSS, Stringer

FACTS = CATALOGUE.steps


@dataclass(frozen=True)
class Box:
    """Under the k-th tread from the top; `behind_mm` is how far out of the face it begins, past what stands out there; `poured_mm` how far
    out lies what its legs would stand in."""

    flight: Flight
    k: int
    behind_mm: float
    joist: Section | None = None
    poured_mm: float = 0.0

    @property
    def low(self) -> float:
        flight = self.flight
        return flight.foot_mm + FACTS.box_air_mm if self.k == flight.treads else flight.seat(self.k + 1)

    @property
    def high(self) -> float:
        return self.flight.seat(self.k)

    @property
    def leg_mm(self) -> float:
        """How long its legs are: from what it is packed off the ground up to it; nothing where it stands on another or on the ground."""
        if not stepped(self.flight) or self.k == self.flight.treads:
            return 0.0
        return self.low - self.flight.foot_mm - FACTS.box_air_mm

    @property
    def strip_mm(self) -> float:
        """How high the strip behind it is, on which the box above stands; nothing behind the uppermost, or where boxes are stacked."""
        return min(FACTS.box_strip_mm, self.high - self.low) if stepped(self.flight) and self.k > 1 else 0.0

    @property
    def front(self) -> float:
        return self.flight.face(self.k)

    @cached_property
    def section(self) -> Section:
        """The narrowest board that the frame is ripped from, or the deck's own joists where that is chosen and they are deep enough; the
        widest for stringers is higher than any riser may be."""
        high = self.high - self.low
        if self.flight.steps.boxes_of == "joists" and self.joist and self.joist.width_mm >= high - 0.5:
            return self.joist
        wide = sorted(self.flight.stringers_sold, key=lambda s: (s.width_mm, s.thickness_mm))
        return next(s for s in wide if s.width_mm >= high - 0.5)

    @property
    def thick(self) -> float:
        return self.section.thickness_mm

    @cached_property
    def rungs(self) -> list[float]:
        """The near face of each along the edge."""
        low, high = self.flight.stringer_room
        try:
            made = spread(
                Stringers(width_mm=high - low, stringer_mm=self.thick, max_spacing_mm=self.flight.tread_reach_mm)
            )
        except ValueError:
            raise refuse(f"{self.flight.path}.width_mm", f"{self.flight.steps.width_mm:g} mm", f"at least {3 * self.thick:g} mm",
                         f"{self.flight.of} is too narrow for a box") from None  # fmt: skip
        return [low + i * made.spacing_mm for i in range(made.count)]

    @property
    def inside(self) -> tuple[float, float]:
        """From the back rail to the front one."""
        return self.behind_mm + self.thick, self.front - self.thick

    @cached_property
    def beside(self) -> list[tuple[float, float]]:
        """(middle along the edge, from how far out) of the rungs beside its mitres."""
        out = []
        for line in self.mitres:
            if line.mitre.grows < 0:
                continue
            span = self.front + line.mitre.more_mm
            bays = max(1, up(span / self.flight.tread_reach_mm))
            for i in range(1, bays):
                off = span * i / bays
                start = off - line.mitre.more_mm + self.thick / 2 + self.thick / ACROSS + HAIR_MM
                if self.front - self.thick - start >= FACTS.box_least_mm:
                    out.append((line.mitre.at_mm + line.way * off, start))
        return out

    @cached_property
    def laid(self) -> list[tuple[float, float, float]]:
        """(middle along the edge, from how far out, to how far) of every rung: those before an inside corner end at the one across it."""
        (start, end), out = self.inside, []
        for at in self.rungs:
            ends = [end]
            for line, side in ((m, at if m.near else at + self.thick) for m in self.mitres if m.mitre.grows < 0):
                ends.append(abs(line.mitre.at_mm - side) - line.mitre.more_mm - self.thick / ACROSS - HAIR_MM)
            if min(ends) - start >= FACTS.box_least_mm:
                out.append((at + self.thick / 2, start, min(ends)))
        return out + [(at, max(start, begins), end) for at, begins in self.beside]

    @property
    def mitres(self) -> list[MitreLine]:
        return [MitreLine(self.flight, m, n == 0) for n, m in enumerate(self.flight.mitres) if m]

    def rails(self) -> Iterator[tuple[str, float, tuple[float, float]]]:
        """(mark, how far out it begins, from where to where along the edge): the front one runs to the outer corner, that of a wing up
        to the one before it; at an inside corner so do the back ones."""
        flight, room = self.flight, self.flight.stringer_room
        corner, (near, far) = flight.reach(self.front), flight.mitres
        butts = self.thick if flight.is_wing else 0.0

        def front(mitre: FlightMitre) -> float:
            """How far short of the corner it stops, or, below zero, past it."""
            return butts if mitre.grows > 0 else butts - self.thick

        def back(mitre: FlightMitre | None, at: float, way: float) -> float:
            """Where it begins: where the others do, but at an inside corner in that, or behind the one before it."""
            return mitre.at_mm + way * butts if mitre and mitre.grows < 0 else at

        yield (
            "F",
            self.front - self.thick,
            (corner[0] + front(near) if near else room[0], corner[1] - front(far) if far else room[1]),
        )
        yield "B", self.behind_mm, (back(near, room[0], 1.0), back(far, room[1], -1.0))


def stepped(flight: Flight) -> bool:
    return flight.steps.boxes_way == "stepped"


def boxes(flight: Flight, stringer: Stringer) -> list[Box]:
    """From the top down; each begins past what stands out of the face at its height, or, stepped back, under the front of the one above it.
    Raises `JobFault` for one with nothing in it."""
    if stepped(flight) and any(flight.mitres):
        raise refuse(f"{flight.path}.boxes_way", "stepped", "stacked, or a flight that goes round no corner",
                     f"The boxes of {flight.of} go round a corner")  # fmt: skip
    out = []
    for k in range(1, flight.treads + 1):
        made = Box(flight, k, stringer.past_mm, stringer.joist)
        poured, up_to = stringer.over
        if poured and made.low < up_to and (k > 1 or _reached(made, poured)):
            made = replace(made, behind_mm=max(poured, stringer.past_mm))
        if stepped(flight) and k > 1:
            made = replace(made, behind_mm=flight.face(k - 1))
        made = replace(made, poured_mm=poured)
        if made.behind_mm > 0 and any(m.grows < 0 for m in flight.mitres if m):
            raise refuse(f"{flight.path}.build", "boxes", "stringers, or a corner where nothing stands out of the deck's face",
                         f"The boxes of {flight.of} meet what stands out at the corner")  # fmt: skip
        if made.inside[1] - made.inside[0] < FACTS.box_least_mm:
            raise refuse(f"{flight.path}.build", "boxes", "stringers, or deeper treads",
                         f"The rails of a box of {flight.of} meet in its middle")  # fmt: skip
        out.append(made)
    return out


def _reached(box: Box, behind_mm: float) -> bool:
    """Whether the boards nearest the face still reach a first box that begins so far out."""
    return box.flight.rows(1, box.behind_mm)[-1][1] > behind_mm + box.thick


def under_box(made: list[Box], k: int, out: float) -> list[float]:
    """The middles of the rungs under a tread that are there so far out."""
    box = made[k - 1]
    back, front = box.inside
    return sorted(
        at
        for at, start, end in box.laid
        if (start if start > back + HAIR_MM else box.behind_mm) < out and (out < end or end >= front)
    )


def framed(flight: Flight, made: list[Box]) -> list[Part]:
    """Rails and rungs of every box, and what they are bought with."""
    out, ends, sold = [], 0, flight.brief.sold
    for box in made:
        own = _box(box)
        ends += 2 * sum(p.kind == "rung" for p in own)
        out += own
    if not made:
        return []
    lowest, screw = made[-1], sold.screw("structural_screw", FACTS.box_screw_mm)[0]
    legs, strips = (sum(p.kind == kind for p in out) for kind in ("box leg", "box strip"))
    rungs = len(lowest.laid)
    return out + counted(flight, [
        ("box screws", screw, FACTS.box_screws * (ends + legs + strips * rungs)),
        ("ties", screw, sum(len(box.laid) - len(box.beside) for box in made)),
        ("packers", sold.good("packer", FACTS.box_air_mm), 2 * rungs + legs),
        ("vents", sold.good("vent_mesh"), len(made) if flight.steps.closed else 0),
        *([] if flight.lands_on or flight.steps.held_by == "glue" else [(flight.steps.held_by, sold.good(HELD[flight.steps.held_by]), rungs + legs)]),
    ]) + _glued(flight, 2 * rungs + legs)  # fmt: skip


HELD = {"anchors": "masonry_anchor", "pins": "ground_pin"}


def _glued(flight: Flight, packers: int) -> list[Part]:
    """A bead under and over every packer, where glue holds the lowest box."""
    if flight.lands_on or flight.steps.held_by != "glue":
        return []
    bead, good = packers * FACTS.packer_bead_m, flight.brief.sold.good("adhesive")
    return [Part(flight.part("glue"), "adhesive", "steps", good, flight.of, amount=bead, unit="each")]


def _box(box: Box) -> list[Part]:
    flight, thick, low, high = box.flight, box.thick, box.low, box.high
    wide = high - low
    ends = f"ripped to {flight.brief.printer.length(wide)}" if wide < box.section.width_mm - 0.5 else "square"
    on_ground = Hold(
        flight.part(flight.steps.held_by if not flight.lands_on else "ties"),
        FACTS.box_air_mm + HAIR_MM,
        "piece" if flight.lands_on else "ground",
    )
    own = [at + thick / 2 for at in box.rungs]
    held = on_ground if box.k == flight.treads else None

    screwed = Hold(flight.part("box screws"), thick + HAIR_MM)

    def piece(label: str, kind: str, long: float, solid: Solid, told: str = "") -> Part:
        name = flight.part(f"K{box.k}{label}")
        words = ", ".join(w for w in ("" if ends == "square" and told else ends, told) if w)
        hold = held or screwed
        return Part(name, kind, "steps", timber(box.section.id), flight.of, long, wide, words, solid=solid, hold=hold)

    out = []
    for mark, at, (a, b) in box.rails():
        ring = ((at, low), (at + thick, low), (at + thick, high), (at, high))
        for n, (x, y) in enumerate(pieces(a, b, box.section, own), 1):
            more = f".{n}" if y - x < b - a - 1 else ""
            out.append(piece(f"{mark}{more}", "box rail", y - x, Solid(flight.pose, ring, x, y)))
    for n, (at, begins, end) in enumerate(box.laid, 1):
        ring = ((begins, low), (end, low), (end, high), (begins, high))
        out.append(piece(f".{n}", "rung", end - begins, Solid(flight.pose, ring, at - thick / 2, at + thick / 2)))
    for n, line in enumerate(box.mitres if not flight.is_wing else [], 1):
        past = max(0.0, box.behind_mm + (thick if line.mitre.grows < 0 else 0.0) - line.from_mm) * ACROSS
        a, b = thick / 2 + max(HAIR_MM, past), (box.front - thick - line.from_mm) * ACROSS - thick / 2
        ring = ((a, low), (b, low), (b, high), (a, high))
        out.append(piece(f"D{n}", "rung", b - a, Solid(line.pose, ring, -thick / 2, thick / 2), "across the corner"))
    return out + _strips(box, screwed) + _legs(box, on_ground)


def _strips(box: Box, hold: Hold) -> list[Part]:
    """What the front rail of the box above stands on, screwed to the back of this one."""
    wide, flight = box.strip_mm, box.flight
    if not wide:
        return []
    (a, b), section = flight.stringer_room, box.section
    ends = f"ripped to {flight.brief.printer.length(wide)}" if wide < section.width_mm - 0.5 else "square"
    out, up = (box.behind_mm - box.thick, box.behind_mm), (box.high - wide, box.high)
    cuts = list(pieces(a, b, section, [at + box.thick / 2 for at in box.rungs]))
    return [
        Part(flight.part(f"K{box.k}T{f'.{n}' if len(cuts) > 1 else ''}"), "box strip", "steps", timber(section.id), flight.of, y - x, wide, ends,
             solid=lying_box(flight, out, (x, y), up), hold=hold)
        for n, (x, y) in enumerate(cuts, 1)
    ]  # fmt: skip


def _legs(box: Box, hold: Hold) -> list[Part]:
    """One under the back end of every rung, and under the rail behind it; or past what is poured there."""
    long, flight, section, thick = box.leg_mm, box.flight, box.section, box.thick
    if long <= 0:
        return []
    wide = min(FACTS.box_leg_mm, section.width_mm)
    ends = f"ripped to {flight.brief.printer.length(wide)}" if wide < section.width_mm - 0.5 else "square"
    at_mm = max(box.behind_mm, min(box.poured_mm, box.front - thick - wide))
    out, up = (at_mm, at_mm + wide), (box.low - long, box.low)
    return [
        Part(flight.part(f"K{box.k}L{n}"), "box leg", "steps", timber(section.id), flight.of, long, wide, ends,
             solid=lying_box(flight, out, (at, at + thick), up), hold=hold)
        for n, at in enumerate(box.rungs, 1)
    ]  # fmt: skip
