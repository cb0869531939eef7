"""The plan's own routes: everything side by side, second look, and edits that are refused."""

import json

import pytest

from rowstake.core.job import write_job
from tests.decks import deck
from tests.jobs import edited, fence, put, yard


@pytest.fixture
def bank():
    return write_job(edited(fence((7200, 0)), {"do": "levels", "text": "0, 0\n7200, -600"}))


def test_slopes(client, bank):
    sides = client.post("/api/plan/compare/slopes", json={"document": bank}).json()
    assert [s["label"] for s in sides] == ["stepped", "raked", "contour"]
    taken = client.post("/api/plan", json={"document": bank, "edits": sides[1]["edits"]}).json()
    assert taken["document"]["fence"]["slope"]["way"] == "raked"
    figures = {f["key"]: f["text"] for f in taken["desk"]["figures"]}
    assert figures["gap_under"] == next(f["text"] for f in sides[1]["figures"] if f["key"] == "gap_under") == "50 mm"


def test_a_way_that_cannot_be_had_says_why(client):
    kept = write_job(edited(yard(), {"do": "set_aside", "name": "As drawn"}))
    fence = kept["fence"]
    broken = {**kept, "variants": [{"name": "Narrow", "fence": {**fence, "posts": {**fence["posts"], "hole_mm": 120}}}]}
    sides = client.post("/api/plan/variants", json={"document": broken}).json()
    assert sides[0]["figures"]
    assert sides[1]["scene"] is None
    assert "does not fit into that hole" in sides[1]["refused"]


def test_wind(client):
    sides = client.post("/api/plan/compare/wind", json={"document": write_job(yard())}).json()
    assert sides[0]["chosen"]
    gust = [next(f["number"] for f in s["figures"] if f["key"] == "gust") for s in sides]
    assert min(gust[1:]) > gust[0]


def test_second_look(client):
    ask = {"document": write_job(yard()), "quoted": {"posts": "13", "centres_mm": "1.8 m", "bags": "", "boards": 136}}
    told = client.post("/api/plan/second-look", json=ask).json()
    assert [v["name"] for v in told] == ["posts", "centres", "boards"]
    assert told[1]["agrees"] == "agrees"


@pytest.mark.parametrize(
    "quoted, field",
    [({"posts": -1}, "quoted.posts"), ({"posts": "many"}, "quoted.posts"), ({"nails": 5}, "quoted.nails"),
     ({"centres_mm": "wide"}, "quoted.centres_mm"), ({"centres_mm": "0"}, "quoted.centres_mm")],
)  # fmt: skip
def test_bad_quantities_are_told(client, quoted, field):
    answer = client.post("/api/plan/second-look", json={"document": write_job(yard()), "quoted": quoted})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == field


def test_levels_refused_row_by_row(client):
    edits = [{"do": "levels", "text": "0, 0\n3 m, high\n1, 2, 3, 4, 5"}]
    answer = client.post("/api/plan", json={"document": write_job(yard()), "edits": edits})
    assert answer.status_code == 422
    assert [e["field"] for e in answer.json()["errors"]] == ["levels row 2", "levels row 3"]


def test_trying_changes_nothing_that_is_kept(client):
    job = client.post("/api/jobs/import", json={"text": json.dumps(write_job(yard()))}).json()["held"]
    tried = client.post(
        "/api/plan/try", json={"document": job["document"], "edits": [put("fence.skin.fit", "balanced")]}
    ).json()
    assert tried["consequence"]["settles"]
    assert client.get(f"/api/jobs/{job['id']}").json()["held"] == job


def test_every_view_of_every_demo_job_is_served(client):
    from rowstake.server.run import add_demo_books, add_demo_jobs

    add_demo_jobs(client.app.state.engine)
    add_demo_books(client.app.state.engine)
    for card in client.get("/api/jobs").json()["jobs"]:
        opened = client.get(f"/api/jobs/{card['id']}").json()["desk"]
        own = {"load", "across"} if card["card"]["style"] == "Deck" else {"wind", "section_line"}
        assert {"plan", "elevation"} | own <= set(opened["scenes"])
        document = client.get(f"/api/jobs/{card['id']}").json()["held"]["document"]
        assert len(client.post("/api/plan/seasons", json={"document": document}).json()) == 12
        assert opened["buy"]
        assert opened["cuts"]
        for offer in client.get(f"/api/jobs/{card['id']}/exports").json():
            if offer["format"] not in ("pdf", "cuts-pdf", "quote-pdf"):
                taken = client.get(f"/api/jobs/{card['id']}/exports/{offer['format']}/{offer['document']}")
                assert taken.status_code == 200
                assert taken.content


