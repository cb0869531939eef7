"""Edits of any job: a value at a path, variants set aside, taken and dropped."""

from __future__ import annotations

import json
from typing import Any, Literal

from rowstake.core.edits.base import Change, LengthText, mm
from rowstake.core.faults import refuse
from rowstake.core.job import Job, write_job
from rowstake.core.measure import parse_distance, parse_force, parse_lean, parse_pressure, parse_speed, parse_volume
from rowstake.core.trade import trade_of


class Set(Change):
    """Put a value at a dotted path of the document; text at a path ending in `_mm` is read as a length."""

    do: Literal["set"]
    path: str
    value: Any


class SetAside(Change):
    """Keep the work as it stands as a variant, and go on working on it."""

    do: Literal["set_aside"]
    name: str


class TakeVariant(Change):
    """Swap a variant with the one in hand; with `only`, drop all the others."""

    do: Literal["take_variant"]
    name: str
    only: bool = False


class DropVariants(Change):
    """Throw the variants away; with a name, that one."""

    do: Literal["drop_variants"]
    name: str | None = None


class RenameVariant(Change):
    do: Literal["rename_variant"]
    name: str
    to: str


def _step(at: Any, key: str) -> Any:
    """One step along a dotted path: a key of a table or a number in a list; None where there is nothing."""
    if isinstance(at, list):
        return at[int(key)] if key.isdigit() and int(key) < len(at) else None
    return at.get(key) if isinstance(at, dict) else None


def _kpa(job: Job, value: Any, field: str) -> float:
    return parse_pressure(value, job.units, field) if isinstance(value, str) else float(value)


def _kn(job: Job, value: Any, field: str) -> float:
    return parse_force(value, job.units, field) if isinstance(value, str) else float(value)


def _mm(job: Job, value: Any, field: str) -> float:
    """A length or a level: what may not be below zero says so itself."""
    return mm(job, value, field, signed=True)


def _km(job: Job, value: Any, field: str) -> float:
    return parse_distance(value, job.units, field) if isinstance(value, str) else float(value)


def _lean(job: Job, value: Any, field: str) -> float:
    return parse_lean(value, job.units, field) if isinstance(value, str) else float(value)


def _mps(job: Job, value: Any, field: str) -> float:
    return parse_speed(value, job.units, field) if isinstance(value, str) else float(value)


def _m3(job: Job, value: Any, field: str) -> float:
    return parse_volume(value, job.units, field) if isinstance(value, str) else float(value)


READ = {"_mm": _mm, "_kpa": _kpa, "_kn": _kn, "_km": _km, "_mps": _mps, "_mm_m": _lean, "_size_m3": _m3}
"""How text is read by the ending of its field's name."""


def _offered(job: Job, edit: Set) -> None:
    """What sections may be put at a path: those sold in the job's region for its uses, as the interface offers them."""
    uses = trade_of(job).sections.get(edit.path)
    if uses is None or edit.value is None:
        return
    sold = [s.id for use in uses for s in job.sold_for(use)]
    if edit.value not in sold:
        raise refuse(edit.path, str(edit.value)[:80], ", ".join(sold), "That section is not sold for this here")


def set(job: Job, edit: Set) -> dict[str, Any]:
    document = write_job(job)
    *parents, last = edit.path.split(".")
    at: Any = document
    for key in parents:
        at = _step(at, key)
    if not isinstance(at, dict) or last not in at or edit.path in ("schema", "region"):
        raise refuse("edit.path", edit.path, "the path of one value in the job", f"There is nothing at “{edit.path}”")
    _offered(job, edit)
    read = next((how for ending, how in READ.items() if last.endswith(ending)), None)
    at[last] = read(job, edit.value, edit.path) if read and edit.value is not None else edit.value
    return document


def set_aside(job: Job, edit: SetAside) -> dict[str, Any]:
    document = write_job(job)
    _free(document, edit.name)
    kind = trade_of(job).id
    document["variants"].append({"name": edit.name, kind: document[kind]})
    return document


def _free(document: dict[str, Any], name: str) -> None:
    """Raises `JobFault` for a name of nothing, or of another variant."""
    if name in {v["name"] for v in document["variants"]} or not name.strip():
        raise refuse("variants.name", name, "a name that no other variant has", "That name is taken")


def _variant(document: dict[str, Any], name: str) -> dict[str, Any]:
    found: dict[str, Any] | None = next((v for v in document["variants"] if v["name"] == name), None)
    if found is None:
        known = ", ".join(v["name"] for v in document["variants"]) or "none"
        raise refuse("variants.name", name, known, f"There is no variant “{name}”")
    return found


def rename_variant(job: Job, edit: RenameVariant) -> dict[str, Any]:
    document = write_job(job)
    found = _variant(document, edit.name)
    if edit.to != edit.name:
        _free(document, edit.to)
    found["name"] = edit.to
    return document


def take_variant(job: Job, edit: TakeVariant) -> dict[str, Any]:
    document = write_job(job)
    found = _variant(document, edit.name)
    kind = trade_of(job).id
    document[kind], found[kind] = found[kind], document[kind]
    if edit.only:
        document["variants"] = []
    return document


def drop_variants(job: Job, edit: DropVariants) -> dict[str, Any]:
    document = write_job(job)
    if edit.name is None:
        return {**document, "variants": []}
    document["variants"].remove(_variant(document, edit.name))
    return document


