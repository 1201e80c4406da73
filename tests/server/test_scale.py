"""The kitchen scale behind the API: what it shows, and everything that a scale can do wrong."""

from __future__ import annotations

import json
import threading
from collections.abc import Callable, Iterator
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path
from typing import Any

import pytest

from ops.scale import Scale, handler

from .conftest import Person

Serve = Callable[[type[BaseHTTPRequestHandler]], None]


@pytest.fixture
def serve(tmp_path: Path, settings: Any) -> Iterator[Serve]:
    """Puts a scale on an address that Fletcher knows."""
    servers = []
    settings.SCALE_FILE = tmp_path / "scale.address"

    def put(of: type[BaseHTTPRequestHandler]) -> None:
        server = ThreadingHTTPServer(("127.0.0.1", 0), of)
        server.daemon_threads = True
        threading.Thread(target=server.serve_forever, daemon=True).start()
        servers.append(server)
        settings.SCALE_FILE.write_text(f"http://127.0.0.1:{server.server_port}")

    yield put
    for server in servers:
        server.shutdown()
        server.server_close()


def saying(status: int, body: bytes) -> type[BaseHTTPRequestHandler]:
    class Odd(BaseHTTPRequestHandler):
        def do_GET(self) -> None:
            self.send_response(status)
            self.end_headers()
            self.wfile.write(body)

        do_POST = do_GET

        def log_message(self, format: str, *args: Any) -> None: ...

    return Odd


def test_it_is_read_tared_and_unplugged(ann: Person, bob: Person, serve: Serve) -> None:
    serve(handler(Scale()))
    assert ann.post("/api/scale/hand", {"lay_g": 54.3}).status_code == 200
    shown = ann.get("/api/scale").json()
    assert shown["there"]
    assert shown["stand_in"]
    assert not shown["steady"]
    # each workshop has its own pan
    assert bob.get("/api/scale").json()["grams"] == pytest.approx(0, abs=1)
    ann.post("/api/scale/tare", {})
    ann.post("/api/scale/hand", {"plugged": False})
    gone = ann.get("/api/scale").json()
    assert not gone["there"]
    assert "plug" in gone["what"].lower()
    assert ann.post("/api/scale/hand", {"plugged": True}).json()["there"]


@pytest.mark.parametrize(
    ("status", "body"),
    [
        (200, b"not json"), (200, b"{}"), (200, b'{"grams": "54", "steady": "maybe"}'), (200, b"[" * 3000),
        (500, b"{}"),
        (200, json.dumps({"grams": 1e9, "steady": True}).encode()), (200, b'{"grams": NaN, "steady": true}'),
    ],
)  # fmt: skip
def test_what_it_says_wrong_is_told_and_breaks_nothing(ann: Person, serve: Serve, status: int, body: bytes) -> None:
    serve(saying(status, body))
    answer = ann.get("/api/scale")
    assert answer.status_code == 200
    assert not answer.json()["there"]
    assert "Type the weight" in answer.json()["what"]


def test_without_one_and_with_another_machines(ann: Person, serve: Serve, settings: Any) -> None:
    assert not ann.get("/api/scale").json()["there"]
    for address in (
        "http://10.0.0.1:80",
        "file:///etc/passwd",
        "http://127.0.0.1.example.org:80",
        "",
        "http://127.0.0.1:1",
    ):
        settings.SCALE_FILE.write_text(address)
        told = ann.get("/api/scale").json()
        assert not told["there"]
    answer = ann.post("/api/scale/hand", {"lay_g": 5})
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["field"].endswith("lay_g")
    assert ann.post("/api/scale/hand", {"lay_g": -5}).status_code == 422
