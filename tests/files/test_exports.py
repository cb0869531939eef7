import csv
import datetime
import io
import json
import re
import xml.etree.ElementTree as ET

import ezdxf
import pytest
from openpyxl import load_workbook
from pygltflib import GLTF2
from pypdf import PdfReader
from shapely.geometry import box
from shapely.ops import unary_union

from rowstake.core.bought import bought
from rowstake.core.faults import JobFault
from rowstake.core.job import read_job_text, write_job_text
from rowstake.core.parts import identified
from rowstake.core.plan import plan
from rowstake.core.views.base import Strip
from rowstake.files import Issue, export, formats
from rowstake.files.formats.svg import scene_svg
from rowstake.files.geojson import read_line
from rowstake.files.sheets import _boxes, _in_order, _on_pages
from rowstake.files.strips import strip_rows
from tests.decks import deck
from tests.jobs import put, scenes, yard


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
    assert pieces >= 134  # four of 136 are so narrow that two and two share a board


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


def test_workbook_has_real_formulas(made):
    book = load_workbook(io.BytesIO(export(made, "xlsx")[2]))
    buy, cut = book["Buy"], book["Cut"]
    assert [c.value for c in buy[1]][:4] == ["What", "Length mm", "Buy", "Unit"]
    last = buy.max_row
    assert buy.cell(last, 7).value == f"=SUM(G2:G{last - 1})"
    first = next(r for r in buy.iter_rows(min_row=2) if r[0].value == "100×100")
    assert (first[1].value, first[2].value) == (3000, 12)
    assert first[4].value == f"=B{first[0].row}*C{first[0].row}/1000"
    counted = sum(cut.cell(r, 3).value for r in range(2, cut.max_row))
    assert counted == sum(p.unit == "piece" for p in made.parts)
    assert "planning aid" in book["Cautions"]["A2"].value


@pytest.mark.parametrize("document", ["plan", "elevation", "section_line", "section_gate"])
def test_dxf_reads_again_without_errors(made, document):
    text = export(made, "dxf", document)[2].decode()
    drawing = ezdxf.read(io.StringIO(text))
    assert not drawing.audit().errors
    assert drawing.units == ezdxf.units.MM
    again = io.StringIO()
    drawing.write(again)
    assert not ezdxf.read(io.StringIO(again.getvalue())).audit().errors


def test_dxf_is_full_size_on_named_layers(made):
    space = ezdxf.read(io.StringIO(export(made, "dxf", "elevation")[2].decode())).modelspace()
    posts = space.query('LWPOLYLINE[layer=="POSTS"]')
    assert len(posts) == 14
    xs = [p[0] for p in posts[0].get_points()]
    assert max(xs) - min(xs) == pytest.approx(100)
    dims = space.query('DIMENSION[layer=="DIMENSIONS"]')
    bays = [d.get_measurement() for d in dims if d.dxf.text == "1800"]
    assert bays == pytest.approx([1800] * 5)
    assert len(space.query('LWPOLYLINE[layer=="BOARDS"]')) == 136


def line(*points, kind="LineString"):
    geometry = {"type": kind, "coordinates": [list(p) for p in points]}
    return json.dumps(
        {"type": "FeatureCollection", "features": [{"type": "Feature", "properties": {}, "geometry": geometry}]}
    )


def test_geojson_line_with_levels():
    # 0.0001° is 11.1195 m of latitude; of longitude at 60° north, half of it.
    legs, ground = read_line(line((10, 60, 100), (10.0001, 60, 99.5), (10.0001, 60.0001, 99)))
    assert [leg["length_mm"] for leg in legs] == pytest.approx([5559.7, 11119.5], abs=1)
    assert [leg["turn_deg"] for leg in legs] == pytest.approx([0, 90], abs=0.01)
    assert [(g["leg"], g["level_mm"]) for g in ground] == [(0, 0), (0, -500), (1, -500), (1, -1000)]


@pytest.mark.parametrize(
    "text, says",
    [
        ("{", "breaks off"),
        ('{"type": "Point", "coordinates": [1, 2]}', "no line"),
        (line((10, 60)), "cannot be read"),
        (line((10, 60), (500, 60)), "cannot be read"),
        (line((10, 60), ("a", 60)), "cannot be read"),
        ("[]", "no line"),
    ],
)
def test_bad_geojson_is_told(text, says):
    with pytest.raises(JobFault, match=says):
        read_line(text)


@pytest.mark.parametrize("paper, size", [("a4", (297, 210)), ("a3", (420, 297)), ("letter", (279.4, 215.9))])
def test_sheets_are_to_scale_and_complete(made, paper, size):
    data = export(made, "pdf", paper)[2]
    pages = PdfReader(io.BytesIO(data)).pages
    box = pages[0].mediabox
    assert (float(box.width) / 72 * 25.4, float(box.height) / 72 * 25.4) == pytest.approx(size, abs=0.1)
    text = "\n".join(page.extract_text() for page in pages)
    for word in (
        "Test fence",
        "Scale 1:",
        "Hole schedule",
        "Gate G1",
        "For the yard",
        "111",
        "String marks",
        "planning aid",
        "Still to look at",
    ):
        assert word in text
    first = re.search(r"Scale 1:(\d+)", pages[1].extract_text())  # after the cover
    scale = int(first.group(1))
    drawn = scenes(made)["plan"]
    assert (drawn.high[0] - drawn.low[0]) / scale < size[0]
    svg = ET.fromstring(scene_svg(drawn, paper_scale=scale))
    assert float(svg.get("width").removesuffix("mm")) * scale == pytest.approx(
        float(svg.get("viewBox").split()[2]), rel=1e-3
    )


