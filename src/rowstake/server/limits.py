"""A limit on the size of what is sent, held before the body is read."""

from __future__ import annotations

from starlette.types import ASGIApp, Message, Receive, Scope, Send

from rowstake.server.problems import answer

LARGEST = 2_000_000
"""Bytes: a job of 10 km is well under this."""


class _TooLarge(Exception):
    pass


class BodyLimit:
    """Refuses bodies over the limit with 413, whether they say their length or not."""

    def __init__(self, app: ASGIApp, largest: int = LARGEST) -> None:
        self.app, self.largest = app, largest

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        said = dict(scope["headers"]).get(b"content-length", b"0")
        refusal = answer(413, "That is too large", f"The largest body accepted is {self.largest // 1_000_000} MB")
        if not said.isdigit() or int(said) > self.largest:
            await refusal(scope, receive, send)
            return
        seen = 0

        async def counted() -> Message:
            nonlocal seen
            message = await receive()
            seen += len(message.get("body", b""))
            if seen > self.largest:
                raise _TooLarge
            return message

        try:
            await self.app(scope, counted, send)
        except _TooLarge:
            await refusal(scope, receive, send)
