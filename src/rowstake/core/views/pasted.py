"""A quotation's lines as they are pasted: which quantities and which price they give, and which lines say nothing that is asked."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass

from rowstake.core.views.second import QuoteAsk

PRICE = "price"
TOTAL = ("total", "price", "sum", "to pay", "together")
MOST_LINES, MOST_LONG = 400, 300
COUNT = re.compile(
    r"(?<![\d.,×x/])(\d{1,3}(?:,\d{3})+|\d+)(?![\d.,]*\d)(?!\s*(?:mm|cm|m|kg|lb|ft|in|l|%|h|hours?|[\"'×x/])(?![a-z]))",
    re.IGNORECASE,
)
MONEY = re.compile(r"(\d{1,3}(?:,\d{3})+(?:\.\d{1,2})?|\d+(?:\.\d{1,2})?)(?!\s*%)")
LENGTH = re.compile(r"\d+(?:\.\d+)?\s*(?:mm|cm|m|ft|in|'|\")(?:\s*\d+(?:\s*\d+/\d+)?\s*\")?", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class Pasted:
    """What was read, as text by the key of what is asked; `left` are the lines that gave nothing."""

    quoted: dict[str, str]
    left: tuple[str, ...]


def read_pasted(text: str, asks: Sequence[QuoteAsk]) -> Pasted:
    """Line by line: the words of an ask, and the figure that stands with them. Said twice, counts are added and a length is the first."""
    counts: dict[str, int] = {}
    quoted: dict[str, str] = {}
    left = []
    for line in [x.strip() for x in text.splitlines()[:MOST_LINES] if x.strip()]:
        line = line[:MOST_LONG]
        said = line.lower()
        ask = next((a for a in sorted(asks, key=lambda a: -len(a.name)) if _named(a, said)), None)
        found = None
        if any(word in said for word in TOTAL) and (money := MONEY.findall(line)):
            quoted[PRICE], found = money[-1].replace(",", ""), PRICE
        elif ask is not None and ask.length and (long := LENGTH.search(line)):
            quoted.setdefault(ask.key, long.group())
            found = ask.key
        elif ask is not None and not ask.length and (many := COUNT.search(line)):
            counts[ask.key] = counts.get(ask.key, 0) + int(many.group(1).replace(",", ""))
            found = ask.key
        if found is None:
            left.append(line)
    return Pasted(quoted | {key: str(n) for key, n in counts.items()}, tuple(left))


def _named(ask: QuoteAsk, said: str) -> bool:
    """Whether a line speaks of what is asked: its first word, one or many."""
    word = ask.name.lower().split(" for ")[0].rstrip("s")
    return re.search(rf"\b{re.escape(word)}s?\b", said) is not None
