import json
from pathlib import Path

import pytest

from rowstake.core.job import SCHEMA, read_job, write_job, write_job_text
from rowstake.store.models import RevisionRow
from tests.jobs import yard

NEW = {
    "name": "Yard",
    "region": "uk_ireland",
    "legs": [{"length": "9 m"}, {"length": "6000", "angle_deg": 90, "side": "left"}],
}


@pytest.fixture
def job(client):
    return client.post("/api/jobs", json=NEW).json()


def edit(document, *edits):
    return {"document": document, "edits": list(edits)}


def renamed(job, name):
    return {**job["held"]["document"], "name": name}


def test_new_job_opens_with_its_desk(client, job):
    assert job["held"]["revision"] == 1
    assert [leg["length_mm"] for leg in job["held"]["document"]["fence"]["legs"]] == [9000, 6000]
    again = client.get(f"/api/jobs/{job['held']['id']}", params={"step": ""}).json()
    assert again == job
    stepped = client.get(f"/api/jobs/{job['held']['id']}", params={"step": "line"}).json()["desk"]
    assert list(stepped["scenes"]) == ["plan"]
    assert not stepped["things"]
    assert not stepped["buy"]
    cards = client.get("/api/jobs").json()["jobs"]
    assert [c["name"] for c in cards] == ["Yard"]
    assert cards[0]["card"]["length"] == "15.000 m"
    assert cards[0]["card"]["outline"]["shapes"]


def test_edits_plan_and_save(client, job):
    key, document = job["held"]["id"], job["held"]["document"]
    planned = client.post(
        "/api/plan", json=edit(document, {"do": "add_gate", "leg": 1, "at_mm": "2.5 m", "opening_mm": "1 m"})
    ).json()
    assert planned["desk"]["things"]["gate G1"]["title"] == "Gate G1"
    held = client.put(f"/api/jobs/{key}", json={"revision": 1, "document": planned["document"], "note": "gate"}).json()
    assert (held["revision"], held["can_undo"], held["can_redo"]) == (2, True, False)
    assert client.get(f"/api/jobs/{key}").json()["held"]["document"] == planned["document"]


def test_undo_redo_and_history(client, job):
    key = job["held"]["id"]
    for n in (1, 2):
        client.put(f"/api/jobs/{key}", json={"revision": n, "document": renamed(job, f"Name {n}"), "note": f"n{n}"})
    back = client.post(f"/api/jobs/{key}/undo", json={"revision": 3}).json()["held"]
    assert (back["name"], back["revision"], back["can_redo"]) == ("Name 1", 2, True)
    on = client.post(f"/api/jobs/{key}/redo", json={"revision": 2}).json()["held"]
    assert (on["name"], on["can_redo"]) == ("Name 2", False)
    client.post(f"/api/jobs/{key}/undo", json={"revision": 3})
    other = client.put(
        f"/api/jobs/{key}", json={"revision": 2, "document": renamed(job, "Other"), "note": "other"}
    ).json()
    assert other["revision"] == 4
    history = client.get(f"/api/jobs/{key}/history").json()
    assert [(r["number"], r["parent"], r["current"]) for r in history] == [
        (4, 2, True),
        (3, 2, False),
        (2, 1, False),
        (1, None, False),
    ]
    assert client.get(f"/api/jobs/{key}/revisions/3").json()["name"] == "Name 2"
    first = client.post(f"/api/jobs/{key}/undo", json={"revision": 4}).json()["held"]
    first = client.post(f"/api/jobs/{key}/undo", json={"revision": first["revision"]}).json()["held"]
    assert client.post(f"/api/jobs/{key}/undo", json={"revision": 1}).json()["held"]["revision"] == 1


def test_a_stale_write_is_refused_with_both(client, job):
    key = job["held"]["id"]
    client.put(f"/api/jobs/{key}", json={"revision": 1, "document": renamed(job, "Theirs")})
    answer = client.put(f"/api/jobs/{key}", json={"revision": 1, "document": renamed(job, "Mine")})
    assert answer.status_code == 409
    assert answer.headers["content-type"] == "application/problem+json"
    problem = answer.json()
    assert (problem["theirs"]["revision"], problem["theirs"]["document"]["name"]) == (2, "Theirs")
    assert client.get(f"/api/jobs/{key}").json()["held"]["name"] == "Theirs"


def test_copy_rename_put_away(client, job):
    key = job["held"]["id"]
    copy = client.post(f"/api/jobs/{key}/duplicate").json()
    assert copy["name"] == "Yard (copy)"
    assert client.post(f"/api/jobs/{key}/rename", json={"revision": 1, "name": "Garden"}).json()["name"] == "Garden"
    client.post(f"/api/jobs/{key}/archive", json={"archived": True})
    assert [c["name"] for c in client.get("/api/jobs").json()["jobs"]] == ["Yard (copy)"]
    assert [c["name"] for c in client.get("/api/jobs?archived=true").json()["jobs"]] == ["Garden"]


