"""A made-up deck for the trainer, and how the rules of its inspection are broken in it."""

from __future__ import annotations

import math
from random import Random

from rowstake.core.edits import apply_raw
from rowstake.core.measure import Printer
from rowstake.core.parts import Part
from rowstake.core.trades.deck.document import DeckJob, new_deck
from rowstake.core.training.spoil import (
    Parts,
    Spoilt,
    Training,
    changed,
    labels,
    longer,
    moved,
    nearest,
    of_kind,
    solid_of,
    thinner,
)


def _made_up(chance: Random, region: str) -> DeckJob:
    wide, out = chance.choice((4200, 4800, 5400)), chance.choice((3000, 3600))
    made = new_deck(
        "A deck to look over",
        region,
        wide,
        out,
        chance.choice((900, 1100, 1300)),
        chance.choice(("ledger", "ledger", "free")),
    )
    steps = {
        "handrail": "both", "filled": True, "at_mm": chance.choice((300, 900, 1500)),
        "closed": chance.random() < 0.5,
    }  # fmt: skip
    job: DeckJob = apply_raw(
        made,
        [
            {"do": "set", "path": "deck.guard.edges", "value": "needed"},
            {"do": "add_steps", "side": "far"},
            *({"do": "set", "path": f"deck.steps.0.{key}", "value": value} for key, value in steps.items()),
        ],
    )
    return job


def _opening(parts: Parts, chance: Random, p: Printer) -> Spoilt | None:
    """A baluster left out of the guard, with others on both sides."""
    for out in chance.sample(of_kind(parts, "baluster"), k=min(8, len(of_kind(parts, "baluster")))):
        beside = nearest((q for q in of_kind(parts, "baluster") if q.of == out.of), out, 2)
        if len(beside) == 2:
            free = math.dist(*(solid_of(q).middle for q in beside)) - out.width_mm
            rails = [q for q in of_kind(parts, "guard rail") if q.of == out.of]
            words = f"A baluster is missing: {p.length(free)} stand open"
            return Spoilt(changed(parts, {out.label: ()}), labels(beside, rails), words)
    return None


def _risers(parts: Parts, chance: Random, p: Printer) -> Spoilt | None:
    """One tread packed up."""
    treads = of_kind(parts, "tread")
    heights = sorted({round(solid_of(q).box[0][2]) for q in treads})
    if len(heights) < 3:
        return None
    at, high = chance.choice(heights[1:-1]), chance.choice((30.0, 40.0))
    mine = [q for q in treads if round(solid_of(q).box[0][2]) == at]
    words = f"A tread stands {p.length(high)} too high: the riser under it is that much more, the one over it less"
    return Spoilt(changed(parts, {q.label: (moved(q, z=high),) for q in mine}), labels(mine), words)


def _no_handrail(parts: Parts, chance: Random, _: Printer) -> Spoilt | None:
    rails, treads = of_kind(parts, "handrail"), of_kind(parts, "tread", "stringer")
    if not rails or not treads:
        return None
    gone = changed(parts, {q.label: () for q in rails})
    return Spoilt(gone, labels(treads), "The steps have no handrail")


def _beam_aside(parts: Parts, chance: Random, _: Printer) -> Spoilt | None:
    """A beam on the faces of its posts, held by bolts alone."""
    posts, beams = of_kind(parts, "post"), of_kind(parts, "beam")
    names = sorted({q.of for q in beams})
    if not posts or not names:
        return None
    name = chance.choice(names)
    plies = [q for q in beams if q.of == name]
    low, high = (f(solid_of(q).box[n][1] for q in plies) for n, f in ((0, min), (1, max)))
    under = [q for q in posts if low - 60 < solid_of(q).middle[1] < high + 60]
    if not under:
        return None
    aside = (high - low) / 2 + posts[0].width_mm / 2
    drop = high - low
    words = "A beam is bolted to the sides of its posts and does not lie on them"
    now = {q.label: (moved(q, y=-aside, z=-drop / 2),) for q in plies}
    return Spoilt(changed(parts, now), labels(plies, under), words)


def _no_braces(parts: Parts, chance: Random, _: Printer) -> Spoilt | None:
    braces = of_kind(parts, "post brace")
    if not braces:
        return None
    return Spoilt(
        changed(parts, {q.label: () for q in braces}), labels(of_kind(parts, "post")), "Nothing braces the posts"
    )


def _ledger(parts: Parts, chance: Random, p: Printer) -> Spoilt | None:
    ledgers, by = of_kind(parts, "ledger"), chance.choice((250.0, 400.0))
    if not ledgers:
        return None
    end = max(ledgers, key=lambda q: solid_of(q).box[1][0])
    words = f"The ledger runs on {p.length(by)} past the frame"
    return Spoilt(changed(parts, {end.label: (longer(end, by),)}), labels([end]), words)