def test_what_is_looked_at_is_sent_and_nothing_else(client):
    document = write_job(yard())
    whole = client.post("/api/plan", json={"document": document}).json()["desk"]
    sight = {"step": "holes", "picked": ["P2", "P99"], "also": ["wind", "nothing"]}
    part = client.post("/api/plan", json={"document": document, "sight": sight}).json()["desk"]
    assert set(part["scenes"]) == {"plan", "wind", "strings", *(n for n in whole["scenes"] if n.startswith("section"))}
    assert part["scenes"]["plan"] == whole["scenes"]["plan"]
    assert part["things"] == {"P2": whole["things"]["P2"]}
    assert [s["title"] for s in part["schedules"]] == [part["panels"]["holes"][-1]["schedule"]]
    assert [bool(t["marks"]) for t in part["tapes"]] == [t["leg"] == 0 for t in whole["tapes"]]
    looked = client.post("/api/plan/look", json={"document": document, "sight": {"step": "buy", "lists": True}}).json()
    assert [looked[k] for k in ("buy", "cuts", "tapes")] == [whole[k] for k in ("buy", "cuts", "tapes")]
    assert not looked["scenes"]


def test_a_sight_out_of_bounds_is_refused(client):
    document = write_job(yard())
    for bad in (
        {"leg": -1},
        {"picked": ["x" * 81]},
        {"also": ["plan"] * 61},
        {"windows": {"plan": {"low": [0, 0], "high": [1e9, 0]}}},
        {"windows": {"plan": {"low": [0, 0], "high": [9, 9], "wide_px": 0}}},
    ):
        assert client.post("/api/plan/look", json={"document": document, "sight": bad}).status_code == 422


def test_a_new_deck_and_its_bad_inputs(client):
    ask = {
        "name": "Back step",
        "region": "uk_ireland",
        "width": "4.2 m",
        "out": "3 m",
        "height": "450",
        "support": "free",
    }
    made = client.post("/api/jobs/deck", json=ask)
    assert made.status_code == 201
    assert made.json()["desk"]["own"] is None
    document = made.json()["held"]["document"]
    assert (document["deck"]["levels"][0]["shape"]["width_mm"], document["deck"]["levels"][0]["height_mm"]) == (
        4200,
        450,
    )
    bad = client.post("/api/jobs/deck", json={**ask, "width": "wide"})
    assert bad.status_code == 422
    assert bad.json()["errors"][0]["field"] == "deck.width"
    small = client.post("/api/jobs/deck", json={**ask, "out": "300"})
    assert small.status_code == 422
    assert small.json()["errors"][0]["field"] == "deck.levels.0.shape.out_mm"


def test_ways_to_end_a_row_side_by_side(client):
    sides = client.post("/api/plan/compare/rows", json={"document": write_job(deck(4000, 2910, 600))}).json()
    last = {s["label"]: next(f["text"] for f in s["figures"] if f["key"] == "last") for s in sides}
    assert last["as it is"] == "41 mm"
    assert sum(text == "145 mm" for text in last.values()) >= 2  # built out, and trimmed
    assert last["Rip both outer rows to 93 mm"] == "93 mm"
    assert client.post("/api/plan/compare/rows", json={"document": write_job(yard())}).status_code == 422
    assert client.post("/api/plan/compare/slopes", json={"document": write_job(deck())}).status_code == 422


def test_edits_of_the_other_trade_are_refused(client):
    answer = client.post("/api/plan", json={"document": write_job(deck()), "edits": [{"do": "add_gate"}]})
    assert answer.status_code == 422
    assert "another kind of job" in answer.json()["detail"] + answer.json()["errors"][0]["message"]
    dragged = client.post(
        "/api/plan",
        json={"document": write_job(deck()), "edits": [{"do": "size_deck", "width_mm": 4210.0, "out_mm": 3333.0}]},
    )
    shape = dragged.json()["document"]["deck"]["levels"][0]["shape"]
    assert (shape["width_mm"], shape["out_mm"]) == (4200, 3350)


def test_a_deck_variant_is_kept_and_taken(client):
    job = edited(deck(), {"do": "set_aside", "name": "Flat"}, put("deck.boards.run", "diagonal"))
    sides = client.post("/api/plan/variants", json={"document": write_job(job)}).json()
    assert [s["label"] for s in sides] == ["in hand", "Flat"]
    assert sides[0]["scene"]["name"] == "plan"
    taken = edited(job, {"do": "take_variant", "name": "Flat"})
    assert taken.deck.boards.run == "along"
    assert taken.variants[0].deck.boards.run == "diagonal"
