"""What is held before a route sees a request: its size, how many are under way, where it comes from."""

from __future__ import annotations

import asyncio
from collections.abc import Iterable
from urllib.parse import urlsplit

from starlette.datastructures import Headers
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from rowstake.server.problems import answer

LARGEST = 2_000_000
"""Bytes: a job of 10 km is well under this."""
LARGEST_PHOTO = 12_000_000
PHOTOS = "/photos/"
EVENTS = "/events"
"""What goes on for as long as a page is open takes no turn from others."""
MOST_AT_ONCE = 24
"""Requests to the interface that are worked on together; more than two cores can do, fewer than the pool has connections."""
LONGEST_S = 10.0
"""How long one waits its turn before it is told to come again in a moment: well before a browser gives up."""
MOST_IN_LINE = 1000
SAFE = ("GET", "HEAD", "OPTIONS")


class BodyLimit:
    """Refuses bodies over the limit with 413, whether they say their length or not. A body is read whole before the
    application sees any of it."""

    def __init__(self, app: ASGIApp, largest: int = LARGEST) -> None:
        self.app, self.largest = app, largest

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        largest = LARGEST_PHOTO if PHOTOS in scope["path"] else self.largest
        said = Headers(scope=scope).get("content-length", "0")
        refusal = answer(413, "That is too large", f"The largest body accepted is {largest // 1_000_000} MB")
        if not said.isdigit() or int(said) > largest:
            await refusal(scope, receive, send)
            return
        body, more = bytearray(), scope["method"] not in SAFE
        while more:
            message = await receive()
            if message["type"] != "http.request":
                return
            body += message.get("body", b"")
            more = message.get("more_body", False)
            if len(body) > largest:
                await refusal(scope, receive, send)
                return
        given = False

        async def whole() -> Message:
            nonlocal given
            if given or scope["method"] in SAFE:
                return await receive()
            given = True
            return {"type": "http.request", "body": bytes(body), "more_body": False}

        await self.app(scope, whole, send)


class Busy:
    """Takes requests to the interface in turn, so many at once. One whose turn does not come soon is told that it is busy,
    so that none waits until it times out."""

    def __init__(
        self, app: ASGIApp, most: int = MOST_AT_ONCE, longest_s: float = LONGEST_S, in_line: int = MOST_IN_LINE
    ) -> None:
        self.app, self.turns, self.longest_s, self.in_line = app, asyncio.Semaphore(most), longest_s, in_line
        self.waiting = 0

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http" or not scope["path"].startswith("/api/") or scope["path"].endswith(EVENTS):
            await self.app(scope, receive, send)
        elif await self._turn():
            try:
                await self.app(scope, receive, send)
            finally:
                self.turns.release()
        else:
            busy = answer(
                503, "Busy, again in a moment", "Many people are at work. Your change is kept and sent again."
            )
            await busy(scope, receive, send)

    async def _turn(self) -> bool:
        if not self.turns.locked():
            return await self.turns.acquire()
        if self.waiting >= self.in_line:
            return False
        self.waiting += 1
        try:
            await asyncio.wait_for(self.turns.acquire(), self.longest_s)
        except TimeoutError:
            return False
        finally:
            self.waiting -= 1
        return True


class OwnPagesOnly:
    """Answers only to this machine's own names, and takes changes only from pages it served itself."""

    def __init__(self, app: ASGIApp, hosts: Iterable[str]) -> None:
        self.app, self.hosts = app, frozenset(hosts)

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        headers = Headers(scope=scope)
        host = headers.get("host", "")
        if host.rsplit(":", 1)[0] not in self.hosts:
            refusal = answer(400, "Not here", f"Row Stake answers to {' and '.join(sorted(self.hosts))} only")
            await refusal(scope, receive, send)
            return
        origin = headers.get("origin")
        foreign = origin is not None and urlsplit(origin).netloc != host
        if scope["method"] not in SAFE and (
            foreign or headers.get("sec-fetch-site", "same-origin") not in ("same-origin", "none")
        ):
            refusal = answer(403, "Not from there", "Changes are taken from Row Stake's own pages only")
            await refusal(scope, receive, send)
            return
        await self.app(scope, receive, send)


GUARDS = {
    "content-security-policy": "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self' data:; "
    "connect-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'",
    "x-content-type-options": "nosniff",
    "x-frame-options": "DENY",
    "referrer-policy": "no-referrer",
    "cross-origin-opener-policy": "same-origin",
    "cross-origin-resource-policy": "same-origin",
}
"""What browsers are told with every answer: nothing from elsewhere, no frames, no guessing of types."""
KEPT = "public, max-age=31536000, immutable"
ASKED = "no-cache"


class Guarded:
    """Puts the guards on every answer; files named by their content are kept, everything else is asked for again."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        async def guarded(message: Message) -> None:
            if message["type"] == "http.response.start":
                kept = scope["path"].startswith("/assets/") and message["status"] == 200
                more = {**GUARDS, "cache-control": KEPT if kept else ASKED}
                have = {name for name, _ in message["headers"]}
                message["headers"] = [
                    *message["headers"],
                    *((k.encode(), v.encode()) for k, v in more.items() if k.encode() not in have),
                ]
            await send(message)

        await self.app(scope, receive, guarded if scope["type"] == "http" else send)
