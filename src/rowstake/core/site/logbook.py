"""The log of a job: every entry in order, in words."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import GOODS
from rowstake.core.measure import Printer
from rowstake.core.planned import AnyPlan
from rowstake.core.record.question import AsBuilt
from rowstake.core.record.record import Record
from rowstake.core.site.arrivals import part_of
from rowstake.core.site.steps import steps_told
from rowstake.core.views.site import site_told

NAMES = {
    "post": "Post", "extra": "Another post", "size": "Measured", "square": "Diagonals", "creep": "Board rows", "height": "Height",
    "cut": "Cut", "step": "Done", "hold": "Looked at", "delivery": "Delivery", "note": "Note", "punch": "To put right",
    "inspection": "Inspection", "settled": "Taken back or put right",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class LogLine:
    """`counts` is false for what a later entry has answered; `answers` names what it answers itself."""

    id: str
    time: str
    day: str
    author: str
    kind: str
    name: str
    part: str
    words: str
    photos: tuple[str, ...]
    counts: bool
    answers: tuple[str, ...]


def log_lines(plan: AnyPlan, record: Record) -> list[LogLine]:
    """In the order they were made."""
    counted = {e.id for e in record.live}
    teller = _Teller(plan, record)
    return [
        LogLine(
            e.id, e.time.isoformat(), f"{e.time:%a} {e.time.day} {e.time:%b %Y %H:%M}", e.author, e.kind, NAMES[e.kind], teller.part(e),
            teller.words(e), e.photos, e.id in counted, e.answers,
        )
        for e in record.entries
    ]  # fmt: skip


class _Teller:
    def __init__(self, plan: AnyPlan, record: Record) -> None:
        self.p: Printer = plan.brief.printer
        self.record = record
        steps = steps_told(plan, record)
        self.named = {s.key: s.do for s in steps} | {h.key: h.words for s in steps for h in s.holds}
        site = site_told(plan, AsBuilt(plan.brief.job, Record()))
        self.named |= {h.id: h.label for h in site.holes} | {s.id: s.name for s in site.supports}
        self.named |= {part_of(line): line.item for line in plan.lists.buy}
        self.named |= {s.path: s.name for s in site.sizes} | {
            key: rule.where for key, rule in CATALOGUE.inspection.items()
        }

    def part(self, entry: Any) -> str:
        if entry.part in self.named:
            return self.named[entry.part]
        if entry.part in CATALOGUE.sections:
            return CATALOGUE.sections[entry.part].name
        return str(entry.part)

    def words(self, entry: Any) -> str:
        how: Callable[[Any], str] = getattr(self, f"_{entry.kind}")
        return how(entry.values) if entry.kind != "settled" else self._settled(entry)

    def _post(self, v: Any) -> str:
        p, out = self.p, []
        if v.at_mm is not None:
            out.append(f"mark {p.length(v.at_mm)}")
        if v.clear_mm is not None:
            out.append(f"{p.length(v.clear_mm)} clear to the post before")
        if v.depth_mm is not None:
            out.append(f"{p.length(v.depth_mm)} deep")
        out += [
            f"{way} {'−' if lean < 0 else '+'}{p.lean(abs(lean))}"
            for way, lean in (("along", v.along_mm_m), ("across", v.across_mm_m))
            if lean is not None
        ]
        if v.aside_mm is not None:
            out.append(f"{'−' if v.aside_mm < 0 else '+'}{p.fine(abs(v.aside_mm))} off the line")
        if v.met:
            out.append(f"met: {v.met}")
        return ", ".join(out) or "stands as drawn"

    def _extra(self, v: Any) -> str:
        return f"at {self.p.length(v.at_mm)}"

    def _size(self, v: Any) -> str:
        return self.p.length(v.mm)

    def _square(self, v: Any) -> str:
        return f"{self.p.length(v.a_mm)} and {self.p.length(v.b_mm)}, {self.p.fine(abs(v.a_mm - v.b_mm))} apart"

    def _creep(self, v: Any) -> str:
        return f"{self.p.length(v.near_mm)} and {self.p.length(v.far_mm)} left to cover"

    def _height(self, v: Any) -> str:
        return f"{self.p.fine(abs(v.off_mm))} {'high' if v.off_mm > 0 else 'low'}" if v.off_mm else "as drawn"

    def _cut(self, v: Any) -> str:
        named = (
            CATALOGUE.sections[v.good].name
            if v.good in CATALOGUE.sections
            else GOODS[v.good].words
            if v.good in GOODS
            else v.good
        )
        told = f"{v.count} × {self.p.length(v.length_mm)} {named}"
        return told + (f", for {v.label}" if v.label else "") + (f", from offcut {v.rack}" if v.rack else "")

    def _step(self, v: Any) -> str:
        return f"done, though something was open: {v.reason}" if v.reason else "done"

    def _hold(self, v: Any) -> str:
        return {"pass": "passed", "fail": "not right"}[v.result] + (f": {v.note}" if v.note else "")

    def _delivery(self, v: Any) -> str:
        out = [f"{v.count:g} came"] + ([f"{v.damaged:g} damaged"] if v.damaged else [])
        out += [f"{v.moisture_pct:g} % moist"] if v.moisture_pct is not None else []
        out += [f"{self.p.fine(v.width_mm)} wide"] if v.width_mm is not None else []
        return ", ".join(out) + (f": {v.note}" if v.note else "")

    def _note(self, v: Any) -> str:
        return str(v.text)

    def _punch(self, v: Any) -> str:
        out = [v.fault] + ([f"rule: {v.rule}"] if v.rule else []) + ([f"cause: {v.cause}"] if v.cause else [])
        out += [f"by {v.due.day} {v.due:%b %Y}"] if v.due else []
        return ", ".join(out + ([f"costs {v.cost:.2f}"] if v.cost is not None else []))

    def _inspection(self, v: Any) -> str:
        said = {"right": "right", "wrong": "wrong", "none": "not there", "unseen": "could not be seen"}[v.answer]
        return ", ".join(x for x in (said, v.place, v.note) if x)

    def _settled(self, entry: Any) -> str:
        found = [e for id in entry.answers if (e := self.record.by_id(id))]
        told = "; ".join(f"{NAMES[e.kind].lower()} of {e.time.day} {e.time:%b %H:%M}" for e in found)
        return ", ".join(x for x in (told, entry.values.why) if x)


def punch_list(record: Record) -> list[Any]:
    """What is to be put right and is not yet."""
    return record.of("punch")


def log_csv_rows(lines: list[LogLine]) -> list[Mapping[str, str]]:
    """For a table: one row an entry."""
    return [
        {
            "time": line.time, "author": line.author, "what": line.name, "about": line.part, "words": line.words,
            "counts": "yes" if line.counts else "no, answered later", "answers": " ".join(line.answers), "photos": " ".join(line.photos), "id": line.id,
        }
        for line in lines
    ]  # fmt: skip
