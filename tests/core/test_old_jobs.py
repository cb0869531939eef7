"""Jobs that were kept by earlier versions go on opening, and say what they said.

`figures.json` is what their plans told when they were written down: headline figures, findings, and what is bought. Where a
figure changes for a reason, `python -m tests.core.test_old_jobs` writes it anew, and the reason goes into the commit."""

import json
from pathlib import Path

import pytest

from rowstake.core.job import read_job_text, write_job_text
from rowstake.core.plan import plan

HERE = Path(__file__).parents[1] / "fixtures" / "schema1"
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
    assert write_job_text(read_job_text(text)) == text
    assert told(path) == json.loads((HERE / "figures.json").read_text("utf-8"))[path.stem]


if __name__ == "__main__":
    every = {path.stem: told(path) for path in JOBS}
    (HERE / "figures.json").write_text(json.dumps(every, indent=1, ensure_ascii=False) + "\n", "utf-8")
