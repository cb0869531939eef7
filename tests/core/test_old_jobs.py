"""Jobs that were kept by earlier versions go on opening, and say what they said.

`figures.json` is what their plans told when they were written down: headline figures, findings, and what is bought. Where a
figure changes for a reason, `python -m tests.core.test_old_jobs` writes it anew, and the reason goes into the commit."""

import json
from pathlib import Path

import pytest

from rowstake.core.faults import JobFault
from rowstake.core.job import SCHEMA, read_job, read_job_text, write_job, write_job_text
from rowstake.core.job.base import Cutting, Tolerances
from rowstake.core.job.terms import Terms
from rowstake.core.job.upgrade import steps
from rowstake.core.plan import plan

HERE = Path(__file__).parents[1] / "fixtures" / "schema1"
SINCE = {"cutting": Cutting(), "terms": Terms(), "tolerances": Tolerances()}
"""Blocks that documents have had since."""
JOBS = sorted(p for p in HERE.glob("*.json") if p.name != "figures.json")


def told(path: Path) -> dict:
    made = plan(read_job_text(path.read_text("utf-8")))
    return {
        "figures": {f.key: f.text for f in made.trade.figures(made)},
        "findings": [f.title for f in made.findings],
        "buy": [f"{line.buy:g} {line.unit} {line.good.key} {line.length_mm or ''}".strip() for line in made.lists.buy],
    }


@pytest.mark.parametrize("path", JOBS, ids=lambda p: p.stem)
def test_an_old_job_opens_and_says_what_it_said(path):
    text = path.read_text("utf-8")
    now = write_job_text(read_job_text(text))
    assert write_job_text(read_job_text(now)) == now
    if path.stem.startswith("fence"):
        was, held = json.loads(text), json.loads(now)
        old = was.pop("fence")
        skin = {**old["skin"], "measured_mm": None}
        assert held.pop("fence") == {**old, "falls_mm": 0.0, "fixed": [], "skin": skin}
        new = {key: block.model_dump(mode="json") for key, block in SINCE.items()}
        was["site"] = {**was["site"], "ticket": "", "located_until": None, "buried": []}
        assert held == {**was, **new, "own": [], "own_bags": [], "own_goods": [], "schema": SCHEMA}
    assert told(path) == json.loads((HERE / "figures.json").read_text("utf-8"))[path.stem]


def test_levels_of_schema_1_are_one_list_and_lose_nothing():
    old = json.loads((HERE / "levels-01.json").read_text("utf-8"))
    new = write_job(read_job(old))
    deck, was = new["deck"], dict(old["deck"])
    first, *others = deck["levels"]
    assert {"diagonal_a_mm", "diagonal_b_mm"} == set(was["squaring"])
    assert first == {
        "id": "main", "x_mm": 0, "y_mm": 0, "height_mm": was["levels"]["height_mm"], "shape": was["shape"],
        "squaring": was["squaring"],
    }  # fmt: skip
    unread = {"diagonal_a_mm": None, "diagonal_b_mm": None}
    assert others == [{**level, "squaring": unread} for level in was["lower"]] != []
    told = {key: value for key, value in deck["over"].items() if key in was["levels"] or value is not None}
    assert deck["ground"] | told | {"height_mm": first["height_mm"]} == was["levels"]
    kept = {key for key in was if key not in ("shape", "levels", "lower", "squaring")}
    was["boards"] = {**was["boards"], "measured_mm": None, "meter_pct": None}
    was["joists"] = {**was["joists"], "hanger_kn": None, "hold_kn": None}
    was["posts"] = {**was["posts"], "fixed": []}
    was["ledger"] = {**was["ledger"], "screw_kn": None}
    assert deck["drainage"] == {"on": False, "fall_pct": 1.5}
    assert {key: deck[key] for key in kept} == {key: was[key] for key in kept}
    assert old["schema"] == 1  # what was given is not changed


def test_the_diagonals_of_schema_2_are_those_of_its_first_level():
    old = json.loads((HERE.parent / "schema2" / "saltpan-deck.json").read_text("utf-8"))
    read = {"diagonal_a_mm": 5000, "diagonal_b_mm": 4990}
    old["deck"]["squaring"] = read
    old["variants"] = [{"name": "as it was", "deck": old["deck"]}]
    new = write_job(read_job(old))
    assert (new["schema"], old["schema"]) == (SCHEMA, 2)
    for deck in (new["deck"], new["variants"][0]["deck"]):
        first, *others = deck["levels"]
        assert first.pop("squaring") == read
        assert first == old["deck"]["levels"][0]
        assert [low.pop("squaring")["diagonal_a_mm"] for low in others] == [None] * len(others)
        assert others == old["deck"]["levels"][1:]
        was = {k: v for k, v in old["deck"].items() if k not in ("levels", "squaring")}
        was["steps"] = [{**steps, "boxes_way": "stacked"} for steps in was["steps"]]
        assert {k: v for k, v in deck.items() if k != "levels"} == was
    with pytest.raises(JobFault) as fault:
        read_job({**old, "deck": {**old["deck"], "squaring": {"diagonal_a_mm": -1}}})
    assert fault.value.faults[0].field == "deck.levels.0.squaring.diagonal_a_mm"


def test_a_fence_of_schema_2_opens_as_it_was():
    old = json.loads((HERE.parent / "schema2" / "kestrel-bank.json").read_text("utf-8"))
    assert write_job(read_job(old)) == {**old, "schema": SCHEMA}


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"levels": {"height_mm": 600, "depth": 3}}, "deck.levels.0.depth"),
        ({"levels": {}}, "deck.levels.0.height_mm"),
        ({"levels": 7}, "deck.levels"),
        ({"lower": 7}, "deck.levels"),
        ({"shape": None}, "deck.levels.0.shape"),
    ],
)
def test_a_broken_job_of_schema_1_names_what_is_wrong(change, field):
    old = json.loads((HERE / "deck-01.json").read_text("utf-8"))
    with pytest.raises(JobFault) as fault:
        read_job({**old, "deck": {**old["deck"], **change}})
    assert fault.value.faults[0].field.startswith(field)


@pytest.mark.parametrize("schema", [0, SCHEMA + 1, "1", True, None, 1.0])
def test_no_other_schema_is_read(schema):
    old = json.loads((HERE / "deck-01.json").read_text("utf-8"))
    with pytest.raises(JobFault) as fault:
        read_job({**old, "schema": schema})
    assert fault.value.faults[0].field == "schema"


def test_a_step_leads_from_every_schema_to_the_next():
    assert sorted(steps()) == list(range(1, SCHEMA))


if __name__ == "__main__":
    every = {path.stem: told(path) for path in JOBS}
    (HERE / "figures.json").write_text(json.dumps(every, indent=1, ensure_ascii=False) + "\n", "utf-8")
