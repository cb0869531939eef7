"""A measuring laser and level, as a bridge to a device would stream it: JSON lines over a local socket, with noise, tilt and drop-outs.

It sends `{"kind": …, "mm": …, "tilt_deg": …}` of each kind, `distance` and `staff`, some ten times a second. What is sent to it is read as `near MM` (what it is
pointed at, about) or `fail HOW` (well, slow, refused, nonsense, half)."""

from __future__ import annotations

import json
import random
import socket
import socketserver
import sys
import threading
import time

KINDS = ("distance", "staff")
EVERY_S, SLOW_S = 0.1, 8.0
NOISE_MM, OFF_MM = 0.8, 12.0
DROPS = 0.12
"""The share of readings that are none: no echo, the device was moved, half a line."""


class Stream(socketserver.BaseRequestHandler):
    """One that listens: what it points at is told by it, how the device fails by anybody."""

    server: Device

    def handle(self) -> None:
        near = [2400.0]
        self.request.settimeout(None)
        threading.Thread(target=self._listen, args=(near,), daemon=True).start()
        random_ = random.Random(self.server.seed)
        time.sleep(EVERY_S)
        off = random_.uniform(-OFF_MM, OFF_MM)
        while True:
            how = self.server.how
            if how == "refused":
                return
            if how == "slow":
                time.sleep(SLOW_S)
            lines = "".join(self._line(random_, kind, near[0] + off, how) for kind in KINDS)
            try:
                self.request.sendall(lines.encode())
            except OSError:
                return
            if how == "half":
                return
            time.sleep(EVERY_S)

    def _line(self, random_: random.Random, kind: str, mm: float, how: str) -> str:
        if how == "nonsense":
            return "%%% ready >\n"
        told = {
            "kind": kind,
            "mm": round(mm + random_.gauss(0, NOISE_MM), 1),
            "tilt_deg": round(random_.uniform(0, 0.4), 2),
        }
        drop = random_.random()
        if drop < DROPS / 3:
            told["mm"] = None
        elif drop < DROPS * 2 / 3:
            told["mm"] = round(mm + random_.choice((-1, 1)) * random_.uniform(80, 900), 1)
        elif drop < DROPS:
            told["tilt_deg"] = round(random_.uniform(3, 20), 2)
        line = json.dumps(told)
        return line[: len(line) // 2] if how == "half" else line + "\n"

    def _listen(self, near: list[float]) -> None:
        try:
            for line in self.request.makefile("r", encoding="utf-8", errors="replace"):
                word, _, rest = line.strip().partition(" ")
                if word == "near" and rest.replace(".", "", 1).isdigit():
                    near[0] = float(rest)
                elif word == "fail":
                    self.server.how = rest
        except OSError:
            return


class Device(socketserver.ThreadingTCPServer):
    allow_reuse_address, daemon_threads = True, True
    how, seed = "well", None


def serve(port: int, seed: int | None = None) -> Device:
    """Listens on loopback; for tests with a seed."""
    made = Device(("127.0.0.1", port), Stream)
    made.seed = seed  # type: ignore[assignment]
    return made


if __name__ == "__main__":
    with serve(int(sys.argv[1])) as device:
        device.socket.setsockopt(socket.SOL_SOCKET, socket.SO_KEEPALIVE, 1)
        device.serve_forever()
