"""Text in the cells of a sheet: never read as a formula, whatever it begins with."""

from __future__ import annotations

import re

_STARTS = ("=", "+", "-", "@", "\t", "\r")
_FIGURE = re.compile(r"""-?[\d.,/' "]+( ?(mm|m|in|ft))?""")


def harmless(value: object) -> object:
    """The value with an apostrophe before text that a spreadsheet would take for a formula; figures stay as they are."""
    if isinstance(value, str) and value.startswith(_STARTS) and not _FIGURE.fullmatch(value):
        return "'" + value
    return value
