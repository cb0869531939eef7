"""What changes of a job, told to every page that looks at it, whichever server process it came in by: PostgreSQL's LISTEN and NOTIFY, handed
on as server-sent events."""

from __future__ import annotations

import asyncio
import contextlib
import json
import threading
from collections.abc import AsyncIterator

import psycopg
from sqlalchemy import Engine

MOST_LISTENERS = 500
BEAT_S = 15.0
"""So often something is sent though nothing changed, so that a connection that has gone is noticed."""
AGAIN_S = 1.0
MOST_WAITING = 100
OVER = ""


class Hub:
    """One connection that listens, for as many pages as there are; it begins with the first."""

    def __init__(self, engine: Engine | None) -> None:
        self._engine = engine
        self._listeners: dict[asyncio.Queue[str], tuple[str, asyncio.AbstractEventLoop]] = {}
        self._lock = threading.Lock()
        self._thread: threading.Thread | None = None

    @property
    def full(self) -> bool:
        return len(self._listeners) >= MOST_LISTENERS

    async def of(self, job: str) -> AsyncIterator[str]:
        """Server-sent events of a job: `event: changed` with what did, `again` after the database was away."""
        queue: asyncio.Queue[str] = asyncio.Queue(MOST_WAITING)
        with self._lock:
            self._listeners[queue] = job, asyncio.get_running_loop()
            if self._thread is None:
                self._thread = threading.Thread(target=self._listen, daemon=True, name="events")
                self._thread.start()
        try:
            yield "event: again\ndata: {}\n\n"
            while True:
                try:
                    words = await asyncio.wait_for(queue.get(), BEAT_S)
                except TimeoutError:
                    words = ": still here\n\n"
                if words == OVER:
                    return
                yield words
        finally:
            with self._lock:
                self._listeners.pop(queue, None)

    def close(self) -> None:
        """Lets every page go: the server stops."""
        self._tell(None, OVER)

    def _listen(self) -> None:
        """For as long as the process lives; a database that went away is asked again, and pages are told to look once it is back."""
        assert self._engine is not None
        url = self._engine.url.render_as_string(hide_password=False).replace("+psycopg", "")
        pause = threading.Event()
        while True:
            with contextlib.suppress(psycopg.Error), psycopg.connect(url, autocommit=True) as connection:
                connection.execute("LISTEN rowstake")
                self._tell(None, "event: again\ndata: {}\n\n")
                for told in connection.notifies():
                    what = json.loads(told.payload)
                    self._tell(what["job"], f"event: changed\ndata: {json.dumps({'what': what['what']})}\n\n")
            pause.wait(AGAIN_S)

    def _tell(self, job: str | None, words: str) -> None:
        with self._lock:
            found = [(queue, loop) for queue, (own, loop) in self._listeners.items() if job is None or own == job]
        for queue, loop in found:
            with contextlib.suppress(RuntimeError):  # the loop of a page that has just gone
                loop.call_soon_threadsafe(_put, queue, words)


def _put(queue: asyncio.Queue[str], words: str) -> None:
    """A page that does not read looks again at what it missed with the next it does read."""
    with contextlib.suppress(asyncio.QueueFull):
        queue.put_nowait(words)