def test_job_files_in_and_out(client, job):
    text = write_job_text(yard())
    made = client.post("/api/jobs/import", json={"text": text}).json()
    out = client.get(f"/api/jobs/{made['held']['id']}/exports/json/job")
    assert out.text == text
    assert "attachment" in out.headers["content-disposition"]
    offers = client.get(f"/api/jobs/{made['held']['id']}/exports").json()
    assert {o["format"] for o in offers} == {"csv", "cuts-pdf", "dxf", "glb", "ics", "json", "pdf", "svg", "xlsx"}
    for offer in offers:
        if offer["format"] == "pdf" and offer["document"] != "a4":  # the other papers are looked at page by page
            continue
        assert (
            client.get(f"/api/jobs/{made['held']['id']}/exports/{offer['format']}/{offer['document']}").status_code
            == 200
        )


def test_a_job_from_a_surveyed_line(client):
    line = {"type": "LineString", "coordinates": [[10, 60, 5], [10.0001, 60, 4.5], [10.0001, 60.0001, 4]]}
    body = {"text": json.dumps(line), "name": "Surveyed", "region": "uk_ireland"}
    made = client.post("/api/jobs/from-line", json=body).json()
    assert next(s for s in made["desk"]["stakes"] if s["key"] == "ground")["figure"] == "stepped, 1000 mm"
    assert client.post("/api/jobs/from-line", json={**body, "text": "{}"}).status_code == 422


def test_try_and_consequences(client):
    document = write_job(yard())
    desk = client.post("/api/plan", json=edit(document)).json()["desk"]
    told = client.post("/api/plan/consequences", json={"document": document}).json()
    assert [len(c) for c in told] == [len(f["fixes"]) for f in desk["findings"]]
    sliver = next(f for f in desk["findings"] if f["rule"] == "sliver")
    tried = client.post("/api/plan/try", json=edit(document, *sliver["fixes"][0]["edits"])).json()
    assert {d["key"] for d in tried["consequence"]["differences"]} >= {"last"}
    assert tried["document"]["fence"]["skin"]["fit"] == "balanced"


def test_reckoners_over_http(client):
    listed = {r["name"]: r for r in client.get("/api/reckoners").json()}
    assert len(listed) >= 19
    answer = client.post(
        "/api/reckoners/equal-spacing",
        json={"units": "ft-in", "inputs": {"length_mm": "100'", "max_spacing_mm": "8 ft"}},
    )
    assert answer.json()["outputs"]["bays"] == 13
    assert "13 equal bays" in answer.json()["sentence"]
    hole = {"above_ground_mm": "1.9 m", "post_w_mm": "100", "stock_lengths_mm": "2.4 m; 3 m"}
    assert client.post("/api/reckoners/post-hole", json={"inputs": hole}).json()["outputs"]["stock_length_mm"] == 3000


BAD = [
    ("POST", "/api/jobs", {**NEW, "legs": [{"length": "0"}]}, 422, "length"),
    ("POST", "/api/jobs", {**NEW, "legs": [{"length": "-4 m"}]}, 422, "legs.0.length"),
    ("POST", "/api/jobs", {**NEW, "legs": [{"length": "20 km"}]}, 422, "legs.0.length"),
    ("POST", "/api/jobs", {**NEW, "legs": []}, 422, "legs"),
    ("POST", "/api/jobs", {**NEW, "region": "moon"}, 422, "region"),
    ("POST", "/api/jobs", {**NEW, "name": ""}, 422, "name"),
    ("POST", "/api/jobs/import", {"text": "{"}, 422, "job"),
    ("POST", "/api/jobs/import", {"text": json.dumps({"schema": 7})}, 422, "schema"),
    ("POST", "/api/plan", {"document": {}, "edits": []}, 422, "schema"),
    ("POST", "/api/plan", {"edits": []}, 422, "document"),
    ("POST", "/api/reckoners/equal-spacing", {"inputs": {"length_mm": "x", "max_spacing_mm": "1 m"}}, 422, "length_mm"),
    ("POST", "/api/reckoners/astrology", {"inputs": {}}, 422, "reckoner"),
    ("GET", "/api/jobs/none", None, 404, None),
    ("POST", "/api/jobs/none/undo", {"revision": 1}, 404, None),
    ("GET", "/api/nowhere", None, 404, None),
]  # fmt: skip


@pytest.mark.parametrize("method, path, body, status, field", BAD)
def test_bad_requests_are_problem_details(client, method, path, body, status, field):
    answer = client.request(method, path, json=body)
    assert answer.status_code == status
    assert answer.headers["content-type"] == "application/problem+json"
    problem = answer.json()
    assert problem["status"] == status
    if field:
        assert field in problem["errors"][0]["field"]
        assert problem["errors"][0]["allowed"]


def test_nothing_is_kept_of_a_refused_write(client, job):
    key = job["held"]["id"]
    bad = {**job["held"]["document"]}
    bad["fence"] = {**bad["fence"], "legs": [{"length_mm": 100, "turn_deg": 0}]}
    assert client.put(f"/api/jobs/{key}", json={"revision": 1, "document": bad}).status_code == 422
    assert client.get(f"/api/jobs/{key}").json()["held"]["revision"] == 1


