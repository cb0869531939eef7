"""From an entry on one device to the sheet on another: the event, and the fresh sheet after it.

    .venv/bin/python benchmarks/live.py http://127.0.0.1:8737

A job is brought into the application that runs there, and put away again. Each time stands beside what the machine takes to plan the same
job in this process, as a ratio, since machines differ.
"""

from __future__ import annotations

import http.client
import statistics
import sys
import time
import uuid
from urllib.parse import urlsplit

from browser import sent
from plan import fence
from timing import best

from rowstake.core.job import write_job_text
from rowstake.core.plan import plan

ENTRIES = 20


def event(stream: http.client.HTTPResponse) -> str:
    """The next event's name."""
    while True:
        line = stream.readline().decode()
        if line.startswith("event: "):
            return line.removeprefix("event: ").strip()


def main(url: str) -> None:
    for length in (20, 100, 400):
        job = fence(length)
        floor = best(lambda job=job: plan(job), 5) * 1000
        key = sent(f"{url}/api/jobs/import", "POST", {"text": write_job_text(job)})["held"]["id"]
        at = urlsplit(url)
        connection = http.client.HTTPConnection(at.hostname or "", at.port)
        connection.request("GET", f"/api/jobs/{key}/events")
        stream = connection.getresponse()
        told, fresh = [], []
        event(stream)
        time.sleep(1.5)
        for n in range(ENTRIES):
            entry = {
                "id": str(uuid.uuid4()),
                "time": "2026-03-02T08:00:00+00:00",
                "author": "bench",
                "kind": "note",
                "values": {"text": str(n)},
            }
            start = time.perf_counter()
            sent(f"{url}/api/jobs/{key}/entries", "POST", {"entries": [entry]})
            while event(stream) != "changed":
                pass
            told.append((time.perf_counter() - start) * 1000)
            sent(f"{url}/api/jobs/{key}/built", "GET")
            fresh.append((time.perf_counter() - start) * 1000)
        connection.close()
        sent(f"{url}/api/jobs/{key}/archive", "POST", {"archived": True})
        for name, took in (("event there", told), ("sheet there", fresh)):
            middle = statistics.median(took)
            print(
                f"fence of {length} m: {name} after {middle:.0f} ms, {middle / floor:.1f} × a plan of it ({floor:.0f} ms)"
            )


if __name__ == "__main__":
    main(sys.argv[1])
