"""The rail along the face that the heads of stringers are notched over and stand on, ripped as high as it is thick so that the notch takes
no more than it must; and what screws it there."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE, Species
from rowstake.core.goods import timber
from rowstake.core.parts import Hold, Part
from rowstake.core.reckoners.base import up
from rowstake.core.structure.timber import shear_mpa
from rowstake.core.trades.deck.components.steps.cover import counted, lying_box, pieces
from rowstake.core.trades.deck.components.steps.flight import Flight
from rowstake.core.trades.deck.components.steps.stringers import Stringer
from rowstake.core.trades.deck.fascia import stands_mm

FACTS = CATALOGUE.steps
SCREW_KN = CATALOGUE.structure.ledger.screw_n / 1000
"""What a structural screw of any make carries across the grain."""
CLEAR_MM = 1.0
LEAST_MM = 50.0


def screws_each(stringer: Stringer) -> int:
    """`n = ⌈V / R⌉` for half of what an inner stringer carries, at least two."""
    return max(FACTS.head_screws, up(stringer.load_kn / 2 / SCREW_KN))


def notch_kn(stringer: Stringer, species: Species) -> float:
    """What a head that is notched from below holds, kN: `V = ⅔ · Fv · b · dₙ · (dₙ / d)²` with dₙ left of d. Source: the published rule for
    notches at the tension side of an end."""
    left, low = stringer.left_mm, stringer.plumb[0]
    deep = stringer.plumb[1] - low
    return 2 / 3 * shear_mpa(species) * stringer.section.thickness_mm * left * (left / deep) ** 2 / 1000


def head_rails(flight: Flight, stringer: Stringer) -> list[Part]:
    """From stringer to stringer, left out where something stands out of the face; nothing where the heads hang."""
    if stringer.head is None:
        return []
    out, low, high = stringer.head
    section, sold = CATALOGUE.sections[flight.brief.region.rail], flight.brief.sold
    own = [at + stringer.section.thickness_mm / 2 for at in stringer.places]
    screws = flight.part("rail screws")
    high_mm = high - low
    ripped = f"ripped to {flight.brief.printer.length(high_mm)}" if high_mm < section.width_mm - 0.5 else "square"
    parts = [
        Part(flight.part(f"M{n}"), "head rail", "steps", timber(section.id), flight.of, b - a, high_mm, ripped,
             solid=lying_box(flight, (0.0, out), (a, b), (low, high)), hold=Hold(screws))
        for n, (a, b) in enumerate((piece for a, b in _free(flight, stringer) for piece in pieces(a, b, section, own)), 1)
    ]  # fmt: skip
    deep = section.thickness_mm + stands_mm(flight.brief) + FACTS.head_grip_mm
    screw = sold.screw("structural_screw", deep)[0]
    nail = sold.nail("connector_nail", stringer.section.thickness_mm, stringer.section.thickness_mm)[0]
    return parts + counted(flight, [
        ("rail screws", screw, screws_each(stringer) * len(own)),
        ("head nails", nail, FACTS.kicker_nails * len(own)),
    ])  # fmt: skip


def _free(flight: Flight, stringer: Stringer) -> list[tuple[float, float]]:
    """Stretches of the stringers' room where nothing stands out of the face."""
    at, end = flight.stringer_room
    out = []
    for a, b in [*sorted(stringer.stand_out), (end + CLEAR_MM, end)]:
        if min(a - CLEAR_MM, end) - at >= LEAST_MM:
            out.append((at, min(a - CLEAR_MM, end)))
        at = max(at, b + CLEAR_MM)
    return out
