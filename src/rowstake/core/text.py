"""Text as it may be kept: no half characters, no control codes, names that say something; and JSON of a sane depth."""

from __future__ import annotations

import json
from typing import Any

from rowstake.core.faults import UNKEPT, refuse, shown

DEEPEST = 40


def kept(text: str) -> bool:
    """Whether text holds only what can be kept and shown."""
    return not UNKEPT.search(text)


def check_text(raw: Any, field: str) -> None:
    """Walks data of any shape. Raises `JobFault` for text that cannot be kept and for nesting past any document's."""
    waiting: list[tuple[Any, str, int]] = [(raw, field, 0)]
    while waiting:
        value, at, depth = waiting.pop()
        if isinstance(value, str):
            if not kept(value):
                raise refuse(at, shown(value)[:80], "plain text", "This text holds characters that cannot be kept")
        elif isinstance(value, dict | list):
            if depth >= DEEPEST:
                raise refuse(
                    at, "nested ever deeper", f"at most {DEEPEST} levels", "This is nested too deep to be a job"
                )
            pairs = value.items() if isinstance(value, dict) else enumerate(value)
            for key, part in pairs:
                if isinstance(key, str) and not kept(key):
                    raise refuse(at, shown(key)[:80], "plain text", "This text holds characters that cannot be kept")
                waiting.append((part, f"{at}.{key}", depth + 1))


def read_json(text: str, field: str, what: str) -> Any:
    """JSON from a file's text, a byte order mark or not. Raises `JobFault` that says where it breaks off."""
    try:
        return json.loads(text.removeprefix("\ufeff"))
    except json.JSONDecodeError as error:
        where = f"line {error.lineno}, column {error.colno}"
        raise refuse(
            field, f"{len(text)} characters", "a whole JSON file", f"The {what} breaks off at {where}"
        ) from None
    except RecursionError:
        raise refuse(
            field, "nested ever deeper", f"at most {DEEPEST} levels", f"The {what} is nested too deep"
        ) from None
    except ValueError as error:
        raise refuse(
            field,
            f"{len(text)} characters",
            "numbers of a sane length",
            f"The {what} cannot be read: {shown(error)[:80]}",
        ) from None
