"""A walk of random edits over a job: after each, no exception that is not a fault, everything held, and undo is undo."""

from __future__ import annotations

import random

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.desk import desk
from rowstake.core.edits import apply_raw
from rowstake.core.faults import JobFault
from rowstake.core.job import read_job_text, write_job_text
from rowstake.core.plan import plan
from rowstake.core.trades.deck.document import DeckJob, new_deck
from rowstake.core.trades.fence.document import Leg, new_fence
from tests.holds.deck import check_deck
from tests.holds.fence import check_fence

STEPS = 12
FIGURES = (0, 1, 7, 50, 149, 300, 610, 1000, 1828.8, 2400, 5000, 12_000, -5, '1/2"', "2 m", "6'", "x", None)


def start(dice: random.Random):
    region = dice.choice(list(CATALOGUE.regions))
    if dice.random() < 0.5:
        support = dice.choice(["ledger", "free"])
        return new_deck(
            "Walk", region, dice.uniform(1500, 9000), dice.uniform(1500, 7000), dice.uniform(200, 2500), support
        )
    legs = [
        Leg(length_mm=dice.uniform(2000, 12_000), turn_deg=0 if n == 0 else dice.uniform(-100, 100))
        for n in range(dice.choice([1, 2, 3]))
    ]
    return new_fence("Walk", region, legs, dice.choice(list(CATALOGUE.styles)))


def paths(value, at=""):
    """Every dotted path of a document that holds one value."""
    if isinstance(value, dict):
        for key, inner in value.items():
            yield from paths(inner, f"{at}.{key}".lstrip("."))
    elif isinstance(value, list):
        for n, inner in enumerate(value):
            yield from paths(inner, f"{at}.{n}")
    else:
        yield at, value


def an_edit(dice: random.Random, job, made):
    """Something a person might do next, or slip into."""
    deck = isinstance(job, DeckJob)
    kind = dice.random()
    if kind < 0.35:
        path, some = dice.choice(list(made.trade.choices(made.brief.job).items()))
        return (
            {"do": "style", "style": dice.choice(some).id}
            if path == "fence.skin.style"
            else _put(path, dice.choice(some).id if some else None)
        )
    if kind < 0.7:
        found = [
            (p, v)
            for p, v in paths(job.model_dump(mode="json", by_alias=True))
            if p not in ("schema", "region") and not p.startswith("variants")
        ]
        path, value = dice.choice(found)
        if isinstance(value, bool):
            return _put(path, not value)
        if isinstance(value, int | float) and dice.random() < 0.7:
            return _put(path, value * dice.uniform(0.5, 1.7))
        return _put(path, dice.choice(FIGURES))
    if deck:
        cut = dice.choice(["notch", "clip", "hole"])
        more = [
            {"do": "add_cut", "kind": cut, "corner": dice.choice(["house_left", "house_right", "far_left", "far_right"])},
            {"do": "add_level"}, {"do": "size_deck", "out_mm": dice.uniform(900, 9000)}, {"do": "size_deck", "width_mm": dice.uniform(900, 9000)},
            _put("deck.boards.border.boards", dice.choice([0, 1, 2])), _put("deck.beams.rows", dice.choice([None, 1, 2, 3])),
            *({"do": "remove_cut", "id": c.id} for c in job.deck.levels[0].shape.cuts), *({"do": "remove_level", "id": x.id} for x in job.deck.levels[1:]),
            *({"do": "move_cut", "id": c.id, "x_mm": dice.uniform(0, 8000), "y_mm": dice.uniform(0, 8000)} for c in job.deck.levels[0].shape.cuts),
        ]  # fmt: skip
    else:
        leg = dice.randrange(len(job.fence.legs))
        more = [
            {"do": "add_gate", "leg": leg}, {"do": "add_gate", "leg": leg, "at_mm": dice.uniform(0, 9000), "opening_mm": dice.uniform(600, 3500)},
            {"do": "add_obstacle", "leg": leg, "at_mm": dice.uniform(0, 9000), "width_mm": dice.uniform(20, 1500)},
            {"do": "add_leg", "length_mm": dice.uniform(500, 9000), "angle_deg": dice.uniform(40, 180), "side": dice.choice(["left", "right"])},
            {"do": "leg", "index": leg, "length_mm": dice.uniform(300, 14_000)}, {"do": "remove_leg", "index": leg},
            {"do": "levels", "text": f"{leg + 1}, 0, 0\n{leg + 1}, {dice.uniform(100, 9000):.0f} mm, {dice.uniform(-900, 900):.0f} mm"},
            *({"do": "remove_gate", "id": g.id} for g in job.fence.gates), *({"do": "remove_obstacle", "id": o.id} for o in job.fence.obstacles),
            *({"do": "gate", "id": g.id, "values": {"leaves": dice.choice([1, 2]), "hinge": dice.choice(["start", "end"])}} for g in job.fence.gates),
        ]  # fmt: skip
    return dice.choice(
        [*more, _put("units", dice.choice(["mm", "ft-in"])), {"do": "set_aside", "name": f"way {dice.random():.3f}"}]
    )


def _put(path, value):
    return {"do": "set", "path": path, "value": value}


def walk(seed: int, steps: int = STEPS) -> int:
    """How many of the edits were taken. Anything but a `JobFault` is let out, and so is whatever does not hold."""
    dice = random.Random(seed)
    job = start(dice)
    made, taken = plan(job), 0
    for _ in range(steps):
        edit = an_edit(dice, job, made)
        try:
            after = apply_raw(job, [edit])
            planned = plan(after)
        except JobFault as fault:
            assert all(f.message and f.allowed for f in fault.faults), edit
            continue
        taken += 1
        check_deck(planned) if isinstance(after, DeckJob) else check_fence(planned)
        assert desk(planned).stakes
        assert read_job_text(write_job_text(after)) == after
        assert plan(job).parts == made.parts  # back again, as before
        job, made = after, planned
    return taken
