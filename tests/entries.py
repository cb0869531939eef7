"""Entries of a record, as a phone makes them."""

from __future__ import annotations

from typing import Any

from rowstake.core.record import read_entry


def raw_entry(
    n: int, kind: str, part: str = "", *, answers: tuple[str, ...] = (), author: str = "Jo", **values: Any
) -> dict[str, Any]:
    """The n-th of a morning, one a minute."""
    time = f"2026-03-02T{6 + n // 60:02}:{n % 60:02}:00+00:00"
    return {
        "id": f"entry-{n:04}",
        "time": time,
        "author": author,
        "part": part,
        "kind": kind,
        "answers": list(answers),
        "values": values,
    }


def entry(n: int, kind: str, part: str = "", **more: Any) -> Any:
    return read_entry(raw_entry(n, kind, part, **more))
