"""One entry of a job's record, as it was made on a device: what kind it is says what its values are."""

from __future__ import annotations

import datetime
import json
from collections.abc import Iterable
from typing import Annotated, Any, Literal

from pydantic import AfterValidator, Field, TypeAdapter, ValidationError, model_validator

from rowstake.core.faults import Fault, JobFault, faults_of, refuse
from rowstake.core.job.base import Length, LengthOrZero
from rowstake.core.job.block import Block
from rowstake.core.text import check_text, read_json

EntryId = Annotated[str, Field(min_length=8, max_length=64, pattern=r"^[A-Za-z0-9-]+$")]
Words = Annotated[str, Field(max_length=1000)]
Said = Annotated[str, Field(min_length=1, max_length=1000)]
PartName = Annotated[str, Field(max_length=80)]
Off = Annotated[float, Field(ge=-2000, le=2000)]
MOST_ENTRIES, MOST_ANSWERS = 20_000, 50


def _with_zone(time: datetime.datetime) -> datetime.datetime:
    if time.tzinfo is None:
        raise ValueError("a time with its zone, as 2026-03-02T08:15:00+00:00")
    return time.astimezone(datetime.UTC)


class PostRead(Block):
    """A post or its hole as it stands. `drawn_mm` is the mark it was drawn at, from its leg's start: which post it is. `at_mm` is its
    middle, measured from there; or `clear_mm` is what is free between it and the post before. Neither: it stands as drawn."""

    drawn_mm: LengthOrZero | None = None
    at_mm: LengthOrZero | None = None
    clear_mm: LengthOrZero | None = None
    after_mm: LengthOrZero | None = None
    """With `clear_mm`: the mark of the post before it as it stands; None takes the one that is drawn before it."""
    as_is: bool = False
    """The bay before it stays one bay, however wide."""
    depth_mm: Annotated[float, Field(ge=0, le=5000)] | None = None
    along_mm_m: Annotated[float, Field(ge=-500, le=500)] | None = None
    across_mm_m: Annotated[float, Field(ge=-500, le=500)] | None = None
    """How far it leans, in mm a metre: towards the end of its leg, and to the left of it."""
    aside_mm: Off | None = None
    """How far its face stands off the string, to the left."""
    met: Words = ""
    """What was in the way: a root, a rock, a pipe."""

    @model_validator(mode="after")
    def _one_place(self) -> PostRead:
        if self.at_mm is not None and self.clear_mm is not None:
            raise ValueError("the mark from the start or what is free to the post before, not both")
        return self


class Extra(Block):
    """Another post that is not drawn, where it is set."""

    at_mm: Length


class Size(Block):
    """A measure that the document has by itself; the entry's part is its path."""

    mm: Annotated[float, Field(ge=-1_000_000, le=10_000_000)]


class Diagonals(Block):
    """Both diagonals of a frame: a from the left end of the house side, b from its right end."""

    a_mm: Length
    b_mm: Length


class Remaining(Block):
    """What is left to cover at both ends of a row of boards: near is the end that the tape begins at."""

    near_mm: Length
    far_mm: Length


class Height(Block):
    """How much higher than drawn something stands, by a reading; below zero is lower."""

    off_mm: Off


class CutPiece(Block):
    """Pieces that were cut at the saw: of what, how long, for which label. `rack` is the label of the offcut they were cut from, `left_mm`
    what was left of the board."""

    good: Annotated[str, Field(min_length=1, max_length=60)]
    length_mm: Length
    label: Annotated[str, Field(max_length=60)] = ""
    count: Annotated[int, Field(ge=1, le=500)] = 1
    rack: Annotated[str, Field(max_length=40)] = ""
    left_mm: LengthOrZero | None = None


class Done(Block):
    """A step of the build order that is done; the part is its key. `reason`: why it was done though something was still open; `revision`:
    of the document that it was done by."""

    reason: Words = ""
    revision: Annotated[int, Field(ge=0, le=1_000_000_000)] | None = None


class Looked(Block):
    """A hold point that was looked at; the part is its key."""

    result: Literal["pass", "fail"]
    note: Words = ""


class Delivered(Block):
    """What came of a line that is bought; the part is its good. `width_mm` is what boards of it measure."""

    count: Annotated[float, Field(ge=0, le=100_000)]
    damaged: Annotated[float, Field(ge=0, le=100_000)] = 0
    moisture_pct: Annotated[float, Field(ge=3, le=120)] | None = None
    width_mm: Annotated[float, Field(gt=0, le=3000)] | None = None
    length_mm: LengthOrZero = 0
    note: Words = ""

    @model_validator(mode="after")
    def _no_more_damaged(self) -> Delivered:
        if self.damaged > self.count:
            raise ValueError("no more that is damaged than came")
        return self


class Note(Block):
    text: Said


class Punch(Block):
    """Something to be put right or to come back for. `due` is when; a cost is in the job's money."""

    fault: Said
    rule: Words = ""
    cause: Words = ""
    due: datetime.date | None = None
    cost: Annotated[float, Field(ge=0, le=10_000_000)] | None = None


