"""How a stand-in fails when it is told to: slow, refused, nonsense, or half an answer."""

from __future__ import annotations

import asyncio
from typing import Literal

from starlette.types import ASGIApp, Message, Receive, Scope, Send

How = Literal["well", "slow", "refused", "nonsense", "half"]
SLOW_S = 8.0


class Failing:
    """Answers in the way that was chosen last; `/fail/{how}` chooses."""

    def __init__(self, app: ASGIApp) -> None:
        self.app, self.how = app, "well"

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        path = str(scope["path"])
        if path.startswith("/fail/"):
            self.how = path.removeprefix("/fail/")
            await _say(send, 200, b'"ok"')
        elif self.how == "slow":
            await asyncio.sleep(SLOW_S)
            await self.app(scope, receive, send)
        elif self.how == "refused":
            await _say(send, 503, b'"closed"')
        elif self.how == "nonsense":
            await _say(send, 200, b"<html>not what was asked</html>")
        elif self.how == "half":
            await self.app(scope, receive, _half(send))
        else:
            await self.app(scope, receive, send)


async def _say(send: Send, status: int, body: bytes) -> None:
    await send({"type": "http.response.start", "status": status, "headers": [(b"content-type", b"application/json")]})
    await send({"type": "http.response.body", "body": body})


def _half(send: Send) -> Send:
    """Sends the first half of a body as if it were all of it."""

    async def halved(message: Message) -> None:
        if message["type"] == "http.response.start":
            message["headers"] = [(k, v) for k, v in message["headers"] if k != b"content-length"]
        if message["type"] == "http.response.body":
            body = message.get("body", b"")
            message = {**message, "body": body[: len(body) // 2]}
        await send(message)

    return halved
