"""What to buy and how to cut it: the cheapest boards for a list of pieces, and how near to the least that is."""

from __future__ import annotations

import re
import time
from typing import Annotated, Any

from pydantic import BaseModel, ConfigDict, Field

from rowstake.core.cutting.order import CutOrder
from rowstake.core.cutting.plan import Saw, Stock
from rowstake.core.cutting.proven import proven
from rowstake.core.faults import refuse
from rowstake.core.measure import Printer, parse_length
from rowstake.core.reckoners.base import Inputs, Length, Outputs, Reckoner, Written

SECONDS = 1.5
"""It answers with what it has by then, and the bound."""


class Closed(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class Pieces(Closed):
    length_mm: Length
    count: Annotated[int, Field(ge=1, le=2000)] = 1


class LengthOnSale(Closed):
    """A length on sale; `available` is how many there are, None for as many as are wanted."""

    length_mm: Length
    price: Annotated[float, Field(gt=0, le=1_000_000)]
    available: Annotated[int, Field(ge=0, le=10_000)] | None = None


class StockCutting(Inputs):
    pieces: Annotated[list[Pieces], Field(min_length=1, max_length=300)]
    stock: Annotated[list[LengthOnSale], Field(min_length=1, max_length=20)]
    kerf_mm: Annotated[float, Field(ge=0, le=20)] = 3
    end_trim_mm: Annotated[float, Field(ge=0, le=500)] = 0


class StockCut(Outputs):
    stock_length_mm: float
    pieces_mm: list[float]
    offcut_mm: float


class Cuts(Outputs):
    boards: list[StockCut]
    stock_count: int
    cost: float
    lower_bound_cost: float
    optimal: bool


def run(given: StockCutting) -> Cuts:
    """The least Σ price over whole boards that hold every piece, then of the patterns found the fewest boards. On each board `Σ lengths + (n − 1) · kerf ≤ length
    − 2 · end trim`; an offcut is what is left less one more kerf. `lower_bound_cost` is that of the linear programme over all patterns: no
    plan is cheaper; `optimal` where no price of whole boards lies between the two.

    Lengths in mm, at most 2,000 pieces. Source: cutting stock by column generation. Raises `JobFault` for a piece that no board on sale holds,
    or boards that do not hold them all.
    """
    counts: dict[float, int] = {}
    for piece in given.pieces:
        counts[piece.length_mm] = counts.get(piece.length_mm, 0) + piece.count
    if sum(counts.values()) > MOST:
        raise refuse("pieces", sum(counts.values()), f"at most {MOST} pieces", "That is more than one plan is made for")
    usable = max(s.length_mm for s in given.stock) - 2 * given.end_trim_mm
    if max(counts) > usable + 1e-6:
        raise refuse(
            "pieces",
            f"{max(counts):g} mm",
            f"at most {max(0.0, usable):g} mm",
            "A piece is longer than any board on sale",
        )
    asked = CutOrder(
        tuple(counts), tuple(counts.values()), tuple(Stock(s.length_mm, s.price, s.available) for s in given.stock), Saw(given.kerf_mm, given.end_trim_mm),
    )  # fmt: skip
    until = time.monotonic() + SECONDS
    try:
        made = proven(asked, lambda: time.monotonic() > until, SECONDS)
    except ValueError:
        raise refuse("stock", "; ".join(f"{s.available} of {s.length_mm:g} mm" for s in given.stock if s.available is not None),
                     "boards enough for every piece", "The boards that are there do not hold all pieces") from None  # fmt: skip
    boards = [
        StockCut(stock_length_mm=asked.stock[b.stock].length_mm, pieces_mm=list(b.pieces_mm), offcut_mm=asked.offcut_mm(b)) for b in made.boards
    ]  # fmt: skip
    return Cuts(
        boards=boards, stock_count=len(boards), cost=made.cost, lower_bound_cost=made.bound, optimal=made.optimal
    )


MOST = 2000


def say(given: StockCutting, out: Cuts, p: Printer) -> str:
    bought: dict[float, int] = {}
    for board in out.boards:
        bought[board.stock_length_mm] = bought.get(board.stock_length_mm, 0) + 1
    list_ = ", ".join(f"{n} of {p.length(length)}" for length, n in sorted(bought.items()))
    near = "no plan is cheaper" if out.optimal else f"no plan costs less than {out.lower_bound_cost:.2f}"
    left = max(b.offcut_mm for b in out.boards)
    return f"{out.stock_count} board{'s' * (out.stock_count > 1)}: {list_}; {out.cost:.2f} in all, {near}. The longest offcut is {p.length(left)}."


def _pieces(text: str, units: Any, name: str) -> list[dict[str, Any]]:
    out = []
    for part in (x.strip() for x in re.split(r"[;\n]", text)):
        if part:
            many = re.match(r"(\d+)\s*[x×]\s*(.+)$", part)
            out.append(
                {
                    "count": int(many[1]) if many else 1,
                    "length_mm": parse_length(many[2] if many else part, units, name),
                }
            )
    return out


def _stock(text: str, units: Any, name: str) -> list[dict[str, Any]]:
    out = []
    for part in (x.strip() for x in re.split(r"[;\n]", text)):
        if not part:
            continue
        priced = re.match(r"(.+?)\s*@\s*(\d+(?:\.\d+)?)(?:\s*,\s*(\d+))?$", part)
        if not priced:
            raise refuse(
                name, part, "length @ price, or length @ price, how many there are", "A length on sale needs its price"
            )
        there = {"available": int(priced[3])} if priced[3] else {}
        out.append({"length_mm": parse_length(priced[1], units, name), "price": float(priced[2]), **there})
    return out


def _say_pieces(pieces: Any, p: Printer) -> str:
    return "; ".join(f"{q.get('count', 1)} × {p.length(q['length_mm'])}" for q in pieces)


def _say_stock(stock: Any, p: Printer) -> str:
    return "; ".join(f"{p.length(s['length_mm'])} @ {s['price']:g}" for s in stock)


RECKONER = Reckoner(
    "stock-cutting", "timber", "Boards to buy, and how to cut them", "The least cost, proven as far as it goes; fewer boards where that costs no more.",
    StockCutting, Cuts, run, say,
    {"pieces": [{"length_mm": 1800, "count": 6}, {"length_mm": 1150, "count": 9}, {"length_mm": 600, "count": 7}],
     "stock": [{"length_mm": 3600, "price": 9.2}, {"length_mm": 4800, "price": 12.6}], "kerf_mm": 3, "end_trim_mm": 0},
    {"pieces": Written(_pieces, _say_pieces), "stock": Written(_stock, _say_stock)},
)  # fmt: skip
