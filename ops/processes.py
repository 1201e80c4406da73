"""The processes that one data folder has started, found by a mark in their environment, hung or not."""

from __future__ import annotations

import os
import signal
import time
from pathlib import Path

from .shell import DATA

#: name of the variable that every process of the server carries
MARK = "FLETCHER_STARTED_BY"


def mark() -> str:
    """What tells this data folder's processes from those of any other; the same after a rename."""
    seen = DATA.stat()
    return f"{seen.st_dev}-{seen.st_ino}"


def _environment(pid: int) -> bytes:
    try:
        return Path(f"/proc/{pid}/environ").read_bytes()
    except OSError:
        return b""


def _stat(pid: int) -> list[str]:
    """State, parent, group and so on; nothing where there is no such process."""
    try:
        return Path(f"/proc/{pid}/stat").read_text(encoding="utf-8", errors="replace").rpartition(")")[2].split()
    except OSError:
        return []


def is_running(pid: int) -> bool:
    """Whether a process is there and is more than a dead one that nobody has asked after."""
    return _stat(pid)[:1] not in ([], ["Z"], ["X"])


def _all() -> list[int]:
    return [int(p.name) for p in Path("/proc").iterdir() if p.name.isdigit()]


def group_of(leader: int) -> list[int]:
    """The processes of one group."""
    return [pid for pid in _all() if _stat(pid)[2:3] == [str(leader)] and is_running(pid)]


def seconds_worked(leader: int) -> float:
    """Seconds of processor time that the processes of one group have taken so far."""
    ticks = sum(int(t) for pid in group_of(leader) for t in _stat(pid)[11:13])
    return ticks / float(os.sysconf("SC_CLK_TCK"))


def started_here() -> list[int]:
    """All processes of this data folder but the one that asks."""
    wanted = f"{MARK}={mark()}".encode()
    return [
        pid for pid in _all() if pid != os.getpid() and wanted in _environment(pid).split(b"\0") and is_running(pid)
    ]


def _signal(pids: list[int], number: signal.Signals) -> None:
    for pid in pids:
        try:
            os.kill(pid, number)
        except ProcessLookupError:
            continue


def end(pids: list[int], patience: float = 10.0) -> bool:
    """End processes: asked first, killed after `patience` seconds. True where there was something to end.

    A stopped process cannot hear that it should end: it is killed like a hung one.
    """
    if not pids:
        return False
    _signal(pids, signal.SIGTERM)
    until = time.monotonic() + patience
    while time.monotonic() < until and any(is_running(p) for p in pids):
        time.sleep(0.05)
    left = [p for p in pids if is_running(p)]
    _signal(left, signal.SIGKILL)
    until = time.monotonic() + 5.0
    while time.monotonic() < until and any(is_running(p) for p in left):
        time.sleep(0.05)
    return True
