"""Test vectors: one JSON object a line, an input with the answer it must give."""

from __future__ import annotations

import json
from collections.abc import Iterable, Iterator
from typing import Any

from rowstake.core.faults import JobFault
from rowstake.core.reckoners import find
from rowstake.core.reckoners.base import read_inputs


def _differs(got: Any, wanted: Any, tolerance: float) -> bool:
    numbers = (int, float)
    if isinstance(wanted, numbers) and isinstance(got, numbers) and not isinstance(wanted, bool):
        return not abs(got - wanted) <= tolerance + 1e-9
    if isinstance(wanted, list) and isinstance(got, list):
        return len(got) != len(wanted) or any(_differs(g, w, tolerance) for g, w in zip(got, wanted, strict=True))
    return bool(got != wanted)


def check(line: str) -> str:
    """What is wrong with one vector, in words; empty when it passes."""
    try:
        vector = json.loads(line)
        name, inputs, expect = vector["reckoner"], vector["inputs"], vector["expect"]
    except (ValueError, KeyError, TypeError) as error:
        return f"not a vector: {error!r}"
    try:
        reckoner = find(name)
        answer = reckoner.run(read_inputs(reckoner, inputs)).model_dump()
    except JobFault as fault:
        return f"{name}: {fault}"
    tolerance = vector.get("tolerance", {})
    return "; ".join(
        f"{name}: {key} is {answer.get(key)!r}, expected {wanted!r} (± {tolerance.get(key, 0)})"
        for key, wanted in expect.items()
        if key not in answer or _differs(answer[key], wanted, tolerance.get(key, 0))
    )


def check_all(lines: Iterable[str]) -> Iterator[tuple[int, str]]:
    """(line number, what is wrong or empty) for every vector."""
    for number, line in enumerate(lines, 1):
        if line.strip():
            yield number, check(line)
