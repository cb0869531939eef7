"""A trade is one package: a toy one, made here, is planned, drawn, listed, exported, changed and shown."""

import json
from dataclasses import dataclass
from datetime import date
from typing import Literal

import pytest
from fastapi.testclient import TestClient

from rowstake.core import kinds, trade
from rowstake.core.beside import comparison
from rowstake.core.catalogue import CATALOGUE, GoodEntry, Kind
from rowstake.core.cautions import cautions
from rowstake.core.desk import desk
from rowstake.core.drawing.scene import Sketch
from rowstake.core.edits import apply_raw
from rowstake.core.edits.base import Change
from rowstake.core.fasteners import Sold
from rowstake.core.faults import JobFault
from rowstake.core.goods import GOODS, register, timber
from rowstake.core.job import Common, read_job_text, write_job, write_job_text
from rowstake.core.job.base import Block
from rowstake.core.parts import Part
from rowstake.core.plan import plan
from rowstake.core.planned import Plan
from rowstake.core.record import Record
from rowstake.core.schedule.days import Work, days
from rowstake.core.space import Pose, Solid
from rowstake.core.takeoff.lists import Buyer, take_off
from rowstake.core.views.base import Card, Choice, Figure, Line, Mark, Tape, Thing, flagged
from rowstake.files import Issue, export, formats
from rowstake.server.app import create_app
from tests.conftest import HERE
from tests.entries import entry
from tests.jobs import yard


class Bench(Block):
    long_mm: float = 1500
    slats: int = 4


class BenchJob(Common):
    bench: Bench = Bench()


class Longer(Change):
    do: Literal["longer"]
    by_mm: float


@dataclass(frozen=True)
class Brief:
    job: BenchJob

    @property
    def printer(self):
        return self.job.printer

    @property
    def region(self):
        return CATALOGUE.regions[self.job.region]


PLACE = Pose((0, 0, 0), (1, 0, 0), (0, 1, 0), (0, 0, 1))


def lay(job):
    brief, sold, wood = Brief(job), Sold("mm"), timber("uk_19x150")
    lying = [((0, 160 * n), (job.bench.long_mm, 160 * n), (job.bench.long_mm, 160 * n + 150), (0, 160 * n + 150))
             for n in range(job.bench.slats)]  # fmt: skip
    parts = [
        Part(f"S{n + 1}", "slat", "skin", wood, "bench", job.bench.long_mm, 150, solid=Solid(PLACE, ring, 400, 419))
        for n, ring in enumerate(lying)
    ]
    parts.append(Part("feet", "hardware", "frame", sold.good("bench_foot"), "bench", amount=2, unit="each"))
    lists = take_off(Buyer(job.printer, sold, CATALOGUE.materials.bags["kg20"], False, {}), parts, 0.0)
    return Plan(TOY, brief, None, tuple(parts), lists, days(parts, Work(2), 0, 0), {})


def drawn(made):
    board = Sketch()
    for n, part in enumerate(p for p in made.parts if p.kind == "slat"):
        board.rect(0, n * 160, part.length_mm, n * 160 + 150, part.sort.look, part.label)
    return {"plan": board.scene("plan", "The bench", 100.0)}


def longer(job, edit):
    return job.model_copy(update={"bench": job.bench.model_copy(update={"long_mm": job.bench.long_mm + edit.by_mm})})


TOY = trade.Trade(
    id="bench", document=BenchJob, plan=lay, stages=("skin", "buy"),
    figures=lambda m: [Figure("slats", "slats", str(m.count("slat")), m.count("slat"), "")],
    stakes=lambda m: flagged([("skin", "Slats", str(m.count("slat")), ""), ("buy", "Buy", "", "")], m.findings, "bench"),
    choices=lambda job: {"bench.wood": [Choice("uk_19x150", "19×150")]},
    things=lambda m: {p.label: Thing(p.label, "skin", (Line("cut", str(p.length_mm)),)) for p in m.parts},
    tapes=lambda m, _=0, only=None: [Tape(0, "slats", 10.0, "10", (Mark("S1", "slat", 0.0, "0", "0", "150"),))],
    scenes=drawn, picture=lambda m: drawn(m)["plan"],
    card=lambda job: Card("here", "Bench", str(job.bench.long_mm), Sketch().scene("outline", "A bench", 10.0)),
    edits={Longer: longer},
    comparisons={"lengths": lambda job, beside: beside(job, [("as it is", []), ("longer", [{"do": "longer", "by_mm": 300}])])},
)  # fmt: skip


@pytest.fixture
def toy():
    kinds.register([Kind(id="slat", counted="cut", look="board", hours_each=0.2)])
    register([GoodEntry(id="bench_foot", words="bench foot")])
    trade.register(TOY)
    yield BenchJob(name="Bench by the pond", region="uk_ireland", units="mm")
    trade.forget("bench")
    del kinds.KINDS["slat"], GOODS["bench_foot"]


ISSUE = Issue(date(2026, 3, 2), record=Record([entry(1, "note", text="the pond is frozen")]))


def test_a_toy_trade_goes_all_the_way(toy):
    made = plan(toy)
    assert made.count("slat") == 4
    assert {line.good.key for line in made.lists.buy} == {"uk_19x150", "bench_foot"}
    assert made.days.total > 0
    shown = desk(made)
    assert shown.trade == "bench"
    assert shown.own is None
    assert len(shown.scenes["plan"].shapes) == 4
    assert read_job_text(write_job_text(toy)) == toy
    for made_of in formats().values():
        for document in () if made_of.priced else made_of.documents(made):
            assert len(export(made, made_of.id, document, ISSUE)[2]) > 100, (made_of.id, document)
    assert cautions(made) == []
    assert apply_raw(toy, [{"do": "longer", "by_mm": 100}]).bench.long_mm == 1600
    assert apply_raw(toy, [{"do": "set", "path": "bench.slats", "value": 5}]).bench.slats == 5
    assert [side.label for side in comparison(toy, "lengths")] == ["as it is", "longer"]


def test_a_toy_trade_is_served(toy, engine):
    client = TestClient(create_app(engine), base_url=HERE)
    made = client.post("/api/jobs/import", json={"text": write_job_text(toy)}).json()
    assert made["desk"]["figures"][0]["text"] == "4"
    assert any(job["card"]["style"] == "Bench" for job in client.get("/api/jobs").json()["jobs"])
    key = made["held"]["id"]
    assert b"bench foot" in client.get(f"/api/jobs/{key}/exports/csv/buy").content


def test_what_a_trade_does_not_have_is_refused(toy):
    with pytest.raises(ValueError, match="there already"):
        trade.register(TOY)
    with pytest.raises(JobFault, match="asked of a fence only"):
        comparison(toy, "wind")
    with pytest.raises(JobFault, match="another kind of job"):
        apply_raw(yard(), [{"do": "longer", "by_mm": 100}])
    document = write_job(toy)
    trade.forget("bench")
    with pytest.raises(JobFault, match="does not say what is to be built"):
        read_job_text(json.dumps(document))
