"""A reading that is out of tolerance: what may be done about it, and what each would do."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from rowstake.core.faults import JobFault, refuse
from rowstake.core.job import Job
from rowstake.core.kept import kept_plan
from rowstake.core.planned import AnyPlan
from rowstake.core.preview import Consequence, More, compare, no_more
from rowstake.core.record import Record, read_entry
from rowstake.core.record.entry import MOST_ANSWERS
from rowstake.core.record.question import AsBuilt
from rowstake.core.record.read import Read
from rowstake.core.site.as_built import as_built
from rowstake.core.site.cuts import at_the_saw
from rowstake.core.views.site import BayTold, HoleTold, SiteTold, site_told

Made = tuple[dict[str, Any], ...]
"""Entries to be made, without what the device adds: id, time, author."""


@dataclass(frozen=True, slots=True)
class WayOut:
    """`entries` are made when it is taken; the consequence is against the job as it stands now."""

    key: str
    label: str
    words: str
    entries: Made
    consequence: Consequence


def ways_out(job: Job, record: Record, reading: str, more: More = no_more) -> list[WayOut]:
    """For a post that is not where it was drawn: `reading` is the id of the entry that says so. Raises `JobFault` where that is none."""
    now = as_built(job, record)
    plan = kept_plan(now.job)
    told = site_told(plan, now)
    hole = next((h for h in told.holes if reading in h.entries), None)
    own = next((r for r in now.reads if any(e.id == reading for e in r.entries)), None)
    if hole is None or own is None:
        raise refuse("reading", reading, "the reading of a post", "There is no such reading to decide about")
    off = abs(own.at_mm - own.drawn_mm) > SAME_MM
    made = _of_place(job, record, plan, told, hole, own) if off else _of_the_rest(record, hole)
    return [
        WayOut(key, label, words, entries, _tried(job, record, entries, plan, more))
        for key, label, words, entries in made
    ]


SAME_MM = 1.0
Offer = tuple[str, str, str, Made]
"""Key, label, words, entries."""


def _of_place(job: Job, record: Record, plan: AnyPlan, told: SiteTold, hole: HoleTold, own: Read) -> list[Offer]:
    stays = "It stays where it is; what is not measured yet is divided between what stands."
    offers: list[Offer] = [("redivide", "Divide the rest anew", stays, ())]
    drawn = site_told(kept_plan(job), AsBuilt(job, Record())).holes
    others = [h for h in drawn if hole.row and h.row == hole.row and abs(h.key_mm - hole.key_mm) > 1]
    read = {(h.row, round(h.key_mm)) for h in told.holes if h.entries}
    again = {**own.values.model_dump(exclude_none=True), "drawn_mm": hole.key_mm, "as_is": True}
    stay: Made = (
        {"kind": "post", "part": own.entry.part, "answers": list(hole.entries), "values": again},
        *(
            {"kind": "post", "part": h.id, "values": {"drawn_mm": h.key_mm, "as_is": True}}
            for h in others
            if (h.row, round(h.key_mm)) not in read
        ),
    )
    if others:
        offers.append(("keep", "Leave the others as drawn", "The two bays beside it take up what it is off.", stay))
    p = plan.brief.printer
    offers.append(_put_right(record, hole, f"Move {hole.label} back to {p.length(hole.key_mm)}"))
    if (wide := _widest(told, hole)) is not None:
        middle = wide.after_mm + (wide.key_mm - wide.after_mm) / 2
        another: Made = ({"kind": "extra", "part": f"{hole.leg + 1}/post", "values": {"at_mm": round(middle, 1)}},)
        words = f"In the middle of {wide.label}, the widest beside it."
        offers.append(("another", f"Another post at {p.length(middle)}", words, another))
    return offers


def _of_the_rest(record: Record, hole: HoleTold) -> list[Offer]:
    return [
        ("leave", "Leave it as it is", "What is off stays, and is reckoned with.", ()),
        _put_right(record, hole, f"Put {hole.label} right, as it was drawn"),
    ]


def _put_right(record: Record, hole: HoleTold, words: str) -> Offer:
    """Its readings taken back, and a line on the list of what is to be put right."""
    back: Made = (
        {
            "kind": "settled",
            "part": hole.id,
            "answers": list(record.behind(hole.entries))[:MOST_ANSWERS],
            "values": {"why": "to be put right"},
        },
        {"kind": "punch", "part": hole.id, "values": {"fault": words, "cause": "; ".join(hole.off)}},
    )
    return "back", words, "It goes on the list of what is to be put right.", back


def _widest(told: SiteTold, hole: HoleTold) -> BayTold | None:
    beside = [b for b in told.bays if b.leg == hole.leg and (b.hole == hole.id or abs(b.after_mm - hole.mark_mm) < 1)]
    return max(beside, key=lambda b: b.clear_mm, default=None)


def with_entries(record: Record, made: Made) -> Record:
    """The record as it would be."""
    last = max((e.time for e in record.entries), default=None)
    stamp = last.isoformat() if last else "2000-01-01T00:00:00+00:00"
    more = [read_entry({"id": f"zz-try-{n:06}", "time": stamp, "author": "tried", **raw}) for n, raw in enumerate(made)]
    return Record([*record.entries, *more])


def _tried(job: Job, record: Record, made: Made, before: AnyPlan, more: More) -> Consequence:
    """What differs from now, or, where nothing is made, from the drawing; pieces that are cut already and would fit nowhere are told."""
    try:
        after_record = with_entries(record, made)
        after = kept_plan(as_built(job, after_record).job)
    except JobFault as fault:
        return Consequence((), (), (), fault.faults[0].message)
    told = compare(before, after, more)
    if made:
        lost = len(at_the_saw(after, after_record).misfits) - len(at_the_saw(before, record).misfits)
        if lost > 0:
            sentence = f"{told.sentence}; {lost} piece{'s' * (lost != 1)} cut already would fit nowhere"
            return Consequence(told.differences, told.settles, told.brings, sentence)
        return told
    was = compare(kept_plan(job), before, more)
    return Consequence(was.differences, was.settles, was.brings, f"Against the drawing: {was.sentence}")
