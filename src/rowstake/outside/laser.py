"""A measuring device behind its bridge: a local socket that streams readings as JSON lines. One press takes some of them."""

from __future__ import annotations

import json
import math
import socket
import time

from rowstake.core.record.reading import Raw
from rowstake.outside.asked import Trouble

WHO = "The laser"
READINGS, SECONDS, MOST_BYTES = 7, 2.5, 100_000


class Laser:
    """`address` is host:port, empty where there is none."""

    def __init__(self, address: str = "", seconds: float = SECONDS) -> None:
        self.address, self.seconds = address, seconds

    def readings(self, kind: str, near_mm: float | None = None) -> list[Raw]:
        """Some readings of a kind. Raises `Trouble` where nothing answers, it breaks off, or nothing of it can be read."""
        host, _, port = self.address.rpartition(":")
        if not host:
            raise Trouble(f"{WHO} is not set up")
        until, data, out = time.monotonic() + self.seconds, b"", list[Raw]()
        try:
            with socket.create_connection((host, int(port)), timeout=self.seconds) as stream:
                if near_mm is not None:
                    stream.sendall(f"near {near_mm:.1f}\n".encode())
                while len(out) < READINGS and len(data) < MOST_BYTES:
                    left = until - time.monotonic()
                    if left <= 0:
                        break
                    stream.settimeout(left)
                    chunk = stream.recv(4096)
                    if not chunk:
                        break
                    data += chunk
                    out = [raw for line in data.split(b"\n")[:-1] if (raw := _read(line, kind)) is not None]
        except TimeoutError:
            pass
        except (OSError, ValueError):
            raise Trouble(f"{WHO} does not answer") from None
        if not out:
            raise Trouble(
                f"{WHO} {'sends nothing that can be read' if data else f'does not answer in {self.seconds:g} seconds, or breaks off'}"
            )
        return out


def _read(line: bytes, kind: str) -> Raw | None:
    """A line as a reading; None for anything else."""
    try:
        told = json.loads(line)
        if not isinstance(told, dict) or told.get("kind", kind) != kind:
            return None
        mm, tilt = told.get("mm"), float(told.get("tilt_deg", 0.0))
        found = None if mm is None else float(mm)
    except (ValueError, TypeError, UnicodeDecodeError):
        return None
    return Raw(found, tilt) if (found is None or 0 < found < 1e7) and math.isfinite(tilt) else None
