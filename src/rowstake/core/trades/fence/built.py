"""A fence as it stands: what was measured on site taken as given, the rest divided anew between it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field
from functools import cached_property
from typing import Any

from rowstake.core.faults import Fault, JobFault
from rowstake.core.parts import identified
from rowstake.core.reckoners.closed import mark_after
from rowstake.core.record.entry import PostRead
from rowstake.core.record.question import AsBuilt, Question, differ, governing
from rowstake.core.record.read import Read, read_together
from rowstake.core.record.record import Record
from rowstake.core.trades.fence.document import FenceJob, Fixed
from rowstake.core.trades.fence.holes import Digger
from rowstake.core.trades.fence.layout import SAME_MM, Layout, Post, lay_legs, lay_out, misplaced, stands_at
from rowstake.core.trades.fence.levels import lay_levels
from rowstake.core.trades.fence.resolve import face_mm, resolve
from rowstake.core.trades.fence.skin import courses, solidity


def leg_of(part: str) -> int:
    """The leg that the id of a part names, from 0; −1 where it names none."""
    first = part.partition("/")[0]
    return int(first) - 1 if first.isdigit() else -1


STAYS = "The reading stays in the log."


@dataclass
class _Builder:
    job: FenceJob
    record: Record
    asked: list[Question] = field(default_factory=list)

    @cached_property
    def brief(self) -> Any:
        return resolve(self.job)

    @cached_property
    def drawn(self) -> Layout:
        return lay_out(self.brief)

    @cached_property
    def _named(self) -> dict[str, Post]:
        """The posts as they are drawn, by the ids of their parts."""
        by_label = {post.label: post for post in self.drawn.posts}
        levels = lay_levels(self.brief, self.drawn)
        digger = Digger(self.brief, self.drawn, levels, solidity(self.brief, courses(self.brief, self.drawn, levels)))
        return {id: by_label[part.of] for id, part in identified(digger.parts()).items() if part.kind == "post"}

    def ask(self, words: str, *entries: Any) -> None:
        self.asked.append(Question(entries[-1].part, words, tuple(e.id for e in entries)))

    def drawn_mm(self, entry: Any) -> float | None:
        """The mark that an entry's post is drawn at: as it says, else by its part, else the post next to where it was measured."""
        leg, values = leg_of(entry.part), entry.values
        if values.drawn_mm is not None:
            return float(values.drawn_mm)
        if post := self._named.get(entry.part):
            return dict(post.stations).get(leg)
        if values.at_mm is None:
            return None
        marks = [post.on(leg) for post in self.drawn.leg_posts(leg)]
        return min(marks, key=lambda mark: abs(mark - values.at_mm))

    def reads(self) -> list[Read]:
        """What counts of every post that was read, in the order of the line."""
        own = []
        for entry in self.record.of("post"):
            leg = leg_of(entry.part)
            if not 0 <= leg < len(self.drawn.legs):
                self.ask(f"“{entry.part}” is on no leg of this fence as it is drawn now. {STAYS}", entry)
            elif (mark := self.drawn_mm(entry)) is None:
                self.ask(f"There is no post “{entry.part}” as the fence is drawn now. {STAYS}", entry)
            else:
                own.append((leg, self._snapped(leg, mark), entry))
        p, out = self.brief.printer, []
        for (leg, _), several in sorted(governing(own, lambda each: (each[0], round(each[1], 1))).items()):
            mark, entries = several[-1][1], [entry for *_, entry in several]
            values = read_together(entries)
            place = self._place(leg, mark, values)
            out.append(Read(leg, mark, mark if abs(place - mark) <= SAME_MM else place, values, tuple(entries)))
            post = self._post_at(leg, mark)
            name = post.label if post else f"the post at {p.length(mark)}"
            measured = [e for e in entries if self._measured(e)]
            self.asked += differ(
                measured, f"The mark of {name}", [p.length(self._place(leg, mark, e.values)) for e in measured]
            )
            dug = [e for e in entries if e.values.depth_mm is not None]
            self.asked += differ(dug, f"The hole of {name}", [p.length(e.values.depth_mm) for e in dug])
        return out

    @staticmethod
    def _measured(entry: Any) -> bool:
        return entry.values.at_mm is not None or entry.values.clear_mm is not None

    def _post_at(self, leg: int, mark: float) -> Post | None:
        return next((q for q in self.drawn.leg_posts(leg) if abs(q.on(leg) - mark) <= SAME_MM), None)

    def _snapped(self, leg: int, mark: float) -> float:
        """The mark of an end, a corner or a gate post that has moved a little in the drawing since; else the mark itself."""
        if self._post_at(leg, mark):
            return mark
        near = [q for q in self.drawn.leg_posts(leg) if q.kind != "line" and abs(q.on(leg) - mark) < q.face_mm]
        return min((q.on(leg) for q in near), key=lambda m: abs(m - mark), default=mark)

    def _place(self, leg: int, mark: float, values: PostRead) -> float:
        """Where it stands: `at = after + (face before + face) / 2 + clear` where the bay was measured."""
        if values.at_mm is not None:
            return float(values.at_mm)
        if values.clear_mm is None:
            return mark
        after = values.after_mm
        if after is None:
            before = [q.on(leg) for q in self.drawn.leg_posts(leg) if q.on(leg) < mark - SAME_MM]
            after = max(before, default=0.0)
        faces = self._face(leg, after) + self._face(leg, mark)
        return mark_after(after, faces / 2, values.clear_mm)

    def _face(self, leg: int, mark: float) -> float:
        post = self._post_at(leg, mark)
        return post.face_mm if post else face_mm(self.brief.post)


