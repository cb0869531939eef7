"""A deck as it stands: posts and footings where they were measured and as deep as they were dug, the diagonals that were read last; its measures come in by
their paths."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from rowstake.core.faults import JobFault
from rowstake.core.record.question import AsBuilt, Question, differ, governing
from rowstake.core.record.read import Read, read_together
from rowstake.core.record.record import Record
from rowstake.core.trades.deck.carried import FootingAt
from rowstake.core.trades.deck.document import DeckJob, FixedPost, Level, Squaring
from rowstake.core.trades.deck.lay import lay_levels
from rowstake.core.trades.deck.level import DeckLevel

SAME_MM, MOST_OFF_MM = 1.0, 2000.0
STAYS = "The reading stays in the log."


def deck_built(job: DeckJob, record: Record) -> AsBuilt:
    """Heights, depths and marks of one support that do not agree are asked about."""
    asked = list(_asked(job, record))
    posts = {
        part: es
        for part, es in governing(record.of("post"), lambda e: e.part).items()
        if _says_where(read_together(es))
    }
    reads = tuple(_reads(job, posts, asked)) if posts else ()
    deck = job.deck
    if fixed := _fixed(job, reads, asked):
        deck = deck.model_copy(update={"posts": deck.posts.model_copy(update={"fixed": fixed})})
    levels = [_squared(level, record) for level in deck.levels]
    if levels != deck.levels:
        deck = deck.model_copy(update={"levels": levels})
    return AsBuilt(
        job if deck is job.deck else job.model_copy(update={"deck": deck}),
        record,
        tuple(asked),
        tuple(r for r, _ in reads),
    )


def _squared(level: Level, record: Record) -> Level:
    """With the diagonals of its frame that were read last."""
    square = record.last("square", level.id)
    if square is None:
        return level
    read = Squaring(diagonal_a_mm=square.values.a_mm, diagonal_b_mm=square.values.b_mm)
    return level.model_copy(update={"squaring": read})


def along_of(main: DeckLevel, footing: FootingAt) -> float:
    """The mark of a footing along its beam, as it is told: from the left end of the frame, or out from the wall where beams run that way."""
    return main.told_at(footing.post.on_site)[1 if main.brief.turned else 0]


def _says_where(values: Any) -> bool:
    return any(x is not None for x in (values.at_mm, values.drawn_mm, values.depth_mm))


def _reads(job: DeckJob, posts: dict[str, list[Any]], asked: list[Question]) -> Iterator[tuple[Read, FootingAt]]:
    levels = lay_levels(job)
    drawn = {f"footing/{f.label}": f for level in levels for f in level.footings}
    for part, entries in posts.items():
        found = drawn.get(part)
        if found is None:
            asked.append(
                Question(
                    part,
                    f"There is no footing “{part.removeprefix('footing/')}” as the deck is drawn now. {STAYS}",
                    tuple(e.id for e in entries),
                )
            )
            continue
        values, mark = read_together(entries), along_of(levels[0], found)
        told = next((x for x in (values.at_mm, values.drawn_mm) if x is not None), mark)
        at = mark if abs(told - mark) <= SAME_MM else told
        yield Read(0, mark, at, values, tuple(entries)), found


def _fixed(job: DeckJob, reads: tuple[tuple[Read, FootingAt], ...], asked: list[Question]) -> tuple[FixedPost, ...]:
    """What the drawing says already, and what was read on site instead of it; each reading by itself where not all of them can be laid out together."""
    held = {(f.beam, f.post): f for f in job.deck.posts.fixed}
    asked += [
        _stays(read, footing)
        for read, footing in reads
        if footing.post.beam is None and abs(read.at_mm - read.drawn_mm) > SAME_MM
    ]
    told = {read.entry.part: made for read, footing in reads if (made := _standing(read, footing, held))}
    every = {**held, **{(m.beam, m.post): m for m in told.values()}}
    if _why_not(job, every) is None:
        return tuple(every.values())
    for read, footing in reads:
        if made := told.get(read.entry.part):
            tried = {**held, (made.beam, made.post): made}
            if (why := _why_not(job, tried)) is None:
                held = tried
                continue
            words = f"{footing.label} was measured {job.printer.length(read.at_mm)} along: {why}. It is not taken until that is settled."
            asked.append(Question(read.entry.part, words, tuple(e.id for e in read.entries)))
    return tuple(held.values())


def _stays(read: Read, footing: FootingAt) -> Question:
    """Of a footing that no beam stands on."""
    words = f"{footing.label} carries the rim of a clipped corner and has no beam to stand elsewhere along. {STAYS}"
    return Question(read.entry.part, words, tuple(e.id for e in read.entries))


def _standing(read: Read, footing: FootingAt, held: dict[tuple[str, int], FixedPost]) -> FixedPost | None:
    """None under the rim of a clipped corner: a post is where that is."""
    beam = footing.post.beam
    if beam is None:
        return None
    key = beam.label, footing.post.along + 1
    before = held[key].off_mm if key in held else 0.0
    off = min(max(round(read.at_mm - read.drawn_mm, 3) + before, -MOST_OFF_MM), MOST_OFF_MM)
    return FixedPost(beam=key[0], post=key[1], off_mm=off, depth_mm=read.values.depth_mm or None)


def _why_not(job: DeckJob, fixed: dict[tuple[str, int], FixedPost]) -> str | None:
    posts = job.deck.posts.model_copy(update={"fixed": tuple(fixed.values())})
    try:
        lay_levels(job.model_copy(update={"deck": job.deck.model_copy(update={"posts": posts})}))
    except JobFault as fault:
        return fault.faults[0].message
    return None


def _asked(job: DeckJob, record: Record) -> Iterator[Question]:
    p = job.printer
    for part, entries in governing(record.of("height"), lambda e: e.part).items():
        said = [f"{p.fine(abs(e.values.off_mm))} {'low' if e.values.off_mm < 0 else 'high'}" for e in entries]
        yield from differ(entries, f"The height of {part.removeprefix('footing/')}", said)
    for what, key in (("depth", "depth_mm"), ("mark", "at_mm")):
        told = [e for e in record.of("post") if getattr(e.values, key) is not None]
        for part, entries in governing(told, lambda e: e.part).items():
            yield from differ(
                entries,
                f"The {what} of {part.removeprefix('footing/')}",
                [p.length(getattr(e.values, key)) for e in entries],
            )
