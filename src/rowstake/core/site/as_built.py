"""A job as it stands: a function of its document and its record. What was intended is never rewritten."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from rowstake.core.edits import apply_raw
from rowstake.core.faults import JobFault
from rowstake.core.job import Job
from rowstake.core.kept import kept_plan
from rowstake.core.measure import Printer
from rowstake.core.record.question import AsBuilt, Question, differ, governing
from rowstake.core.record.record import Record
from rowstake.core.trade import trade_of
from rowstake.core.views.site import site_told


def as_built(job: Job, record: Record) -> AsBuilt:
    """Measures by their paths first, then what was delivered, then what the trade itself takes from the record. Raises `JobFault` for a
    job that cannot be laid out as it is drawn."""
    if not record:
        return AsBuilt(job, record)
    drawn, asked = kept_plan(job), list[Question]()
    may = {s.path for s in site_told(drawn, AsBuilt(job, record)).sizes}
    job = _measured(job, record, may, asked)
    job = _delivered(job, record, drawn, asked)
    made: AsBuilt = trade_of(job).built(job, record) or AsBuilt(job, record)
    try:
        kept_plan(made.job)
    except JobFault as fault:
        words = f"As it was measured it cannot be laid out: {fault.faults[0].message}. It is shown without its posts until that is settled."
        asked.append(Question("", words, tuple(e.id for read in made.reads for e in read.entries)))
        made = AsBuilt(job, record)
    return replace(made, asked=(*asked, *made.asked))


def _measured(job: Job, record: Record, may: set[str], asked: list[Question]) -> Job:
    p = job.printer
    for path, entries in governing(record.of("size"), lambda e: e.part).items():
        last = entries[-1]
        if path not in may:
            words = (
                f"“{path}” is nothing that is measured on this job as it is drawn now. The reading stays in the log."
            )
            asked.append(Question(path, words, (last.id,)))
            continue
        job = _put(job, path, last.values.mm, last, asked, p)
        asked += differ(
            entries,
            path.rpartition(".")[2].removesuffix("_mm").replace("_", " ").capitalize(),
            [p.length(e.values.mm) for e in entries],
        )
    return job


def _put(job: Job, path: str, mm: float, entry: Any, asked: list[Question], p: Printer) -> Job:
    """The job with a measure at a path."""
    return _set(job, {path: mm}, entry, asked, p.length(mm))


def _set(job: Job, values: dict[str, Any], entry: Any, asked: list[Question], told: str) -> Job:
    """The job with values at their paths; as it was, with a question, where it cannot be laid out so."""
    try:
        changed = apply_raw(job, [{"do": "set", "path": path, "value": value} for path, value in values.items()])
        kept_plan(changed)
    except JobFault as fault:
        words = f"{told} was measured: {fault.faults[0].message}. It is not taken until that is settled."
        asked.append(Question(entry.part, words, (entry.id,)))
        return job
    return changed


def _delivered(job: Job, record: Record, drawn: Any, asked: list[Question]) -> Job:
    """Widths measured on delivery, where they are out of tolerance; a width that was measured by itself goes before. The mean of what a
    meter told of boards is what they are laid at, where the document tells none itself."""
    for good, path in drawn.trade.measured(drawn).items():
        if record.of("size", path):
            continue
        widths = [e for e in record.of("delivery", good) if e.values.width_mm is not None]
        if not widths:
            continue
        mean = sum(e.values.width_mm for e in widths) / len(widths)
        section = drawn.lists.buyer.measured_mm.get(good, mean)
        if abs(mean - section) > job.tolerances.width_mm:
            job = _put(job, path, mean, widths[-1], asked, job.printer)
    for good, block in drawn.trade.metered(drawn).items():
        moist = [e for e in record.of("delivery", good) if e.values.moisture_pct is not None]
        if moist:
            pct = round(sum(e.values.moisture_pct for e in moist) / len(moist), 1)
            job = _set(job, {f"{block}.stock": "meter", f"{block}.meter_pct": pct}, moist[-1], asked, f"{pct:g} %")
    return job