def _hanger(parts: Parts, chance: Random, p: Printer) -> Spoilt | None:
    """A joist cut too short, that does not reach what it hangs on."""
    joists, short = of_kind(parts, "joist"), 40.0
    if not joists:
        return None
    joist = chance.choice(joists)
    words = f"A joist is {p.length(short)} short of what it hangs on: the nails alone hold it"
    return Spoilt(changed(parts, {joist.label: (longer(joist, -short, far=False),)}), labels([joist]), words)


def _slender(parts: Parts, chance: Random, p: Printer) -> Spoilt | None:
    posts = of_kind(parts, "post")
    if not posts:
        return None
    post = chance.choice(posts)
    words = f"A post is {p.length(post.width_mm * 0.5)} thick, half of the others"
    return Spoilt(changed(parts, {post.label: (thinner(post, 0.5),)}), labels([post]), words)


def _footing(parts: Parts, chance: Random, p: Printer) -> Spoilt | None:
    poured = [q for q in of_kind(parts, "concrete") if q.of.startswith("F")]
    if not poured:
        return None
    name = chance.choice(sorted({q.of for q in poured}))
    mine = [q for q in poured if q.of == name]
    wide = max(solid_of(q).box[1][0] - solid_of(q).box[0][0] for q in mine)
    words = f"A footing is {p.length(wide * 0.45)} across, less than half of what its load asks"
    return Spoilt(changed(parts, {q.label: (thinner(q, 0.45),) for q in mine}), labels(mine), words)


def _unsupported(parts: Parts, chance: Random, p: Printer) -> Spoilt | None:
    boards, by = of_kind(parts, "board"), chance.choice((180.0, 260.0))
    if not boards:
        return None
    far = max(solid_of(q).box[1][0] for q in boards)
    board = chance.choice([q for q in boards if solid_of(q).box[1][0] > far - 1])
    words = f"A board runs on {p.length(by)} past everything that carries it"
    return Spoilt(changed(parts, {board.label: (longer(board, by),)}), labels([board]), words)


def _outside(parts: Parts, chance: Random, _: Printer) -> Spoilt | None:
    """A guard post set outside the rim."""
    rims, posts = (
        of_kind(parts, "rim", "end joist", "joist"),
        [q for q in of_kind(parts, "guard post") if q.of == "guard"],
    )
    if not rims or not posts:
        return None
    west, east = min(solid_of(q).box[0][0] for q in rims), max(solid_of(q).box[1][0] for q in rims)
    south, post = min(solid_of(q).box[0][1] for q in rims), chance.choice(posts)
    (x0, y0, _a), (x1, y1, _b) = solid_of(post).box
    ways = {(west - x1, 0.0): x0 - west, (east - x0, 0.0): east - x1, (0.0, south - y1): y0 - south}
    x, y = min(ways, key=lambda way: ways[way])
    return Spoilt(
        changed(parts, {post.label: (moved(post, x, y),)}),
        labels([post]),
        "A guard post stands outside the rim, on screws alone",
    )


def _cap(parts: Parts, chance: Random, p: Printer) -> Spoilt | None:
    caps, by = of_kind(parts, "guard cap"), 25.0
    if len(caps) < 2:
        return None
    cap = chance.choice(caps)
    words = f"The cap stands {p.length(by)} open at its corner"
    return Spoilt(changed(parts, {cap.label: (longer(cap, -by),)}), labels([cap]), words)


def _soil(parts: Parts, chance: Random, p: Printer) -> Spoilt | None:
    """A stringer down past the pad it should stand on, in the ground."""
    stringers: list[Part] = of_kind(parts, "stringer")
    if not stringers:
        return None
    stringer, deep = chance.choice(stringers), 90.0
    words = f"A stringer's foot stands {p.length(deep)} in the soil"
    return Spoilt(changed(parts, {stringer.label: (moved(stringer, z=-deep),)}), labels([stringer]), words)


TRAINING = Training(
    _made_up,
    {
        "deck_ledger_longer_than_the_deck": _ledger,
        "deck_joists_no_hangers_wrong_nails": _hanger,
        "deck_beams_bolted_to_the_side": _beam_aside,
        "deck_posts_too_slender_for_their": _slender,
        "deck_posts_no_bracing_on_a": _no_braces,
        "deck_footings_above_frost_on_fill": _footing,
        "deck_boards_joints_unsupported_ends_past": _unsupported,
        "deck_guard_posts_outside_the_rim": _outside,
        "deck_guard_opening_over_the_limit": _opening,
        "deck_guard_cap_mitres_open": _cap,
        "deck_steps_unequal_risers_first_or": _risers,
        "deck_steps_no_handrail_rail_changes": _no_handrail,
        "deck_under_no_air_soil_against": _soil,
    },
)
