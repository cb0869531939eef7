"""What every export format is: which documents it makes of a plan, and how it writes one."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from rowstake.core.plan import Plan


@dataclass(frozen=True, slots=True)
class Format:
    """`documents` maps the key of each document to its name; `write` gives its bytes."""

    id: str
    name: str
    media: str
    suffix: str
    documents: Callable[[Plan], dict[str, str]]
    write: Callable[[Plan, str], bytes]
