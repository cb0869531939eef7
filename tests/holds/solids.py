"""What holds of the solids of any plan: none in another's place, all held up, fixings that reach, each poured no larger than it is counted.

Where a rule of advice tells of a place that cannot be built, the kinds of pieces it tells of may stand there as it says."""

from __future__ import annotations

import itertools
from dataclasses import replace

from shapely.geometry import Polygon

from rowstake.core.check import prove
from rowstake.core.kinds import KINDS
from rowstake.core.parts import Hold

EARTH = {"concrete", "gravel", "soil", "foam", "footing block", "post"}
FRAME = {k.id for k in KINDS.values() if k.layer in ("beams", "joists", "blocks")}
STEPS = {k.id for k in KINDS.values() if k.layer == "steps"} - EARTH
BOARDS = {"board", "gate board", "border", "breaker"}
TOLD = {
    "footings_meet": (EARTH, set()),
    "holes_meet": (EARTH, set()),
    "beams_close": ({"post", "beam"}, set()),
    # A strip of board too narrow to reach a rail or the frame.
    "sliver": (set(), BOARDS),
    "last_row": (set(), BOARDS),
    "off_frame": (set(), BOARDS),
    # No room for a post, a frame or a bearing: frame lies in footings or in itself, and what it would carry is held by nothing.
    # There the beams are taken to be propped, and all that they carry has to be held.
    "stack_fit": (EARTH | FRAME, {"post", "post brace"}),
    "hole_room": (FRAME | {"post"}, FRAME | BOARDS),
    "clipped_corner": (set(), FRAME | BOARDS | {"fascia"}),
}
"""By rule: kinds that may clash among each other, kinds that may be loose."""
WITH = {
    "order_cap": (("cap rail",), {"post"}),
    "order_gravel": (("gravel board", "cleat"), {"concrete", "gravel", "soil", "foam"}),
    # A post held inside the rim goes down as far as the frame that lies in the footings does.
    "stack_fit": (("guard post",), EARTH),
    # At a mitre or a bend on a slope what is under the caps reaches up into them: it is trimmed to fit.
    "cap_corner": (("cap rail",), {"cap rail", "trim", "board", "post"}),
}
"""By rule: kinds, and those that they alone may clash with."""
NAMED = {"corner_rail"}
"""Rules whose own places alone may be loose."""
FENCE = {k.id for k in KINDS.values()} - EARTH | {"post"}
CROWDED = {
    "footing_high": EARTH | FRAME | BOARDS | STEPS | {"fascia"},
    "narrow_strip": {"post", "beam"},
    "stack_fit": EARTH | BOARDS | {"fascia"},
    "line_near": FENCE,
}
"""By rule: kinds that may clash with each other, one of the two being a place that it names, or a part of one."""


def _propped(parts):
    """As if the beams stood on something."""
    by = next(p.label for p in parts if p.amount > 0)
    return [replace(p, hold=Hold(by, to="ground")) if p.kind == "beam" else p for p in parts]


def check_bought(made):
    """Nothing is laid that no list buys: by its good, whatever its kind. Only what is longer than any length on sale is bought by none, and
    told."""
    bought = {line.good.id for line in made.lists.buy if line.good}
    laid = {p.good.id for p in made.parts if p.amount and (p.unit == "piece" or p.good.entry.bought)}
    named = {label for f in made.findings for label in f.where}
    for part in made.parts:
        if part.good.id in laid - bought:
            assert round(part.length_mm, 3) in made.lists.too_long.get(part.good.id, ()), (
                made.brief.job.model_dump_json(),
                part.label,
            )
            assert named & {part.label, part.of}, (made.brief.job.model_dump_json(), part.label)


def check_solids(made):
    check_bought(made)
    sizes = {p.label: (p.length_mm, p.width_mm) for p in made.parts if p.unit == "piece"}
    assert all(min(size) > 0 for size in sizes.values()), (made.brief.job.model_dump_json(), sizes)
    rules, kinds = {f.rule for f in made.findings}, {p.label: p.kind for p in made.parts}
    of = {p.label: p.of for p in made.parts}
    proof = prove(_propped(made.parts) if "stack_fit" in rules else made.parts)
    told = [TOLD[rule] for rule in rules if rule in TOLD]
    pairs = {frozenset(pair) for rule in rules & WITH.keys() for pair in itertools.product(*WITH[rule])}
    named = {label for f in made.findings if f.rule in NAMED for label in f.where}
    both = [(c, {kinds[c.one], kinds[c.other]}) for c in proof.clashes]
    crowded = [(set(f.where), CROWDED[f.rule]) for f in made.findings if f.rule in CROWDED]
    clashes = [
        c
        for c, two in both
        if two not in pairs
        and not any(two <= may for may, _ in told)
        and not any(two <= may and where & {c.one, c.other, of[c.one], of[c.other]} for where, may in crowded)
    ]
    loose = [label for label in proof.loose if label not in named and not any(kinds[label] in may for _, may in told)]
    assert not clashes, (made.brief.job.model_dump_json(), clashes)
    assert not loose, (made.brief.job.model_dump_json(), loose)
    assert not proof.grips, (made.brief.job.model_dump_json(), proof.grips)
    for part in made.parts:
        if part.solid:
            outline = Polygon(part.solid.profile, part.solid.holes)
            assert outline.is_valid, (made.brief.job.model_dump_json(), part.label)
        if part.unit == "m³" and part.amount:
            # Round holes are drawn by points on their edge, a hundredth smaller; on slopes no higher than the lowest ground.
            assert part.solid.volume_m3 <= part.amount * 1.001 + 1e-6, part.label
