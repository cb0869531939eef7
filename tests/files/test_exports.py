import csv
import io
import xml.etree.ElementTree as ET

import pytest

from rowstake.core.faults import JobFault
from rowstake.core.job import read_job_text, write_job_text
from rowstake.core.plan import plan
from rowstake.files import export, formats
from tests.jobs import yard


@pytest.fixture(scope="module")
def made():
    return plan(yard())


def rows(made, document):
    data = export(made, "csv", document)[2].decode("utf-8-sig")
    return list(csv.DictReader(io.StringIO(data)))


def test_job_file_comes_back(made):
    _, name, data = export(made, "json")
    assert name == "test-fence.rowstake.json"
    assert write_job_text(read_job_text(data.decode())) == data.decode()


def test_buy_list_csv(made):
    found = {(r["item"], r["length"]): r for r in rows(made, "buy")}
    assert found["100×100", "3000 mm"]["buy"] == "12"
    assert found["125×125", "3600 mm"]["buy"] == "2"
    assert found["concrete, 20 kg bag", ""]["buy"] == "111"
    assert len(found["100×100", "3000 mm"]["for"].split()) == 12
    timber = [r["for"].split() for r in rows(made, "buy") if r["length"]]
    labels = [label for line in timber for label in line]
    assert sorted(labels) == sorted(p.label for p in made.parts if p.unit == "piece")
    boards = [r for r in rows(made, "buy") if r["item"] == "19×150"]
    pieces = sum(int(r["buy"]) * int(float(r["length_mm"]) // 1800 or 0) for r in boards)
    assert pieces >= 136


def test_cut_list_csv_counts_every_piece(made):
    cuts = rows(made, "cuts")
    assert sum(int(r["count"]) for r in cuts) == sum(p.unit == "piece" for p in made.parts)
    rips = sorted(float(r["rip_mm"]) for r in cuts if r["piece"] == "board" and r["rip_mm"])
    assert rips == [7, 38, 57, 138]


def test_mark_sheet_csv(made):
    marks = [r for r in rows(made, "marks") if r["leg"] == "2" and r["kind"] != "board"]
    assert [float(r["running_mm"]) for r in marks] == [0, 1218.75, 2437.5, 3562.5, 4781.25, 6000]


def test_every_drawing_is_svg_to_scale(made):
    for document in formats()["svg"].documents(made):
        root = ET.fromstring(export(made, "svg", document)[2])
        assert root.tag.endswith("svg")
        assert float(root.get("width").removesuffix("mm")) == pytest.approx(
            float(root.get("viewBox").split()[2]), rel=1e-3
        )
    root = ET.fromstring(export(made, "svg", "elevation")[2])
    parts = {e.get("data-part") for e in root.iter() if e.get("data-part")}
    assert {"P1", "1B1", "1R1-1", "G1-X"} <= parts
    assert "planning aid" in "".join(root.itertext())


def test_unknown_formats_are_told(made):
    with pytest.raises(JobFault, match="no format “dwg”"):
        export(made, "dwg")
    with pytest.raises(JobFault, match="no “roof”"):
        export(made, "svg", "roof")