class Found(Block):
    """The answer to one question of an inspection; the part is its rule. `place` is where, in words."""

    answer: Literal["right", "wrong", "none", "unseen"]
    place: Words = ""
    note: Words = ""
    cost: Annotated[float, Field(ge=0, le=10_000_000)] | None = None


class Why(Block):
    """Why something is taken back, or that it was put right."""

    why: Words = ""


class _Base(Block):
    """`part` is the id of the part that it is about, or the key of a step, a hold point, a path or a rule. `answers` are earlier entries
    that this one settles: what they say no longer counts. `photos` are ids of pictures."""

    id: EntryId
    time: Annotated[datetime.datetime, AfterValidator(_with_zone)]
    author: Annotated[str, Field(min_length=1, max_length=60)]
    part: PartName = ""
    answers: Annotated[tuple[EntryId, ...], Field(max_length=MOST_ANSWERS)] = ()
    photos: Annotated[tuple[EntryId, ...], Field(max_length=20)] = ()

    @property
    def order(self) -> tuple[datetime.datetime, str]:
        return self.time, self.id


class OfPost(_Base):
    kind: Literal["post"]
    values: PostRead


class OfExtra(_Base):
    kind: Literal["extra"]
    values: Extra


class OfSize(_Base):
    kind: Literal["size"]
    values: Size


class OfSquare(_Base):
    kind: Literal["square"]
    values: Diagonals


class OfCreep(_Base):
    kind: Literal["creep"]
    values: Remaining


class OfHeight(_Base):
    kind: Literal["height"]
    values: Height


class OfCut(_Base):
    kind: Literal["cut"]
    values: CutPiece


class OfStep(_Base):
    kind: Literal["step"]
    values: Done = Done()


class OfHold(_Base):
    kind: Literal["hold"]
    values: Looked


class OfDelivery(_Base):
    kind: Literal["delivery"]
    values: Delivered


class OfNote(_Base):
    kind: Literal["note"]
    values: Note


class OfPunch(_Base):
    kind: Literal["punch"]
    values: Punch


class OfInspection(_Base):
    kind: Literal["inspection"]
    values: Found


class OfWithdrawal(_Base):
    """Takes back, or puts right, what it answers."""

    kind: Literal["settled"]
    values: Why = Why()


Entry = Annotated[
    OfPost | OfExtra | OfSize | OfSquare | OfCreep | OfHeight | OfCut | OfStep | OfHold | OfDelivery | OfNote | OfPunch | OfInspection
    | OfWithdrawal,
    Field(discriminator="kind"),
]  # fmt: skip
KINDS: dict[str, type[Any]] = {
    "post": OfPost, "extra": OfExtra, "size": OfSize, "square": OfSquare, "creep": OfCreep, "height": OfHeight, "cut": OfCut, "step": OfStep,
    "hold": OfHold, "delivery": OfDelivery, "note": OfNote, "punch": OfPunch, "inspection": OfInspection, "settled": OfWithdrawal,
}  # fmt: skip
_ANY: TypeAdapter[Any] = TypeAdapter(Entry)


def read_entry(raw: Any, field: str = "entry") -> Any:
    """An entry from JSON data. Raises `JobFault` for an unknown kind or field, or a value out of range."""
    if not isinstance(raw, dict):
        raise refuse(field, type(raw).__name__, "an entry, a JSON object", "This is not an entry of a record")
    check_text(raw, field)
    kind = KINDS.get(str(raw.get("kind")))
    if kind is None:
        raise refuse(f"{field}.kind", raw.get("kind", "nothing"), ", ".join(KINDS), "There is no such kind of entry")
    try:
        return kind.model_validate(raw)
    except ValidationError as error:
        raise faults_of(error, f"{field}.") from None


def read_entries(text: str, field: str = "entries") -> list[Any]:
    """Entries from JSON lines; empty lines are passed over. Raises `JobFault` with the number of every line that cannot be read."""
    faults: list[Fault] = []
    out: list[Any] = []
    lines = text.splitlines()
    if len(lines) > MOST_ENTRIES:
        raise refuse(field, len(lines), f"at most {MOST_ENTRIES}", "That is more than one job's record holds")
    for number, line in enumerate(lines, 1):
        if not line.strip():
            continue
        at = f"{field}.{number}"
        try:
            out.append(read_entry(read_json(line, at, "entry"), at))
        except JobFault as fault:
            faults += fault.faults
    if faults:
        raise JobFault(*faults)
    return out


def write_entry(entry: Any) -> dict[str, Any]:
    """As plain data, with every field."""
    out: dict[str, Any] = _ANY.dump_python(entry, mode="json")
    return out


def write_entries(entries: Iterable[Any]) -> str:
    """JSON lines, one an entry."""
    return "".join(json.dumps(write_entry(e), ensure_ascii=False) + "\n" for e in entries)
