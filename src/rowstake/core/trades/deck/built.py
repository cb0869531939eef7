"""A deck as it stands: the diagonals that were read last; its measures come in by their paths."""

from __future__ import annotations

from rowstake.core.record.question import AsBuilt
from rowstake.core.record.record import Record
from rowstake.core.trades.deck.document import DeckJob


def deck_built(job: DeckJob, record: Record) -> AsBuilt:
    """The deck with the last diagonals of its frame."""
    read = record.last("square", job.deck.levels[0].id)
    if read is None:
        return AsBuilt(job, record)
    squaring = job.deck.squaring.model_copy(
        update={"diagonal_a_mm": read.values.a_mm, "diagonal_b_mm": read.values.b_mm}
    )
    return AsBuilt(job.model_copy(update={"deck": job.deck.model_copy(update={"squaring": squaring})}), record)
