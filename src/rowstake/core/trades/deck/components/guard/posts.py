"""The posts of a guard, what holds them to the frame, and what covers them."""

from __future__ import annotations

from collections import Counter

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import Good, timber
from rowstake.core.parts import Hold, Part, letters
from rowstake.core.space import Flat, Solid
from rowstake.core.trades.deck.components.guard.bays import cap_mm
from rowstake.core.trades.deck.components.guard.line import GuardLine
from rowstake.core.trades.deck.components.guard.mounts import PostPlace, face_half_mm, post_of
from rowstake.core.trades.deck.level import DeckLevel

FACTS = CATALOGUE.steps


def _square(post: PostPlace, half: float) -> tuple[Flat, ...]:
    return tuple((float(x), float(y)) for x, y in post.square(half).exterior.coords[:-1])


def posts(level: DeckLevel, line: GuardLine) -> list[Part]:
    brief, section, place = level.brief, post_of(level.brief), level.place
    half, top = section.width_mm / 2, brief.height_mm + brief.guard_high_mm - cap_mm(brief)
    under = level.frame_top_mm - level.joist_mm
    bolts, bases = place.label("guard bolts"), place.label("guard bases")
    out: list[Part] = []
    through = Counter(round(q.closes_mm, 1) for q in line.posts if q.mount != "surface")
    held, surface = sum(through.values()), sum(q.mount == "surface" for q in line.posts)
    first = f"{bolts}a" if len(through) > 1 else bolts
    for n, post in enumerate(line.posts, 1):
        low = brief.height_mm if post.mount == "surface" else under
        ring = _square(post, half)
        by = bases if post.mount == "surface" else first
        out.append(
            Part(place.label(f"Y{n}"), "guard post", "steps", timber(section.id), place.label("guard"), top - low, section.width_mm,
                 solid=Solid(place.pose, ring, low, top), hold=Hold(by, FACTS.notch_free_mm))
        )  # fmt: skip
    out += _sleeves(level, line, top)
    sold = brief.sold
    bought: tuple[tuple[str, Good, int], ...] = (
        *(
            (
                f"{bolts}{letters(n) if len(through) > 1 else ''}",
                sold.bolt(section.thickness_mm + mm),
                FACTS.guard_bolts * count,
            )
            for n, (mm, count) in enumerate(sorted(through.items()), 1)
        ),
        (place.label("guard hold-downs"), sold.good("hold_down"), held),
        (bases, sold.good("post_base_bolted", section.name), surface),
        (
            place.label("guard base screws"),
            sold.screw("structural_screw", FACTS.base_screw_mm)[0],
            FACTS.base_screws * surface,
        ),
        (place.label("guard post caps"), sold.good("post_cap", section.name), len(line.posts) if _capped(level) else 0),
    )
    return out + [
        Part(label, "hardware", "steps", good, place.label("guard"), amount=n, unit="each")
        for label, good, n in bought
        if n
    ]


def _capped(level: DeckLevel) -> bool:
    """Whether each post has a cap of its own: no board lies over them."""
    guard = level.brief.deck.guard
    return guard.post_caps and not guard.cap


def _sleeves(level: DeckLevel, line: GuardLine, top: float) -> list[Part]:
    """A sleeve over every post, cut to reach from the boards to its top."""
    brief, place = level.brief, level.place
    if not brief.deck.guard.sleeves:
        return []
    section, low = post_of(brief), brief.height_mm
    good, inner, outer = (
        brief.sold.good("post_sleeve", section.name, top - low),
        section.width_mm / 2,
        face_half_mm(brief),
    )
    return [
        Part(place.label(f"Y{n}-V"), "post sleeve", "steps", good, place.label("guard"), unit="each",
             solid=Solid(place.pose, _square(post, outer), low, top, (_square(post, inner),)))
        for n, post in enumerate(line.posts, 1)
    ]  # fmt: skip