def test_sheets_are_composed(made, terrace):
    """A cover with the key figures, several drawings to a page with the scale of each: at most six before the schedules."""
    for job, first in ((made, "Hole schedule"), (terrace, "Footing schedule")):
        pages = [p.extract_text() for p in PdfReader(io.BytesIO(export(job, "pdf", "a4")[2])).pages]
        drawn = next(i for i, text in enumerate(pages) if first in text)
        assert drawn <= 6
        assert all(figure.text in pages[0] for figure in job.trade.figures(bought(job)))
        told = " ".join(" ".join(pages[:drawn]).split())
        for scene in scenes(job).values():
            assert " ".join(scene.title.split()) in told
        assert len(re.findall(r"1:\d+", told)) > len(scenes(job))


def test_drawings_of_a_page_keep_apart(terrace):
    """No two drawings of a page lie on each other, and none on the block below them."""
    width, room = 277.0, 166.0
    for page in _on_pages(_in_order(terrace)):
        boxes = [box(x, y, x + w, y + h) for x, y, w, h in _boxes(page, width, room)]
        assert len(boxes) == len(page)
        assert unary_union(boxes).area == pytest.approx(sum(b.area for b in boxes))
        assert all(box(0, 0, width, room + 1e-6).covers(b) for b in boxes)


def test_a_strip_is_at_full_size():
    strip = Strip("test", 500.0, ((0.0, "start"), (123.0, "mark 123"), (400.0, "mark 400")))
    rows = [ET.fromstring(row) for row in strip_rows(strip, 277.0, inches=False)]
    assert len(rows) == 2
    assert {row.get("width") for row in rows} == {"277.000mm"}
    assert {row.get("viewBox") for row in rows} == {"0 0 277.000 17.0"}
    lines = [[float(e.get("x1")) for e in row if e.get("stroke") == "#b3125a"] for row in rows]
    assert lines == [[0.0, 123.0], [123.0]]  # 400 lies 123 along the second row


def test_strips_and_lists_are_stamped(made):
    text = "\n".join(
        p.extract_text()
        for p in PdfReader(io.BytesIO(export(made, "pdf", "strips", Issue(datetime.date.today(), 7))[2])).pages
    )
    for word in ("This bar must measure 100 mm", "rail 2, lower edge", "Post middles on leg 3", "revision 7"):
        assert word in text
    pages = PdfReader(io.BytesIO(export(made, "pdf", "a4")[2])).pages
    assert all("not saved" in p.extract_text() and "planning aid" in p.extract_text() for p in pages)
    assert any("from its frame side" in p.extract_text() for p in pages)


@pytest.fixture(scope="module")
def terrace():
    return plan(deck(4000, 3000, 600, put("deck.boards.border.boards", 1), {"do": "add_level"}))


def test_a_deck_goes_out_in_every_format(terrace):
    buy = export(terrace, "csv", "buy")[2].decode("utf-8-sig")
    assert "28×145 decking" in buy
    marks = export(terrace, "csv", "marks")[2].decode("utf-8-sig")
    assert "joist" in marks
    book = load_workbook(io.BytesIO(export(terrace, "xlsx")[2]))
    assert any("decking" in str(cell.value) for sheet in book for row in sheet.iter_rows() for cell in row)
    assert read_job_text(export(terrace, "json")[2].decode()) == terrace.brief.job


@pytest.mark.parametrize("document", ["plan", "elevation", "across", "ledger", "load"])
def test_a_decks_drawings_open_without_errors(terrace, document):
    drawing = ezdxf.read(io.StringIO(export(terrace, "dxf", document)[2].decode()))
    assert not drawing.audit().errors
    assert len(drawing.modelspace()) >= len([s for s in scenes(terrace)[document].shapes if s.kind == "poly"])
    ET.fromstring(export(terrace, "svg", document)[2])


def test_a_decks_sheets_hold_its_footings_and_cautions(terrace):
    text = "\n".join(
        p.extract_text()
        for p in PdfReader(io.BytesIO(export(terrace, "pdf", "a4", Issue(datetime.date.today(), 3))[2])).pages
    )
    for word in ("Footing schedule", "Q1-F1", "Ledger, its fixings", "revision 3", "Decks collapse first", "Scale 1:"):
        assert word in text


def test_solids_as_gltf_are_read_back_by_another_reader():
    made = plan(deck())
    _, name, data = export(made, "glb")
    assert name.endswith(".glb")
    read = GLTF2().load_from_bytes(data)
    named = {node.name: node for node in read.nodes if node.mesh is not None}
    assert set(named) == {p.label for p in made.parts if p.solid}
    assert {node.extras["id"]: name for name, node in named.items()} == {
        key: p.label for key, p in identified(made.parts).items() if p.solid
    }
    # Boards lie from 572 to 600 over the ground, the first 4000 long: metres, y up.
    box = read.accessors[read.meshes[named["D1"].mesh].primitives[0].attributes.POSITION]
    assert (box.min[1], box.max[1]) == pytest.approx((0.572, 0.6), abs=1e-6)
    assert box.max[0] - box.min[0] == pytest.approx(4.0, abs=1e-6)


@pytest.mark.parametrize("document", ["standing", "cut_across", "cut_along"])
def test_drawings_of_solids_as_svg_and_dxf(document):
    for job in (deck(), yard()):
        made = plan(job)
        svg = export(made, "svg", document)[2].decode()
        assert svg.count("<polygon") >= 3
        drawing = ezdxf.read(io.StringIO(export(made, "dxf", document)[2].decode()))
        layers = {e.dxf.layer for e in drawing.modelspace()}
        assert layers & {"BOARDS", "POSTS", "GATES", "RAILS"}
