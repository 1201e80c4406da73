"""People who send or read far too slowly do not hold the server from the others."""

from __future__ import annotations

import contextlib
import socket
import threading
import time
from collections.abc import Iterator

import pytest

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
