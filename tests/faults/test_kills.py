"""kill -9 of every part while saves are acknowledged: nothing acknowledged is lost, and all comes back by itself."""

from __future__ import annotations

import os
import random
import re
import signal
import socket
import time
from pathlib import Path

import pytest

from .house import ROUNDS, House, Saver, Visitor, running, wait_until


def _free(port: int) -> bool:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError:
            return False
    return True


@pytest.mark.parametrize("part", ["worker", "master", "backend", "postmaster"])
def test_what_was_acknowledged_outlives_a_kill(house: House, part: str) -> None:
    saver = Saver(house)
    saver.start()
    chance = random.Random(part)
    for _ in range(ROUNDS):
        so_far = saver.saved()
        wait_until(lambda so_far=so_far: saver.saved() > so_far)
        time.sleep(chance.uniform(0.0, 0.2))
        match part:
            case "worker":
                pid = chance.choice(wait_until(house.workers))
            case "master":
                pid = house.master()
            case "backend":
                pid = chance.choice(wait_until(house.backends))
            case _:
                pid = house.postmaster()
        os.kill(pid, signal.SIGKILL)
        wait_until(lambda pid=pid: not running(pid))
        # by itself: nobody runs a command
        wait_until(house.ready, 60)
        killed = saver.saved()
        wait_until(lambda killed=killed: saver.saved() > killed + 1, 60)
        if part == "master":
            wait_until(lambda pid=pid: house.processes("gunicorn") and house.master() != pid)
            wait_until(house.ready, 60)
    saver.end()
    saver.check()
    assert saver.saved() > 2 * ROUNDS


@pytest.mark.slow
def test_a_worker_that_hangs_is_replaced_by_up_and_stop_ends_all(house: House) -> None:
    saver = Saver(house)
    saver.start()
    wait_until(lambda: saver.saved() > 1)
    hung = house.workers()[0]
    os.kill(hung, signal.SIGSTOP)
    os.kill(house.processes("ops.watch")[0], signal.SIGKILL)
    os.kill(house.master(), signal.SIGKILL)
    said = house.command("up")
    assert "ready: open" in said
    assert hung not in house.processes()
    after = saver.saved()
    wait_until(lambda: saver.saved() > after)
    saver.end()
    saver.check()
    os.kill(house.workers()[0], signal.SIGSTOP)
    os.kill(house.postmaster(), signal.SIGSTOP)
    began = time.monotonic()
    assert "stopped the server and PostgreSQL" in house.command("stop")
    assert time.monotonic() - began < 60
    assert house.processes() == []
    assert _free(house.port)
    assert "nothing was running" in house.command("stop")
    house.command("up")
    saver.check()


def test_while_the_database_is_away_the_server_says_so_and_the_log_tells_who_brought_it_back(house: House) -> None:
    visitor = Visitor(house)
    watcher = house.processes("ops.watch")[0]
    os.kill(watcher, signal.SIGSTOP)
    os.kill(house.postmaster(), signal.SIGKILL)
    try:
        status, said = wait_until(lambda: _refused(visitor))
        assert status == 503
        assert "away for a moment" in said["message"]
    finally:
        os.kill(watcher, signal.SIGCONT)
    wait_until(house.ready)
    assert visitor.ask("GET", "/api/airframes")[0] == 200
    told = (house.data / "server.out").read_text(encoding="utf-8")
    assert "the database is gone; starting it again" in told


def _refused(visitor: Visitor) -> tuple[int, dict[str, str]] | None:
    status, said = visitor.ask("GET", "/api/airframes")
    return None if status == 200 else (status, said)


def test_files_of_the_house_are_its_owners_only(house: House) -> None:
    for name in ("secret", "database-password", "server.log", "server.out"):
        assert (house.data / name).stat().st_mode & 0o077 == 0, name
    assert (house.data / "backups").stat().st_mode & 0o077 == 0 if (house.data / "backups").exists() else True


def test_the_server_has_no_door_but_its_port(house: House) -> None:
    """No named socket by which somebody else could end its workers or ask after them."""
    wait_until(lambda: len(house.workers()) > 1)
    time.sleep(1.0)  # such a door opens after the first answers
    named = {}
    for line in Path("/proc/net/unix").read_text().splitlines()[1:]:
        words = line.split()
        if len(words) > 7:
            named[words[6]] = words[7]
    servers = house.processes("gunicorn")
    assert len(servers) > 1
    open_ = [os.readlink(fd) for pid in servers for fd in Path(f"/proc/{pid}/fd").iterdir() if fd.is_symlink()]
    inodes = [found[1] for found in (re.fullmatch(r"socket:\[(\d+)\]", name) for name in open_) if found]
    assert inodes
    assert [named[inode] for inode in inodes if inode in named] == []


def test_postgresqls_own_log_repeats_no_statement(house: House) -> None:
    house.cluster(
        "try:\n    c.sql(\"select 'our secret plan' from nothing_here\", name='fletcher')\nexcept Exception: pass"
    )
    logs = list((house.data / "postgres" / "cluster" / "log").glob("*.log"))
    assert logs
    text = "".join(log.read_text(encoding="utf-8") for log in logs)
    assert "nothing_here" in text  # the fault itself is there
    assert "secret plan" not in text