class AddOwn(Change):
    """A section of the crew's own; lengths may be text in any unit, those it is to be had in with semicolons between."""

    do: Literal["add_own"]
    name: str
    use: str
    thickness: LengthText
    width: LengthText
    lengths: str
    laid: OwnLaidText | None = None


class OwnLaidText(Change):
    """How an own deck board is laid; lengths may be text in any unit."""

    joists: LengthText
    diagonal: LengthText
    gap: LengthText
    gap_least: LengthText
    gap_most: LengthText
    end_gap: LengthText = 0
    moves: str = "timber"


class AddOwnBag(Change):
    """A bag of concrete of the crew's own, by what it weighs."""

    do: Literal["add_own_bag"]
    name: str
    kg: float


class RemoveOwnBag(Change):
    do: Literal["remove_own_bag"]
    name: str


class AddOwnGood(Change):
    """A fixing or a piece of hardware of the crew's own, bought instead of the catalogue's; lengths and packs with semicolons between, lengths in any
    unit."""

    do: Literal["add_own_good"]
    instead_of: str
    name: str
    lengths: str = ""
    packs: str = ""
    kg: float | None = None
    up_to_kg: float | None = None
    carries: bool = False


class RemoveOwnGood(Change):
    do: Literal["remove_own_good"]
    name: str


class RemoveOwn(Change):
    """Takes an own section away, by its name; refused while something is made of it."""

    do: Literal["remove_own"]
    name: str


def add_own(job: Job, edit: AddOwn) -> dict[str, Any]:
    document = write_job(job)
    if any(own["name"] == edit.name for own in document["own"]):
        raise refuse("own.name", edit.name, "a name that no other of them has", "That name is taken")
    lengths = [mm(job, part, "own.lengths_mm") for part in _parted(edit.lengths)]
    document["own"].append({
        "name": edit.name, "use": edit.use, "thickness_mm": mm(job, edit.thickness, "own.thickness_mm"),
        "width_mm": mm(job, edit.width, "own.width_mm"), "lengths_mm": lengths,
        "laid": None if edit.laid is None else _laid(job, edit.laid),
    })  # fmt: skip
    return document


def _laid(job: Job, told: OwnLaidText) -> dict[str, Any]:
    names = ("joists", "diagonal", "gap", "gap_least", "gap_most", "end_gap")
    return {f"{n}_mm": mm(job, getattr(told, n), f"own.laid.{n}_mm") for n in names} | {"moves": told.moves}


def add_own_bag(job: Job, edit: AddOwnBag) -> dict[str, Any]:
    document = write_job(job)
    if any(own["name"] == edit.name for own in document["own_bags"]):
        raise refuse("own_bags.name", edit.name, "a name that no other of them has", "That name is taken")
    document["own_bags"].append({"name": edit.name, "kg": edit.kg})
    return document


def remove_own_bag(job: Job, edit: RemoveOwnBag) -> dict[str, Any]:
    document = write_job(job)
    gone = next((own for own in job.own_bags if own.name == edit.name), None)
    if gone is None:
        names = ", ".join(own.name for own in job.own_bags) or "none"
        raise refuse("own_bags.name", edit.name, names, "There is no such bag")
    document["own_bags"] = [own for own in document["own_bags"] if own["name"] != edit.name]
    _unused(document, "own_bags.name", edit.name, gone.id)
    return document


def add_own_good(job: Job, edit: AddOwnGood) -> dict[str, Any]:
    document = write_job(job)
    if any(own["name"] == edit.name for own in document["own_goods"]):
        raise refuse("own_goods.name", edit.name, "a name that no other of them has", "That name is taken")
    packs = _parted(edit.packs)
    if wrong := next((text for text in packs if not text.isdecimal()), None):
        raise refuse(
            "own_goods.packs",
            wrong,
            "whole numbers with semicolons between",
            f"“{wrong}” is not how many are in a pack",
        )
    document["own_goods"].append({
        "instead_of": edit.instead_of, "name": edit.name, "lengths_mm": [mm(job, text, "own_goods.lengths_mm") for text in _parted(edit.lengths)],
        "packs": [int(text) for text in packs], "kg": edit.kg, "up_to_kg": edit.up_to_kg, "carries": edit.carries,
    })  # fmt: skip
    return document


def _parted(text: str) -> list[str]:
    return [part.strip() for part in text.split(";") if part.strip()]


def remove_own_good(job: Job, edit: RemoveOwnGood) -> dict[str, Any]:
    document = write_job(job)
    left = [own for own in document["own_goods"] if own["name"] != edit.name]
    if len(left) == len(document["own_goods"]):
        names = ", ".join(own.name for own in job.own_goods) or "none"
        raise refuse("own_goods.name", edit.name, names, "There is no such fixing or hardware")
    return {**document, "own_goods": left}


def _unused(document: dict[str, Any], field: str, name: str, id: str) -> None:
    """Raises `JobFault` where something of the job, or of one of its variants, is made of it."""
    if id in json.dumps(document):
        raise refuse(field, name, "one that nothing is made of", f"{name} is in use: choose something else there first")


def remove_own(job: Job, edit: RemoveOwn) -> dict[str, Any]:
    document = write_job(job)
    gone = next((own for own in job.own if own.name == edit.name), None)
    if gone is None:
        raise refuse(
            "own.name", edit.name, ", ".join(own.name for own in job.own) or "none", "There is no such section"
        )
    document["own"] = [own for own in document["own"] if own["name"] != edit.name]
    _unused(document, "own.name", edit.name, gone.section(job.region).id)
    return document
