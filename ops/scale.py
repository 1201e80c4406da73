"""A kitchen scale that is not there: a stand-in on an address of its own, with steps, drift, noise, tare and a plug.

Runs as ``python -m ops.scale FILE``: it takes a free port on loopback and writes its address into FILE. What it speaks
is told in docs/scale.md, so that a real one can take its place. Standard library only.
"""

from __future__ import annotations

import json
import math
import os
import random
import sys
import time
from collections import OrderedDict
from collections.abc import Callable
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path
from threading import Lock
from typing import Any

#: g in which it shows, and more than which it bears not (a usual kitchen scale)
STEP, MOST = 1.0, 5000.0
#: s until what is laid on is shown to two thirds, and until it stands still (own estimate)
SETTLES, STEADY = 0.12, 1.2
#: g by which it wanders in a minute since its tare, and how far it flickers (own estimate: it warms up)
DRIFT, NOISE = 0.25, 0.3
#: pans that are remembered, the last used ones
PANS = 1000


class Pan:
    """One pan: what lies on it, what it shows."""

    def __init__(self, clock: Callable[[], float] = time.monotonic, chance: random.Random | None = None) -> None:
        self.clock, self.chance = clock, chance or random.Random()
        self.plugged = True
        self.lies = self.was = self.zero = 0.0
        self.laid = self.tared = clock()

    def _felt(self) -> float:
        """g that its spring feels: what lies there once it has settled, and how far it has wandered."""
        now = self.clock()
        settled = self.lies + (self.was - self.lies) * math.exp(-(now - self.laid) / SETTLES)
        return settled + DRIFT * (now - self.tared) / 60

    def lay(self, grams: float) -> None:
        """Something of another weight lies there now."""
        felt = self._felt() - DRIFT * (self.clock() - self.tared) / 60
        self.was, self.lies, self.laid = felt, grams, self.clock()

    def tare(self) -> None:
        """What lies there counts as nothing from now on."""
        self.tared = self.clock()
        self.zero = self._felt()

    def plug(self, there: bool) -> None:
        """Taken from its power it forgets its tare."""
        if there and not self.plugged:
            self.zero, self.tared = 0.0, self.clock()
        self.plugged = there

    def read(self) -> dict[str, Any]:
        """What it shows."""
        flicker = self.chance.uniform(-NOISE, NOISE)
        shown = STEP * round((self._felt() - self.zero + flicker) / STEP)
        steady = self.clock() - self.laid > STEADY
        return {"grams": shown + 0.0, "steady": steady, "step_g": STEP, "stand_in": True}


class Scale:
    """As many pans as are asked for, by name."""

    def __init__(self) -> None:
        self.pans: OrderedDict[str, Pan] = OrderedDict()
        self.lock = Lock()

    def pan(self, name: str) -> Pan:
        found = self.pans.pop(name, None) or Pan()
        self.pans[name] = found
        while len(self.pans) > PANS:
            self.pans.popitem(last=False)
        return found

    def answer(self, method: str, path: str, body: Any) -> tuple[int, dict[str, Any]]:
        """(status, what is said) of one question."""
        parts = [p for p in path.split("/") if p]
        if len(parts) < 2 or parts[0] != "pans" or len(parts) > 3 or not parts[1].isalnum() or len(parts[1]) > 40:
            return 404, {"what": "Ask /pans/NAME."}
        with self.lock:
            pan, does = self.pan(parts[1]), parts[2] if len(parts) == 3 else ""
            if method == "POST" and does == "plug" and isinstance(body, dict) and isinstance(body.get("in"), bool):
                pan.plug(body["in"])
                return 200, {}
            if method == "POST" and does == "lay":
                grams = body.get("grams") if isinstance(body, dict) else None
                if isinstance(grams, bool) or not isinstance(grams, int | float) or not 0 <= grams <= MOST:
                    return 422, {"what": f"It bears 0 to {MOST:g} g."}
                pan.lay(float(grams))
                return 200, {}
            if not pan.plugged:
                return 503, {"what": "It is not plugged in."}
            if method == "POST" and does == "tare":
                pan.tare()
                return 200, {}
            if method == "GET" and not does:
                return 200, pan.read()
        return 404, {"what": "Ask /pans/NAME, /pans/NAME/tare."}


def handler(scale: Scale) -> type[BaseHTTPRequestHandler]:
    """Of one scale's address."""

    class Handler(BaseHTTPRequestHandler):
        timeout = 5

        def _speak(self, method: str) -> None:
            body: Any = None
            try:
                size = int(self.headers.get("content-length") or 0)
                if size > 1000:
                    raise ValueError
                body = json.loads(self.rfile.read(size)) if size else None
                status, said = scale.answer(method, self.path, body)
            except (ValueError, RecursionError):
                status, said = 422, {"what": "This is no JSON of a few letters."}
            told = json.dumps(said).encode()
            self.send_response(status)
            self.send_header("content-type", "application/json")
            self.send_header("content-length", str(len(told)))
            self.end_headers()
            self.wfile.write(told)

        def do_GET(self) -> None:
            self._speak("GET")

        def do_POST(self) -> None:
            self._speak("POST")

        def log_message(self, format: str, *args: Any) -> None:
            """It has nothing to tell a log."""

    return Handler


def main(arguments: list[str]) -> int:
    address = Path(arguments[0])
    server = ThreadingHTTPServer(("127.0.0.1", 0), handler(Scale()))
    server.daemon_threads = True
    half = address.with_suffix(f".{os.getpid()}")
    half.write_text(f"http://127.0.0.1:{server.server_port}", encoding="utf-8")
    half.replace(address)
    server.serve_forever()
    return 0


if __name__ == "__main__":
    raise SystemExit(main(sys.argv[1:]))
