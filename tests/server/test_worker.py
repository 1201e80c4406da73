"""A socket that waits, but not for ever; the whole server with it is in tests/faults/test_slow.py."""

from __future__ import annotations

import socket
import threading
import time
from collections.abc import Iterator

import pytest
from fletcher_site import deadline, worker
from fletcher_site.worker import Impatient


@pytest.fixture
def ends(monkeypatch: pytest.MonkeyPatch) -> Iterator[tuple[Impatient, socket.socket]]:
    """The server's end and the visitor's, with little patience."""
    monkeypatch.setattr(worker, "SILENT", 0.5)
    monkeypatch.setattr(worker, "ARRIVING", 1.0)
    monkeypatch.setattr(worker, "SLOWEST", 1000.0)
    here, there = socket.socketpair()
    ours = Impatient(here.family, here.type, here.proto, fileno=here.detach())
    ours.setblocking(True)
    ours.expect()
    yield ours, there
    ours.close()
    there.close()


def test_who_says_nothing_is_given_up(ends: tuple[Impatient, socket.socket]) -> None:
    ours, there = ends
    there.sendall(b"half")
    assert ours.recv(100) == b"half"
    assert not ours.given_up
    with pytest.raises(TimeoutError):
        ours.recv(100)
    assert ours.given_up


def test_a_byte_now_and_then_earns_next_to_nothing(ends: tuple[Impatient, socket.socket]) -> None:
    ours, there = ends
    ending = threading.Event()

    def trickle() -> None:
        while not ending.wait(0.05):
            there.sendall(b" ")

    thread = threading.Thread(target=trickle, daemon=True)
    thread.start()
    taken = 0

    def take() -> None:
        nonlocal taken
        while taken < 200:
            taken += len(ours.recv(100))

    with pytest.raises(TimeoutError):
        take()
    ending.set()
    thread.join()
    assert ours.given_up


def test_a_poor_net_is_waited_for(ends: tuple[Impatient, socket.socket]) -> None:
    """Whoever keeps to the least rate may take longer than the patience for a request."""
    ours, there = ends

    def send() -> None:
        for _ in range(16):
            there.sendall(b"x" * 500)
            time.sleep(0.1)

    thread = threading.Thread(target=send, daemon=True)
    thread.start()
    taken = 0
    while taken < 8000:
        taken += len(ours.recv(1000))
    thread.join()
    assert not ours.given_up


def test_a_closed_one_takes_no_harm(ends: tuple[Impatient, socket.socket]) -> None:
    """The main loop closes again what its thread has closed."""
    ours, _ = ends
    ours.close()
    ours.setblocking(True)


def test_what_arrives_slowly_is_given_that_time_to_be_worked_out(ends: tuple[Impatient, socket.socket]) -> None:
    ours, there = ends
    deadline.clock.enter()
    try:
        before, _ = deadline.clock._running[threading.get_ident()]
        threading.Timer(0.3, there.sendall, (b"late",)).start()
        assert ours.recv(100) == b"late"
        after, _ = deadline.clock._running[threading.get_ident()]
    finally:
        deadline.clock.leave()
    assert after - before == pytest.approx(0.3, abs=0.2)
