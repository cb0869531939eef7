"""Ways of doing a job beside each other: the drawing that tells them apart, the same figures, better and worse."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, field, replace
from functools import partial
from typing import Any, Literal

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.drawing import Scene
from rowstake.core.drawing.thin import thin
from rowstake.core.edits import apply_raw
from rowstake.core.faults import JobFault, refuse
from rowstake.core.job import Job, write_job
from rowstake.core.plan import AnyPlan, plan
from rowstake.core.preview import More, no_more, weighed
from rowstake.core.trade import trade_of, trades
from rowstake.core.views.base import Figure, size_of

Edits = list[dict[str, Any]]


@dataclass(frozen=True, slots=True)
class Side:
    """One of several ways: its figures, its drawing and what it would take to have it. `weighs` says of a figure whether it
    is better or worse than as it is, `per` what it comes to for each metre or square metre."""

    label: str
    chosen: bool
    edits: Edits
    figures: list[Figure]
    findings: tuple[str, ...]
    scene: Scene | None
    refused: str
    weighs: dict[str, Literal["", "better", "worse"]] = field(default_factory=dict)
    per: dict[str, str] = field(default_factory=dict)


def side_by_side(job: Job, ways: Sequence[tuple[str, Edits]], more: More = no_more) -> list[Side]:
    """The same job each way, on the same drawing and the same figures; a way that cannot be had says why, and one
    that changes nothing stands there once. They are weighed against the job as it is, else against the first."""
    made: list[tuple[str, Edits, bool, AnyPlan | str]] = []
    for label, edits in ways:
        try:
            after = apply_raw(job, edits)
            if after == job and any(own for _, _, own, _ in made):
                continue
            made.append((label, edits, after == job, plan(after)))
        except JobFault as fault:
            made.append((label, edits, False, fault.faults[0].message))
    plans = [way for *_, way in made if not isinstance(way, str)]
    scenes = iter(_drawn(plans))
    chosen = next((way for *_, own, way in made if own and not isinstance(way, str)), plans[0] if plans else None)
    return [
        Side(label, own, edits, [], (), None, way)
        if isinstance(way, str)
        else _side(label, own, edits, way, next(scenes), chosen, more)
        for label, edits, own, way in made
    ]


def _side(
    label: str, own: bool, edits: Edits, made: AnyPlan, scene: Scene, against: AnyPlan | None, more: More
) -> Side:
    figures = [*more(made), *made.trade.figures(made)]
    was = {f.key: f.number for f in (*more(against), *against.trade.figures(against))} if against else {}
    weighs = {f.key: weighed(f.key, was[f.key], f.number)[0] for f in figures if f.key in was}
    titles = tuple(f.title for f in made.findings)
    return Side(label, own, edits, figures, titles, scene, "", weighs, _per(made, figures))


def _per(made: AnyPlan, figures: Sequence[Figure]) -> dict[str, str]:
    """Figures that add up over a job, for each metre of its line or square metre of its boards."""
    base, unit = size_of(figures, made.brief.job.units)
    if base <= 0:
        return {}
    p = made.brief.printer
    say: dict[str, Callable[[float], str]] = {
        "count": lambda n: f"{n:.3g}",
        "kg": p.weight,
        "m": lambda m: p.length(m * 1000),
    }
    adding = [(f, entry.adds) for f in figures if (entry := CATALOGUE.figures.get(f.key)) and entry.adds]
    return {f.key: f"{say[adds](f.number / base)} a {unit}" for f, adds in adding}


def _drawn(plans: Sequence[AnyPlan]) -> list[Scene]:
    """The drawing that tells plans apart most, of each: the one of a job's list where none does; to one scale, lined up."""
    if not plans:
        return []
    albums = [made.trade.scenes(made) for made in plans]
    panels = plans[0].trade.panels(plans[0])
    named = dict.fromkeys(name for some in panels.values() for panel in some for name in panel.scenes)
    shared = [name for name in named if all(name in album for album in albums)]
    apart = {name: _apart([album[name] for album in albums]) for name in shared}
    best = max(shared, key=lambda name: apart[name], default="")
    scenes = [album[best] for album in albums] if best and apart[best] else [made.trade.picture(made) for made in plans]
    low = (min(s.low[0] for s in scenes), min(s.low[1] for s in scenes))
    high = (max(s.high[0] for s in scenes), max(s.high[1] for s in scenes))
    return [replace(thin(scene), low=low, high=high, handles=()) for scene in scenes]


def _apart(scenes: Iterable[Scene]) -> float:
    """The share of areas that not all of some drawings have."""
    drawn = [
        {(s.look, s.hidden, tuple((round(x), round(y)) for x, y in s.points)) for s in scene.shapes if s.kind == "poly"}
        for scene in scenes
    ]
    every = set().union(*drawn)
    return 1.0 - len(set.intersection(*drawn)) / len(every) if every else 0.0


def comparison(job: Job, name: str, more: More = no_more) -> list[Side]:
    """One of the comparisons of the job's trade. Raises `JobFault` where it has none of that name."""
    trade = trade_of(job)
    made = trade.comparisons.get(name)
    if made is None:
        others = " or a ".join(t.id for t in trades().values() if name in t.comparisons)
        raise refuse(
            "document",
            f"a {trade.id}",
            f"a {others or 'job that has it'}",
            f"This is asked of a {others or 'job'} only",
        )
    return made(job, partial(side_by_side, more=more))


def variants(job: Job, more: More = no_more) -> list[Side]:
    """The work in hand and its variants beside each other."""
    kept = [
        (v["name"], [{"do": "take_variant", "name": v["name"], "only": True}])
        for v in write_job(job).get("variants", [])
    ]
    return side_by_side(job, [("in hand", []), *kept], more)
