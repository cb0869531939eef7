"""A deck as it stands: the diagonals that were read last; its measures come in by their paths."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.record.question import AsBuilt, Question, differ, governing
from rowstake.core.record.record import Record
from rowstake.core.trades.deck.document import DeckJob


def deck_built(job: DeckJob, record: Record) -> AsBuilt:
    """The deck with the last diagonals of its frame; heights and depths of one support that do not agree are asked about."""
    read, asked = record.last("square", job.deck.levels[0].id), tuple(_asked(job, record))
    if read is None:
        return AsBuilt(job, record, asked)
    squaring = job.deck.squaring.model_copy(
        update={"diagonal_a_mm": read.values.a_mm, "diagonal_b_mm": read.values.b_mm}
    )
    return AsBuilt(job.model_copy(update={"deck": job.deck.model_copy(update={"squaring": squaring})}), record, asked)


def _asked(job: DeckJob, record: Record) -> Iterator[Question]:
    p = job.printer
    for part, entries in governing(record.of("height"), lambda e: e.part).items():
        said = [f"{p.fine(abs(e.values.off_mm))} {'low' if e.values.off_mm < 0 else 'high'}" for e in entries]
        yield from differ(entries, f"The height of {part.removeprefix('footing/')}", said)
    dug = [e for e in record.of("post") if e.values.depth_mm is not None]
    for part, entries in governing(dug, lambda e: e.part).items():
        yield from differ(
            entries, f"The depth of {part.removeprefix('footing/')}", [p.length(e.values.depth_mm) for e in entries]
        )
