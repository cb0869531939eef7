"""Receipts and hours from CSV: day, section, words, amount, hours."""

from __future__ import annotations

import csv
import io

from pydantic import ValidationError

from rowstake.core.cost.actual import Entry
from rowstake.core.cost.costing import NAMES
from rowstake.core.faults import Fault, JobFault, faults_of, refuse
from rowstake.core.text import check_text

HEADS = ("day", "section", "words", "amount", "hours")
MOST_ROWS = 2000


def read_receipts(data: bytes) -> list[Entry]:
    """Every row, or none: raises `JobFault` naming each row that does not fit."""
    try:
        rows = list(csv.DictReader(io.StringIO(data.decode("utf-8-sig")), strict=True))
    except (UnicodeDecodeError, csv.Error) as error:
        raise refuse("file", type(error).__name__, "CSV in UTF-8", "This file cannot be read as CSV") from None
    heads = set(rows[0]) if rows else set()
    if not {"day", "words"} <= heads:
        raise refuse(
            "file",
            ", ".join(map(str, heads))[:80] or "nothing",
            ", ".join(HEADS),
            "The first row has to name day and words",
        )
    if len(rows) > MOST_ROWS:
        raise refuse("file", f"{len(rows)} rows", f"at most {MOST_ROWS}", "That is too much at once")
    out, wrong = list[Entry](), list[Fault]()
    by_name = {name.lower(): key for key, name in NAMES.items()}
    for number, row in enumerate(rows, 2):
        told = {head: (row.get(head) or "").strip() for head in HEADS}
        section = told["section"].lower()
        told["section"] = by_name.get(section, section) or ("work" if told["hours"] else "goods")
        try:
            check_text(told, f"row {number}")
            out.append(Entry.model_validate({k: v for k, v in told.items() if v}))
        except ValidationError as error:
            wrong += faults_of(error, f"row {number}.").faults
        except JobFault as fault:
            wrong += fault.faults
    if wrong:
        raise JobFault(*wrong[:50])
    return out