def _tried(builder: _Builder, job: FenceJob, raw: dict[str, Any], read: Read, what: str) -> FenceJob:
    """The job with a measure of its line changed; as it was, with a question, where the line cannot be so."""
    try:
        changed = job.model_copy(update={"fence": type(job.fence).model_validate(raw)})
        lay_out(resolve(changed))
    except (JobFault, ValueError) as fault:
        words = fault.faults[0].message if isinstance(fault, JobFault) else "no fence can be so"
        builder.ask(f"{what} is measured at {builder.brief.printer.length(read.at_mm)}: {words}.", *read.entries)
        return job
    return changed


def _lined(builder: _Builder, reads: list[Read]) -> Iterator[tuple[Read, FenceJob]]:
    """The line itself as it was measured: its corners and ends, and the openings of its gates."""
    job, drawn = builder.job, builder.drawn
    for read in reads:
        post = builder._post_at(read.leg, read.drawn_mm)
        if post is None or post.kind == "line" or abs(read.at_mm - read.drawn_mm) <= SAME_MM:
            yield read, job
            continue
        raw, p = job.fence.model_dump(), builder.brief.printer
        if read.drawn_mm <= SAME_MM:
            words = f"{post.label} is what everything is measured from: its mark is 0, not {p.length(read.at_mm)}."
            builder.ask(words, *read.entries)
            continue
        if post.kind in ("end", "corner"):
            raw["legs"][read.leg]["length_mm"] = read.at_mm
        else:
            opening = next(o for o in drawn.openings if post in (o.left, o.right))
            gate = raw["gates"][next(n for n, g in enumerate(job.fence.gates) if g.id == opening.gate.id)]
            moved = read.at_mm - read.drawn_mm
            if post is opening.left:
                gate["at_mm"] = max(0.0, gate["at_mm"] + moved)
                far = next(
                    (r for r in reads if r.leg == read.leg and builder._post_at(r.leg, r.drawn_mm) is opening.right),
                    None,
                )
                gate["opening_mm"] -= moved if far else 0.0
            else:
                gate["opening_mm"] += moved
        before = job
        job = _tried(builder, job, raw, read, post.label)
        if job is not before:
            yield read, job


def fence_built(job: FenceJob, record: Record) -> AsBuilt:
    """The fence as it stands, what its record leaves open, and each post that was read. Raises `JobFault` for a fence that cannot be laid out as it is drawn."""
    builder = _Builder(job, record)
    reads = builder.reads()
    standing: list[Read] = []
    for read, changed in _lined(builder, reads):
        standing.append(read)
        job = changed
    placed: list[tuple[Fixed, tuple[Any, ...]]] = [
        (f, ())
        for f in job.fence.fixed
        if not any(r.leg == f.leg and abs(f.at_mm - r.drawn_mm) <= SAME_MM for r in standing)
    ]
    for read in standing:
        fixed = Fixed(leg=read.leg, at_mm=read.at_mm, as_is=read.values.as_is, depth_mm=read.values.depth_mm)
        placed.append((fixed, read.entries))
    for entry in record.of("extra"):
        if 0 <= (leg := leg_of(entry.part)) < len(job.fence.legs):
            placed.append((Fixed(leg=leg, at_mm=entry.values.at_mm), (entry,)))
        else:
            builder.ask(f"“{entry.part}” is on no leg of this fence as it is drawn now. {STAYS}", entry)
    brief = resolve(_standing(job, [f for f, _ in placed]))
    legs, gates = lay_legs(brief)
    wrong = dict(misplaced(brief, legs, gates))
    own = {id(r.entries): builder._post_at(r.leg, r.drawn_mm) for r in standing}
    for n, (f, entries) in enumerate(placed):
        post = own.get(id(entries))
        if (
            entries and n not in wrong and (post is None or post.kind == "line")
        ):  # it is not the post that stands there by the line itself
            here = [m for m in stands_at(legs, gates, f.leg) if abs(m - f.at_mm) <= SAME_MM]
            if here:
                words = (
                    f"a mark clear of the post at {brief.printer.length(here[0])}",
                    "Two posts cannot stand in each other",
                )
                wrong[n] = Fault(f"fence.fixed.{n}.at_mm", brief.printer.length(f.at_mm), *words)
    for n, fault in wrong.items():
        if entries := placed[n][1]:
            builder.ask(f"A post is measured at {fault.given}: {fault.message.lower()} ({fault.allowed}).", *entries)
    kept = [each for n, each in enumerate(placed) if n not in wrong or not each[1]]
    taken = {e.id for _, entries in kept for e in entries}
    counted = tuple(r for r in standing if r.entry.id in taken)
    return AsBuilt(_standing(job, [f for f, _ in kept]), record, tuple(builder.asked), counted)


def _standing(job: FenceJob, fixed: list[Fixed]) -> FenceJob:
    return job.model_copy(update={"fence": job.fence.model_copy(update={"fixed": fixed})})
