"""People who send or read far too slowly do not hold the server from the others."""

from __future__ import annotations

import base64
import contextlib
import io
import socket
import threading
import time
from collections.abc import Iterator

import pytest
from PIL import Image

from ops.shell import ROOT

from .house import House, Visitor

#: more than the server has threads
MANY = 20


@pytest.fixture
def lines(house: House) -> Iterator[list[socket.socket]]:
    made = [socket.create_connection(("127.0.0.1", house.port)) for _ in range(MANY)]
    yield made
    for line in made:
        line.close()


def answered_within(house: House, seconds: float) -> None:
    until = time.monotonic() + seconds
    while time.monotonic() < until:
        if house.ready():
            return
        time.sleep(0.2)
    raise AssertionError(f"nobody else was answered within {seconds:g} s")


_POST = b"POST /api/session HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 900\r\n\r\n"


@pytest.mark.parametrize(
    "head",
    [b"GET /api/session HTTP/1.1\r\nHost: x\r\nX-Slow: ", _POST + b"{", b""],
    ids=["in the middle of a head", "in the middle of a body", "nothing at all"],
)
def test_many_who_stop_half_way(house: House, lines: list[socket.socket], head: bytes) -> None:
    visitor = Visitor(house)
    workers = set(house.workers())
    for line in lines:
        line.sendall(head)
    time.sleep(1.0)
    answered_within(house, 30)
    # by chance one worker has taken them all: then it is three rounds of six seconds until it is its turn
    assert visitor.ask("GET", "/api/airframes", patience=45)[0] == 200
    assert set(house.workers()) == workers  # nobody else's request was torn off for it


def test_who_sends_a_picture_slowly_keeps_no_other_waiting(house: House) -> None:
    visitor = Visitor(house)
    airframe = visitor.first()["id"]
    test = visitor.ask("GET", "/api/glue/tests")[1]["tests"][0]["id"]
    out = io.BytesIO()
    Image.new("RGB", (4, 3)).save(out, "PNG")
    dot = base64.b64encode(out.getvalue()).decode()
    head = _POST.replace(b"POST /api/session", b"PUT /api/glue/tests/1/picture") + b"{"
    lines = [socket.create_connection(("127.0.0.1", house.port)) for _ in range(4)]
    try:
        for line in lines:
            line.sendall(head)
        time.sleep(0.5)
        assert visitor.ask("PUT", f"/api/glue/tests/{test}/picture", {"picture": dot})[0] == 200
        kept = {"key": "slow", "picture": dot}
        assert visitor.ask("PUT", f"/api/airframes/{airframe}/repair-pictures", kept)[0] == 204
        for line in lines:  # none of them had been given up when it was answered
            line.setblocking(False)
            with pytest.raises(BlockingIOError):
                line.recv(1)
    finally:
        for line in lines:
            line.close()


def test_many_who_ask_for_much_and_do_not_read(house: House) -> None:
    """Scripts of some hundred kB, into a socket that takes a few."""
    visitor = Visitor(house)
    name = next((ROOT / "web" / "dist" / "assets").glob("index-*.js")).name
    lines = []
    for _ in range(MANY):
        line = socket.socket()
        line.setsockopt(socket.SOL_SOCKET, socket.SO_RCVBUF, 2048)
        line.connect(("127.0.0.1", house.port))
        line.sendall(f"GET /assets/{name} HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n".encode() * 8)
        lines.append(line)
    try:
        time.sleep(1.0)
        answered_within(house, 45)
        assert visitor.ask("GET", "/api/airframes", patience=45)[0] == 200
    finally:
        for line in lines:
            line.close()


def test_many_who_send_a_byte_now_and_then(house: House, lines: list[socket.socket]) -> None:
    ending = threading.Event()

    def trickle(line: socket.socket) -> None:
        with contextlib.suppress(OSError):
            line.sendall(_POST)
            while not ending.is_set():
                line.sendall(b" ")
                time.sleep(0.5)

    threads = [threading.Thread(target=trickle, args=(line,), daemon=True) for line in lines]
    for thread in threads:
        thread.start()
    try:
        time.sleep(1.0)
        answered_within(house, 45)
    finally:
        ending.set()
        for thread in threads:
            thread.join(timeout=5)
    answered_within(house, 10)
