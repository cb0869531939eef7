"""The laser: several readings are one, the bad ones thrown out with a word; it fails in every way and nothing is lost."""

from __future__ import annotations

import socket
import threading

import pytest
from fastapi.testclient import TestClient

from rowstake.core.faults import JobFault
from rowstake.core.measure import Printer
from rowstake.core.record.reading import Raw, taken
from rowstake.outside.asked import Trouble
from rowstake.outside.laser import Laser
from rowstake.server.app import create_app
from rowstake.standins.laser import serve
from tests.conftest import HERE

MM = Printer("mm", 16)


def test_the_mean_of_the_good_ones_by_hand():
    """(1500 + 1501 + 1502) / 3 = 1501; no echo, one that leans by 9°, one of a bucket in between."""
    read = taken([Raw(1500), Raw(None), Raw(1501), Raw(1502), Raw(1499, 9.0), Raw(812)], MM)
    assert (read.mm, read.spread_mm, read.count) == (1501, 2, 3)
    assert read.words == "mean of 3, 2 mm apart; thrown out: 1 no echo, 1 tilted, 1 of something else"
    with pytest.raises(JobFault, match="Too few good readings: 2 no echo"):
        taken([Raw(None), Raw(0), Raw(1500)], MM)


@pytest.fixture
def device():
    made = serve(0, seed=7)
    threading.Thread(target=made.serve_forever, daemon=True).start()
    yield made
    made.shutdown()
    made.server_close()


def address(device):
    return f"127.0.0.1:{device.server_address[1]}"


def fail(device, how):
    with socket.create_connection(device.server_address[:2]) as line:
        line.sendall(f"fail {how}\nnear 1\n".encode())
        line.recv(100)
    while device.how != how:
        pass


def test_one_press_takes_several_near_what_it_is_pointed_at(device):
    app = create_app(laser=Laser(address(device)))
    told = TestClient(app, base_url=HERE).get("/api/laser/distance", params={"near_mm": 1500}).json()
    assert abs(told["mm"] - 1500) < 20
    assert told["count"] >= 3
    assert told["words"].startswith("mean of ")
    staff = TestClient(app, base_url=HERE).get("/api/laser/staff", params={"near_mm": 1320, "units": "ft-in"}).json()
    assert abs(staff["mm"] - 1320) < 20


@pytest.mark.parametrize(
    ("how", "words"),
    [("slow", "does not answer"), ("refused", "breaks off"), ("nonsense", "nothing that can be read"), ("half", "nothing that can be read")],
)  # fmt: skip
def test_it_fails_in_every_way_and_says_so(device, how, words):
    fail(device, how)
    with pytest.raises(Trouble, match=words):
        Laser(address(device), seconds=0.6).readings("distance")


def test_without_one_it_is_said(client):
    told = client.get("/api/laser/distance")
    assert told.status_code == 502
    assert "not set up" in told.json()["detail"]
    with pytest.raises(Trouble, match="does not answer"):
        Laser("127.0.0.1:1").readings("distance")
