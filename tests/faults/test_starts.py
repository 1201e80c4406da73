"""Starts on a busy machine, on a taken port, without a watcher, and with a data folder that moves meanwhile."""

from __future__ import annotations

import os
import signal
import socket
import subprocess
import sys
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path

import pytest

from ops.database import free_port
from ops.shell import ROOT

from .house import House, Visitor, running, wait_until

#: longer than three questions to a server that refuses take a watcher
_HELD = 20.0


@contextmanager
def busy(core: int, programs: int) -> Iterator[None]:
    """Programs that work without a pause, all on one core, until it is left."""
    loops = [
        subprocess.Popen(["taskset", "-c", str(core), sys.executable, "-c", "while True: pass"])
        for _ in range(programs)
    ]
    try:
        yield
    finally:
        for loop in loops:
            loop.kill()
            loop.wait()


def starting(house: House, *before: str) -> subprocess.Popen[str]:
    return subprocess.Popen(
        [*before, sys.executable, str(ROOT / "fletcher"), "up"], env=house.environment(), text=True,
        stdout=subprocess.PIPE, stderr=subprocess.STDOUT,
    )  # fmt: skip


@pytest.fixture(scope="module")
def other(ground: Path, house_at: Callable[..., House]) -> House:
    return house_at(ground / "starts")


def test_a_server_that_starts_slowly_is_waited_for(other: House) -> None:
    process = starting(other)
    master = wait_until(other._master, 120)
    os.kill(master, signal.SIGSTOP)
    time.sleep(_HELD)
    assert running(master), "a server that was still starting was ended"
    os.kill(master, signal.SIGCONT)
    said, _ = process.communicate(timeout=180)
    assert "ready: open" in said, said
    assert other.master() == master
    assert "does not answer" not in other.told()


def test_a_port_that_another_program_has_leaves_alone_what_runs(other: House) -> None:
    visitor = Visitor(other)
    before = sorted(other.processes())
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        said = other.command("up", fine=False, FLETCHER_PORT=str(taken.getsockname()[1]))
    assert "is taken by another program" in said
    assert f"on port {other.port}, goes on" in said
    assert sorted(other.processes()) == before
    assert visitor.ask("GET", "/api/airframes")[0] == 200


def test_a_watcher_that_is_gone_is_told_by_the_log_and_by_up(other: House) -> None:
    (watcher,) = other.processes("ops.watch")
    os.kill(watcher, signal.SIGKILL)
    wait_until(lambda: "the watcher is gone" in (other.data / "server.log").read_text(encoding="utf-8"))
    assert other.ready()
    said = other.command("up")
    assert "the watcher had been ended from outside" in said
    assert "the watcher had been ended from outside" in (other.data / "server.out").read_text(encoding="utf-8")
    assert other.processes("ops.watch")


def test_a_data_folder_that_moves_while_it_runs(other: House) -> None:
    visitor = Visitor(other)
    old, new = other.data, other.data.with_name("moved while it ran")
    old.rename(new)
    try:
        wait_until(lambda: f"the data folder lies at {new} now" in (new / "server.out").read_text(encoding="utf-8"))
        assert visitor.ask("GET", "/api/airframes")[0] == 200
        seen = (new / "server.log").stat().st_size
        for _ in range(5):
            visitor.ask("GET", "/api/airframes")
        assert (new / "server.log").stat().st_size > seen
        # with the database ended as well, nothing is made where the folder was
        os.kill(int((new / "postgres" / "cluster" / "postmaster.pid").read_text().splitlines()[0]), signal.SIGKILL)
        time.sleep(4.0)
        assert not old.exists()
        other.data = new
        assert "ready: open" in other.command("up")
        assert visitor.ask("GET", "/api/airframes")[0] == 200
    finally:
        other.data = new
        other.command("stop")
        new.rename(old)
        other.data = old


def test_a_server_that_cannot_start_is_told_soon(other: House) -> None:
    began = time.monotonic()
    said = other.command("up", fine=False, FLETCHER_WORKERS="many")
    assert "The server did not come up" in said
    assert "many" in said
    assert time.monotonic() - began < 120
    other.command("stop")


def test_it_stays_in_front_where_it_is_asked_to(other: House) -> None:
    process = subprocess.Popen(
        [sys.executable, str(ROOT / "fletcher"), "up", "--stay"], env=other.environment(), text=True,
        stdout=subprocess.PIPE, stderr=subprocess.STDOUT,
    )  # fmt: skip
    try:
        wait_until(other.ready, 120)
        assert other.processes("ops.watch") == [process.pid]
        process.send_signal(signal.SIGTERM)
        said, _ = process.communicate(timeout=60)
        assert process.returncode == 0, said
        assert other.processes() == []
    finally:
        process.kill()
        other.command("stop")


@pytest.mark.slow
def test_it_comes_up_beside_eight_programs_that_work_without_a_pause(other: House) -> None:
    other.port = free_port()
    with busy(0, 8):
        process = starting(other, "taskset", "-c", "0")
        said, _ = process.communicate(timeout=900)
        assert "ready: open" in said, said
        assert Visitor(other).first()
        master = other.master()
        os.kill(master, signal.SIGKILL)
        wait_until(lambda: other.ready() and other.master() != master, 300)
    assert "does not answer" not in other.told()
    other.command("stop")
