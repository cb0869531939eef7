"""Try a change before it is taken: the plan before and after, and what differs, in words."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.deck.boards import ways_to_finish
from rowstake.core.drawing import Scene
from rowstake.core.edits import apply_raw
from rowstake.core.faults import JobFault
from rowstake.core.fence.resolve import resolve
from rowstake.core.job import DeckJob, FenceJob, Job
from rowstake.core.parts import Finding
from rowstake.core.plan import AnyPlan, plan
from rowstake.core.views.figures import Figure
from rowstake.core.views.of import figures_of, picture_of


@dataclass(frozen=True, slots=True)
class Difference:
    key: str
    name: str
    before: str
    after: str


@dataclass(frozen=True, slots=True)
class Consequence:
    """What a change does: figures that differ, findings it settles and findings it brings."""

    differences: tuple[Difference, ...]
    settles: tuple[str, ...]
    brings: tuple[str, ...]
    sentence: str


def compare(before: AnyPlan, after: AnyPlan) -> Consequence:
    """The headline figures that differ, and the findings that come and go."""
    was = {f.key: f for f in figures_of(before)}
    now = {f.key: f for f in figures_of(after)}
    differences = tuple(
        Difference(key, now[key].name, was[key].text, now[key].text)
        for key in now
        if key in was and now[key].number != was[key].number and now[key].text != was[key].text
    )
    settles, brings = _come_and_go(before.findings, after.findings)
    told = [f"{d.name} {d.before} → {d.after}" for d in differences] or [
        "settles it" if settles else "no headline figure changes"
    ]
    told += [f"but: {title}" for title in brings]
    return Consequence(differences, settles, brings, "; ".join(told))


def _come_and_go(old: Sequence[Finding], new: Sequence[Finding]) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """Titles of the findings that are settled and of those that are new, each by its rule and its place. The same trouble
    told with other figures, or of fewer places, is neither."""
    gone, come = list(old), []
    for finding in new:
        same = next((f for f in gone if f.rule == finding.rule and _meet(f, finding)), None)
        if same is None:
            come.append(finding)
        else:
            gone.remove(same)
    return tuple(f.title for f in gone), tuple(f.title for f in come)


def _meet(one: Finding, other: Finding) -> bool:
    return bool(set(one.where) & set(other.where)) or not one.where or not other.where


def consequence(job: Job, before: AnyPlan, edits: list[dict[str, Any]]) -> Consequence:
    """What `edits` would do to `job`; a change that cannot be made says so in its sentence."""
    try:
        return compare(before, plan(apply_raw(job, edits)))
    except JobFault as fault:
        return Consequence((), (), (), fault.faults[0].message)


@dataclass(frozen=True, slots=True)
class Side:
    """One of several ways beside each other: its figures, its drawing and what it would take to have it."""

    label: str
    chosen: bool
    edits: list[dict[str, Any]]
    figures: list[Figure]
    findings: tuple[str, ...]
    scene: Scene | None
    refused: str


def side_by_side(job: Job, ways: list[tuple[str, list[dict[str, Any]]]]) -> list[Side]:
    """The same job each way, on the same elevation and the same figures; a way that cannot be had says why."""
    out = []
    for label, edits in ways:
        try:
            after = apply_raw(job, edits)
            made = plan(after)
        except JobFault as fault:
            out.append(Side(label, False, edits, [], (), None, fault.faults[0].message))
            continue
        titles = tuple(f.title for f in made.findings)
        out.append(Side(label, after == job, edits, figures_of(made), titles, picture_of(made), ""))
    return out


def ways_over_ground(job: FenceJob) -> list[Side]:
    """Stepped, raked and contour beside each other, and level tops where they are chosen."""
    ways = ["stepped", "raked", "contour"] + ["level"] * (job.fence.slope.way == "level")
    return side_by_side(job, [(w, [{"do": "set", "path": "fence.slope.way", "value": w}]) for w in ways])


def variants(job: Job) -> list[Side]:
    """The work in hand and its variants beside each other."""
    kept = [(v.name, [{"do": "take_variant", "name": v.name, "only": True}]) for v in job.variants]
    return side_by_side(job, [("in hand", []), *kept])


def ways_to_end(job: DeckJob) -> list[Side]:
    """Every way to end the last row of a deck beside the one it has."""
    made = plan(job)
    ways: list[tuple[str, list[dict[str, Any]]]] = [("as it is", [])]
    for words, values in ways_to_finish(made.brief, made.laying):
        ways.append((words, [{"do": "set", "path": f"deck.{path}", "value": value} for path, value in values.items()]))
    return side_by_side(job, ways)


def what_the_wind_asks(job: FenceJob) -> list[Side]:
    """What each change buys against the wind: closer, larger, deeper, wider, more open, one at a time."""
    brief = resolve(job)
    posts, snap = job.fence.posts, brief.region.snap_mm

    def put(path: str, value: Any) -> dict[str, Any]:
        return {"do": "set", "path": f"fence.{path}", "value": value}

    ways: list[tuple[str, list[dict[str, Any]]]] = [("as it is", [])]
    closer = max(job.fence.bays.max_mm * 0.75 // snap * snap, snap)
    ways.append((f"posts at {brief.printer.length(closer)}", [put("bays.way", "equal"), put("bays.max_mm", closer)]))
    sold = CATALOGUE.sections_for(brief.region.id, "post")
    larger = [s for s in sold if s.width_mm > brief.post.width_mm + 1 and s.thickness_mm == s.width_mm]
    if larger:
        gate = max((brief.gate_post, *larger[:2]), key=lambda s: s.width_mm)
        ways.append((f"{larger[0].name} posts", [put("posts.size", larger[0].id), put("posts.gate_size", gate.id)]))
    deeper = brief.printer.length(2 * snap)
    depth = plan(job).digger.usual.hole.embedment_mm + 2 * snap
    ways.append(
        (
            f"{deeper} deeper",
            [put("posts.depth_mm", None), put("posts.school", "fixed"), put("posts.fixed_depth_mm", depth)],
        )
    )
    wider = next((a for a in sorted(brief.region.augers_mm) if a > brief.hole_mm(brief.post) + 1), None)
    if wider and posts.hole_mm is None:
        ways.append((f"holes {brief.printer.length(wider)} across", [put("posts.hole_mm", wider)]))
    if posts.doubled != "all":
        ways.append(("every post doubled", [put("posts.doubled", "all")]))
    for entry in CATALOGUE.styles.values():
        if (
            entry.runs == "up"
            and not entry.on_centres
            and entry.gap_mm > max(brief.style.gap_mm, job.fence.skin.gap_mm)
        ):
            ways.append((entry.name.lower(), [{"do": "style", "style": entry.id}]))
    sides = side_by_side(job, ways)
    return [sides[0], *(side for side in sides[1:] if side.refused or _gust(side) > _gust(sides[0]))]


def _gust(side: Side) -> float:
    return next((float(f.number) for f in side.figures if f.key == "gust"), 0.0)
