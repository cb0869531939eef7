"""What a strategy draws that cannot be laid."""

from __future__ import annotations

import traceback

from hypothesis import assume

from rowstake.core.faults import JobFault


def drawn_again(fault: JobFault) -> None:
    """Draws another; but what is laid is never refused by a rule that looks at it."""
    rules = [
        at for at in traceback.extract_tb(fault.__traceback__) if "/advice/" in at.filename or "/rules/" in at.filename
    ]
    assert not rules, (str(fault), rules)
    assume(False)