def test_a_body_over_the_limit(client):
    answer = client.post("/api/jobs/import", json={"text": "x" * 2_100_000})
    assert answer.status_code == 413
    assert "2 MB" in answer.json()["detail"]


def test_other_hosts_are_not_served(client):
    assert client.get("/api/start", headers={"host": "example.test"}).status_code == 400


def test_a_revision_of_an_older_schema_opens_and_is_saved_in_todays(client, engine):
    old = json.loads((Path(__file__).parents[1] / "fixtures" / "schema1" / "levels-01.json").read_text("utf-8"))
    job = client.post("/api/jobs/import", json={"text": json.dumps(old)}).json()["held"]
    with engine.begin() as c:
        c.execute(RevisionRow.__table__.update().values(document=old))
    held = client.get(f"/api/jobs/{job['id']}").json()["held"]
    assert held["document"]["schema"] == SCHEMA
    assert [level["id"] for level in held["document"]["deck"]["levels"]] == ["main", old["deck"]["lower"][0]["id"]]
    assert client.get(f"/api/jobs/{job['id']}/revisions/1").json() == held["document"]
    stale = client.put(f"/api/jobs/{job['id']}", json={"revision": 7, "document": old})
    assert stale.json()["theirs"]["document"] == held["document"]
    again = client.put(f"/api/jobs/{job['id']}", json={"revision": 1, "document": old}).json()
    assert again["document"] == write_job(read_job(held["document"]))
    assert (again["revision"], again["document"]["schema"]) == (2, SCHEMA)


def test_a_new_job_has_the_own_values_of_another(client):
    """Timber, prices, local heights and tolerances come along; what is of the one job alone does not. Of another region nothing is taken."""
    deck = {"region": "uk_ireland", "width": "4 m", "out": "3 m", "height": "900 mm"}
    made = client.post("/api/jobs/deck", json={**deck, "name": "First"}).json()["held"]
    edits = [
        {"do": "add_own", "name": "Slab", "use": "board", "thickness": 24, "width": 210, "lengths": "2.1 m"},
        {"do": "set", "path": "site.frost_depth_mm", "value": 700}, {"do": "set", "path": "deck.over.guard_over_mm", "value": 500},
        {"do": "set", "path": "terms.profit_pct", "value": 17}, {"do": "set", "path": "terms.calendar.start", "value": "2027-03-01"},
        {"do": "set", "path": "terms.travel_km", "value": 80}, {"do": "set", "path": "tolerances.post_mm", "value": 4},
    ]  # fmt: skip
    document = client.post("/api/plan", json={"document": made["document"], "edits": edits}).json()["document"]
    client.put(f"/api/jobs/{made['id']}", json={"revision": made["revision"], "document": document})
    starts = client.get("/api/start").json()["likes"]
    assert {"id": made["id"], "name": "First", "region": "uk_ireland"} in starts

    def told(document):
        terms = document["terms"]
        return ([o["name"] for o in document["own"]], document["site"]["frost_depth_mm"], terms["profit_pct"], terms["calendar"]["start"],
                terms["travel_km"], document["tolerances"]["post_mm"])  # fmt: skip

    second = client.post("/api/jobs/deck", json={**deck, "name": "Second", "like": made["id"]}).json()["held"][
        "document"
    ]
    assert told(second) == (["Slab"], 700, 17, None, 0, 4)
    assert (second["deck"]["over"]["guard_over_mm"], second["name"]) == (500, "Second")
    fence = client.post("/api/jobs", json={**NEW, "region": "uk_ireland", "like": made["id"]}).json()["held"][
        "document"
    ]
    assert told(fence) == (["Slab"], 700, 17, None, 0, 4)
    other = client.post("/api/jobs/deck", json={**deck, "name": "Third", "region": "north_america", "like": made["id"]})
    assert (other.status_code, other.json()["errors"][0]["field"]) == (422, "like")
    assert client.post("/api/jobs", json={**NEW, "like": "nowhere"}).status_code == 404


def test_a_drag_is_followed_by_the_drawing_alone(client):
    job = client.post("/api/jobs", json=NEW).json()["held"]
    edits = [{"do": "move_corner", "corner": 1, "x_mm": 8000, "y_mm": 500}]
    asked = {"document": job["document"], "edits": edits, "scenes": ["plan", "elevation"]}
    told = client.post("/api/plan/passing", json=asked).json()
    whole = client.post("/api/plan", json={"document": job["document"], "edits": edits}).json()
    assert told == {"document": whole["document"], "scenes": {"plan": whole["desk"]["scenes"]["plan"]}}
    refused = client.post("/api/plan/passing", json=asked | {"edits": [edits[0] | {"corner": 9}]})
    assert refused.status_code == 422
    assert client.post("/api/plan/passing", json=asked | {"scenes": ["x" * 81]}).status_code == 422
