"""What must be opened again: steps that are done, whose parts the drawing has otherwise since, or at which a later choice asks for more."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterable, Iterator

from rowstake.core.parts import Part
from rowstake.core.planned import AnyPlan
from rowstake.core.record.record import Record
from rowstake.core.site.steps import key_of
from rowstake.core.views.build import BuildStep

DrawnAt = Callable[[int], AnyPlan | None]
"""The plan of an earlier revision of the document; None where there is none that can be read."""
Place = tuple[object, ...]
SHOWN = 6


def no_drawing(_: int) -> AnyPlan | None:
    return None


def opened_again(plan: AnyPlan, record: Record, drawn_at: DrawnAt) -> dict[str, tuple[str, ...]]:
    """By the key of a step that is done, what the drawing has otherwise there than when it was done. Compares the document alone: what was
    measured since opens nothing."""
    order: list[BuildStep] = list(plan.trade.order(plan))
    last = {step.stake: key_of(step.do) for step in order}
    out: dict[str, tuple[str, ...]] = {}
    for step in order:
        key = key_of(step.do)
        done = record.last("step", key)
        then = drawn_at(done.values.revision) if done and done.values.revision is not None else None
        if then is None or then is plan:
            continue
        before = next((s for s in then.trade.order(then) if key_of(s.do) == key), step)
        kinds = {*before.sets, *step.sets}
        words = [*_parts(_set_by(then, before, kinds), _set_by(plan, step, kinds))]
        if last[step.stake] == key:
            words += _asked(then, plan, step.stake)
        if words:
            out[key] = tuple(words)
    return out


def _set_by(plan: AnyPlan, step: BuildStep, kinds: set[str]) -> dict[str, list[tuple[Place, Part]]]:
    """What a step sets, by kind, each with what it is and where it is, to the millimetre."""
    out: dict[str, list[tuple[Place, Part]]] = {}
    for part in plan.parts:
        if part.kind in kinds and part.solid and (not step.of or part.of in step.of):
            box = tuple(round(x) for corner in part.solid.box for x in corner)
            outline = tuple((round(x), round(y)) for x, y in part.solid.profile)
            out.setdefault(part.kind, []).append(((part.good.key, round(part.length_mm), box, outline), part))
    return out


def _parts(then: dict[str, list[tuple[Place, Part]]], now: dict[str, list[tuple[Place, Part]]]) -> Iterator[str]:
    for kind in dict.fromkeys([*now, *then]):
        was, has = (Counter(place for place, _ in parts.get(kind, ())) for parts in (then, now))
        more, gone = (has - was).total(), (was - has).total()
        otherwise = min(more, gone)
        labels = _labels(now.get(kind, ()), has - was)
        left = _labels(then.get(kind, ()), was - has)
        told = [
            f"{otherwise} otherwise" if otherwise else "",
            f"{more - otherwise} more" if more > otherwise else "",
            f"{gone - otherwise} fewer" if gone > otherwise else "",
        ]
        if more or gone:
            yield f"{kind}: {', '.join(w for w in told if w)} ({labels or left})"


def _labels(parts: Iterable[tuple[Place, Part]], among: Counter[Place]) -> str:
    names = list(dict.fromkeys(part.label for place, part in parts if place in among))
    return ", ".join(names[:SHOWN]) + (f" and {len(names) - SHOWN} more" if len(names) > SHOWN else "")


def _asked(then: AnyPlan, now: AnyPlan, stake: str) -> list[str]:
    """What later choices ask there now and did not ask then."""
    was = {(need.stake, need.because) for need in then.trade.needs(then)}
    return [
        f"{need.words} (for {need.because})"
        for need in now.trade.needs(now)
        if need.stake == stake and (need.stake, need.because) not in was
    ]
