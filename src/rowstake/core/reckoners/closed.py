"""Closed formulas that site mode also needs where there is no signal. They are written once, here, in so plain a way that
`rowstake formulas` can write them out for the browser; a test holds both equal. Lengths in mm."""

from __future__ import annotations

from math import ceil, floor, hypot

TINY = 1e-9
"""What a count may be over a whole number by the rounding of figures."""


def out_of_square(a: float, b: float) -> float:
    """`a − b`: how far two diagonals are apart."""
    return a - b


def push(a: float, b: float, length: float) -> float:
    """`(a² − b²) / (4 · length)`: how far the far edge is pushed so that diagonal a gets shorter. Source: a parallelogram of fixed sides."""
    return (a * a - b * b) / (4 * length)


def true_diagonal(length: float, width: float) -> float:
    """`√(length² + width²)`."""
    return hypot(length, width)


def boards_left(near: float, far: float, board: float, gap: float) -> float:
    """Of all counts the one whose mean gap is nearest the gap as designed: `m = (near + far) / 2`, k or k + 1 with `k = ⌊m / (board + gap)⌋`."""
    mean = (near + far) / 2
    fits = max(1, floor(mean / (board + gap)))
    less = abs(mean / fits - board - gap)
    more = abs(mean / (fits + 1) - board - gap)
    return fits if less <= more else fits + 1


def gap_at(remaining: float, boards: float, board: float) -> float:
    """`remaining / boards − board`."""
    return remaining / boards - board


def mark_after(after: float, faces: float, clear: float) -> float:
    """`after + faces + clear`: the middle of a post by what is free between it and the one before; faces is half of both."""
    return after + faces + clear


def bays_in(stretch: float, pitch: float) -> float:
    """`⌈stretch / pitch⌉`, at least one."""
    return max(1, ceil(stretch / pitch - TINY))


def mark_in(start: float, end: float, pitch: float, number: float) -> float:
    """`start + (end − start) · number / n`: the number-th mark of a stretch in equal bays."""
    return start + (end - start) * number / bays_in(end - start, pitch)


def from_feet(feet: float, inches: float, parts: float, of: float) -> float:
    """`(12 · feet + inches + parts / of) · 25.4`: what a tape in feet shows, as mm."""
    return (12 * feet + inches + parts / of) * 25.4


def parts_of_inch(mm: float, of: float) -> float:
    """`⌊mm / 25.4 · of + ½⌋`: the nearest mark of a tape, in parts of an inch."""
    return floor(mm / 25.4 * of + 0.5)


def cut_by(drawn: float, off: float) -> float:
    """`drawn − off`: what stands on a support that is high is cut shorter."""
    return drawn - off


def lean_of(off: float, over: float) -> float:
    """`off / over · 1000`: a lean in mm a metre, by how far off plumb it is over a level."""
    return off / over * 1000


def staff_at(sight: float, known: float, level: float) -> float:
    """`sight + known − level`: what a staff reads on something drawn at `level`, where it reads `sight` on something that stands at `known`."""
    return sight + known - level


def off_by(sight: float, known: float, level: float, reading: float) -> float:
    """`sight + known − level − reading`: how much higher than drawn what the staff was held on stands."""
    return staff_at(sight, known, level) - reading
