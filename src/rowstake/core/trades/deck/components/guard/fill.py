"""What fills a bay of a guard between its two rails, and what that is held with."""

from __future__ import annotations

from collections.abc import Callable

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import Good, timber
from rowstake.core.parts import Hold, Joint, Part
from rowstake.core.reckoners.base import up
from rowstake.core.space import Solid
from rowstake.core.trades.deck.components.guard.bays import GuardBay

FACTS = CATALOGUE.steps
FILLS = ("baluster", "guard board", "cable", "pane")
"""Kinds of what fills a bay."""
Bought = tuple[str, Good, int]


def hardware(bay: GuardBay, of: str, *bought: Bought) -> list[Part]:
    """What is bought by number, of which there is any."""
    return [Part(f"{of} {what}", "hardware", "steps", good, of, amount=n, unit="each") for what, good, n in bought if n]


def _between(bay: GuardBay, name: str, of: str) -> list[Part]:
    """Balusters upright from rail to rail, less what the sockets of both ends take."""
    filling, wide, socket = bay.filling, bay.filling.width_mm, bay.brief.deck.guard.socket_mm
    (_, low), (high, _) = bay.rails
    low, high, half, by = low + socket, high - socket, filling.thickness_mm / 2, f"{of} connectors"
    out = [
        Part(bay.label(f"I{name}-{n}"), "baluster", "steps", timber(filling.id), of, high - low, wide,
             solid=Solid(bay.pose, ((x, low), (x + wide, low), (x + wide, high), (x, high)), -half, half), hold=Hold(by, socket))
        for n, x in enumerate(bay.gaps.marks_mm, 1)
    ]  # fmt: skip
    return out + hardware(bay, of, ("connectors", bay.brief.sold.good("baluster_connector"), 2 * len(out)))


def _faced(bay: GuardBay, name: str, of: str) -> list[Part]:
    """Balusters on the outer faces of both rails, two screws at each."""
    filling, wide = bay.filling, bay.filling.width_mm
    (low, _), (_, high) = bay.rails
    back, thick, by = -bay.rail.thickness_mm / 2, filling.thickness_mm, f"{of} baluster screws"
    out = [
        Part(bay.label(f"I{name}-{n}"), "baluster", "steps", timber(filling.id), of, high - low, wide,
             solid=Solid(bay.pose, ((x, low), (x + wide, low), (x + wide, high), (x, high)), back - thick, back), hold=Hold(by))
        for n, x in enumerate(bay.gaps.marks_mm, 1)
    ]  # fmt: skip
    grip = CATALOGUE.materials.fixings.grip_mm
    screw, _ = bay.brief.sold.screw("deck_screw", thick + grip, thick + bay.rail.thickness_mm)
    joint = Joint(("baluster",), ("guard rail",), grip, longer_mm=bay.brief.sold.longer(screw))
    count = 4 * len(out)
    return out + [Part(by, "rail screw", "steps", screw, of, amount=count, unit="each", joint=joint)] * bool(count)


def _boards(bay: GuardBay, name: str, of: str) -> list[Part]:
    """Boards along, one over the other."""
    filling, wide, clear, low = bay.filling, bay.filling.width_mm, bay.clear_mm, bay.rails[0][1]
    half, by = filling.thickness_mm / 2, f"{of} connectors"
    out = [
        Part(bay.label(f"I{name}-{n}"), "guard board", "steps", timber(filling.id), of, clear, wide,
             solid=Solid(bay.pose, ((0.0, low + z), (clear, low + z), (clear, low + z + wide), (0.0, low + z + wide)), -half, half),
             hold=Hold(by, bay.off_mm))
        for n, z in enumerate(bay.gaps.marks_mm, 1)
    ]  # fmt: skip
    return out + hardware(bay, of, ("connectors", bay.brief.sold.good("baluster_connector"), 2 * len(out)))


def _cables(bay: GuardBay, name: str, of: str) -> list[Part]:
    """Cables from post to post, each with a tensioner at one end; bought a little longer, cut as they are drawn tight."""
    sold, wide, clear, low = bay.brief.sold, FACTS.cable_mm, bay.clear_mm, bay.rails[0][1]
    step = FACTS.cable_step_in if sold.units == "ft-in" else FACTS.cable_step_mm
    good, half, by = sold.good("guard_cable", wide, up(clear / step) * step), wide / 2, f"{of} cable ends"
    out = [
        Part(bay.label(f"I{name}-{n}"), "cable", "steps", good, of, unit="each",
             solid=Solid(bay.pose, ((0.0, low + z), (clear, low + z), (clear, low + z + wide), (0.0, low + z + wide)), -half, half),
             hold=Hold(by, bay.off_mm))
        for n, z in enumerate(bay.gaps.marks_mm, 1)
    ]  # fmt: skip
    return out + hardware(
        bay,
        of,
        ("cable ends", sold.good("cable_end"), len(out)),
        ("cable tensioners", sold.good("cable_tensioner"), len(out)),
    )


def _pane(bay: GuardBay, name: str, of: str) -> list[Part]:
    """A pane between posts and rails, ordered when they stand."""
    sold, off, (_, low), (high, _) = bay.brief.sold, FACTS.pane_off_mm, *bay.rails
    a, b, low, high = off, bay.clear_mm - off, low + off, high - off
    if b - a <= FACTS.least_bay_mm:
        return []
    good, half, by = sold.good("glass_pane", FACTS.pane_mm, b - a, high - low), FACTS.pane_mm / 2, f"{of} clamps"
    ring = ((a, low), (b, low), (b, high), (a, high))
    pane = Part(bay.label(f"I{name}"), "pane", "steps", good, of, unit="each",
                solid=Solid(bay.pose, ring, -half, half), hold=Hold(by, off + bay.off_mm + 1))  # fmt: skip
    return [pane, *hardware(bay, of, ("clamps", sold.good("glass_clamp"), FACTS.pane_clamps))]


FILLINGS: dict[str, Callable[[GuardBay, str, str], list[Part]]] = {
    "balusters": _between,
    "faced": _faced,
    "boards": _boards,
    "cables": _cables,
    "glass": _pane,
}


def fill(bay: GuardBay, name: str, of: str) -> list[Part]:
    """What is chosen."""
    return FILLINGS[bay.brief.deck.guard.infill](bay, name, of)
