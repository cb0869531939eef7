"""What was measured, cut, looked at and done on site: entries that are never changed, only answered by later ones."""

from __future__ import annotations

from rowstake.core.record.entry import Entry, read_entries, read_entry, write_entries
from rowstake.core.record.record import Record

__all__ = ["Entry", "Record", "read_entries", "read_entry", "write_entries"]
