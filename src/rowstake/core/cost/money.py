"""Money: exact decimals of one currency, rounded to its smallest coin, half up."""

from __future__ import annotations

from dataclasses import dataclass
from decimal import ROUND_HALF_UP, Decimal

from rowstake.core.catalogue import CATALOGUE

ZERO = Decimal(0)


@dataclass(frozen=True, slots=True)
class Purse:
    """A currency by its three letters. Raises `KeyError` where it is asked for one that is not known."""

    code: str

    @property
    def coin(self) -> Decimal:
        return Decimal(1).scaleb(-CATALOGUE.cost.currencies[self.code].places)

    def rounded(self, amount: Decimal) -> Decimal:
        return amount.quantize(self.coin, ROUND_HALF_UP)

    def told(self, amount: Decimal) -> str:
        """`£1,234.50`, `−$12.00`."""
        shown = f"{abs(self.rounded(amount)):,}"
        return f"{'−' if amount < 0 else ''}{CATALOGUE.cost.currencies[self.code].symbol}{shown}"


def share(amount: Decimal, pct: float) -> Decimal:
    """So many per cent of it, exact."""
    return amount * Decimal(str(pct)) / 100
