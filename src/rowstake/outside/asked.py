"""One way to ask a service outside: within a time, an answer of a sane size that says what it should, or trouble in words."""

from __future__ import annotations

from typing import TypeVar

import httpx2
from pydantic import TypeAdapter, ValidationError

T = TypeVar("T")
SECONDS, MOST_BYTES = 3.0, 3_000_000


class Trouble(Exception):
    """Why there is no answer, in words that can be shown."""


def asked(url: str, path: str, answers: TypeAdapter[T], who: str, seconds: float = SECONDS, body: object = None) -> T:
    """What stands at a path of a service, or what it answers to a `body` that is sent there. Raises `Trouble` where it is slow, refuses, breaks off or answers nonsense."""
    if not url:
        raise Trouble(f"{who} is not set up")
    try:
        with (
            httpx2.Client(timeout=seconds, trust_env=False) as client,
            client.stream("GET" if body is None else "POST", url + path, json=body) as response,
        ):
            if response.status_code != 200:
                raise Trouble(f"{who} refuses: {response.status_code}")
            data = bytearray()
            for chunk in response.iter_bytes():
                data += chunk
                if len(data) > MOST_BYTES:
                    raise Trouble(f"{who} answers without end")
    except httpx2.TimeoutException:
        raise Trouble(f"{who} does not answer in {seconds:g} seconds") from None
    except (httpx2.HTTPError, httpx2.InvalidURL, OSError):
        raise Trouble(f"{who} does not answer, or breaks off") from None
    try:
        return answers.validate_json(bytes(data))
    except ValidationError:
        raise Trouble(f"{who} answers something that cannot be read") from None
