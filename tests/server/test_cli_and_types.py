import json
import subprocess
from decimal import Decimal
from pathlib import Path

import pytest

from rowstake.cli import main
from rowstake.core.job import write_job_text
from rowstake.server.app import create_app
from tests.decks import deck
from tests.jobs import yard

ROOT = Path(__file__).parents[2]


@pytest.fixture
def job_file(tmp_path):
    path = tmp_path / "yard.json"
    path.write_text(write_job_text(yard()))
    return str(path)


def test_plan(job_file, capsys):
    assert main(["plan", job_file]) == 0
    out = json.loads(capsys.readouterr().out)
    assert next(f for f in out["figures"] if f["key"] == "bags")["text"] == "111"
    assert sum(p["kind"] == "post" for p in out["parts"]) == 14


def test_reckon(tmp_path, capsys):
    asked = tmp_path / "in.json"
    asked.write_text('{"length_mm": 30480, "max_spacing_mm": 2438.4}')
    assert main(["reckon", "equal-spacing", str(asked)]) == 0
    assert json.loads(capsys.readouterr().out)["bays"] == 13


def test_check_vectors(tmp_path, capsys):
    good = ROOT / "tests" / "vectors" / "stairs.jsonl"
    assert main(["check-vectors", str(good)]) == 0
    assert capsys.readouterr().out == "4 passed, 0 failed\n"
    bad = tmp_path / "bad.jsonl"
    bad.write_text(good.read_text().replace('"risers": 5', '"risers": 6'))
    assert main(["check-vectors", str(bad)]) == 1
    out = capsys.readouterr().out
    assert "risers is 5, expected 6" in out
    assert out.endswith("2 passed, 2 failed\n")


def test_export(job_file, tmp_path, capsys):
    target = tmp_path / "buy.csv"
    assert main(["export", job_file, "--format", "csv", "--document", "buy", "--out", str(target)]) == 0
    assert "100×100" in target.read_text("utf-8-sig")


BOOKS = ROOT / "src/rowstake/demo/books"


def test_cost_adds_up_and_says_what_has_no_price(job_file, tmp_path, capsys):
    near, own = str(BOOKS / "heron-lane-yard.csv"), str(BOOKS / "own-rates-gbp.csv")
    assert main(["cost", job_file, "--book", near]) == 0
    alone = json.loads(capsys.readouterr().out)
    assert any(what.startswith("work") for what in alone["unpriced"])
    assert main(["cost", job_file, "--book", near, "--book", own]) == 0
    told = json.loads(capsys.readouterr().out)
    assert told["unpriced"] == []
    sections = ("goods", "work", "hire", "away", "brought")
    by_line = {s: sum(Decimal(line["total"]) for line in told["lines"] if line["section"] == s) for s in sections}
    assert {s: str(by_line[s]) for s in sections if by_line[s]} == {
        s: told["subtotals"][s] for s in sections if s in told["subtotals"]
    }
    assert Decimal(told["net"]) + Decimal(told["tax"]) == Decimal(told["total"]) == Decimal(told["subtotals"]["total"])
    bad = tmp_path / "bad.csv"
    bad.write_text("item,unit,price,currency\nlatch,crate,1,GBP\n", "utf-8")
    assert main(["cost", job_file, "--book", str(bad)]) == 2
    assert "Nothing in this file is a price" in capsys.readouterr().err


@pytest.mark.parametrize("kind", ["ics", "quote-pdf", "cuts-pdf"])
def test_paper_of_a_demo_job_by_its_own_books(kind, tmp_path, capsys):
    target = tmp_path / kind
    demo = ROOT / "src/rowstake/demo/4-kestrel-bank.json"
    assert main(["export", str(demo), "--format", kind, "--out", str(target)]) == 0
    assert len(target.read_bytes()) > 1000
    assert capsys.readouterr().out.strip() == str(target)


def test_check_says_what_does_not_go_together(job_file, tmp_path, capsys):
    sound = tmp_path / "sound.json"
    sound.write_text(write_job_text(deck()), "utf-8")
    assert main(["check", str(sound)]) == 0
    assert "goes together, and all of it is held" in capsys.readouterr().out
    low = tmp_path / "low.json"
    low.write_text(write_job_text(deck(4000, 3000, 350)), "utf-8")
    broken = tmp_path / "broken.json"
    broken.write_text("{", "utf-8")
    # 350 less boards of 28, joists of 150 and beams of 200 puts the beams 28 into the ground and, plies of 47 in their whole
    # thickness, into the piers; and a file that cannot be read is said, not thrown.
    assert main(["check", job_file, str(low), str(broken)]) == 1
    out = capsys.readouterr().out
    assert "F1 concrete pier and B1-1 lie 47 mm in each other" in out
    assert "F1 soil put back and B1-1 lie 28 mm in each other" in out
    # 9157 of boards on leg 1 leave a rip of 7 past the ends of the rails, at 9088: nothing is behind it.
    assert "Nothing holds 1B62" in out
    assert "to look at: " in out
    assert str(broken) in out


@pytest.mark.parametrize(
    "argv, says",
    [
        (["plan", "/nowhere.json"], "No such file"),
        (["reckon", "alchemy", "-"], "no reckoner"),
        (["export", "{job}", "--format", "doc"], "no format"),
    ],
)
def test_mistakes_are_told_without_a_traceback(argv, says, job_file, capsys):
    assert main([a.replace("{job}", job_file) for a in argv]) == 2
    assert says in capsys.readouterr().err


def test_types_of_the_front_end_follow_the_server(tmp_path):
    """The committed types are what the OpenAPI document gives now."""
    document = tmp_path / "openapi.json"
    document.write_text(json.dumps(create_app().openapi(), indent=2, ensure_ascii=False))
    made = tmp_path / "schema.d.ts"
    tool = ROOT / "web" / "node_modules" / ".bin" / "openapi-typescript"
    subprocess.run(
        [str(tool), str(document), "-o", str(made), "--default-non-nullable=false"],
        check=True,
        capture_output=True,
        cwd=ROOT / "web",
    )
    assert made.read_text() == (ROOT / "web" / "src" / "api" / "schema.d.ts").read_text(), "run: npm run types"
