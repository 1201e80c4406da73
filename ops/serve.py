"""The server in the background: gunicorn, and the watcher that brings it back."""

from __future__ import annotations

import contextlib
import datetime
import itertools
import os
import signal
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from pathlib import Path
from typing import NoReturn

from . import processes
from .shell import DATA, PYTHON, ROOT, Trouble, environment, say

#: one line a request, and whatever goes wrong; older ones lie beside it with a number
LOG = DATA / "server.log"
#: what the programs print that no log takes: a crash of the interpreter, the watcher's own words
OUT = DATA / "server.out"
_OUT_BYTES = 2_000_000
#: what the watcher says of a server that ended, and how often one may end before it ever answered
ENDED, ENDS = "the server ended", 3
#: seconds that a start may take on the busiest machine, and between two words about it (own estimate)
_LONGEST_START, _WORD = 1200.0, 20.0
#: seconds for what has been ended to let go of its port
_LETS_GO = 60.0


def port() -> int:
    text = os.environ.get("FLETCHER_PORT", "8471")
    if not text.isdigit() or not 1 <= int(text) <= 65535:
        raise Trouble(f"FLETCHER_PORT is “{text}”; it should be a number from 1 to 65535.")
    return int(text)


def taken(number: int) -> bool:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", number))
        except OSError:
            return True
    return False


def stop(patience: float = 10.0) -> bool:
    """End the watcher, the server and all that they started, hung or not. True where there was something."""
    if not DATA.exists():
        return False
    # the watcher first, or it would bring back what is ended
    watchers = [pid for pid in processes.started_here() if _is_watcher(pid)]
    ended = processes.end(watchers, 5.0)
    ended = processes.end([*processes.started_here(), *_of_before()], patience) or ended
    (DATA / "server.pid").unlink(missing_ok=True)
    return ended


def _of_before() -> list[int]:
    """A server of a program up to 0.3, which left its number in a file, with its workers."""
    kept = DATA / "server.pid"
    try:
        pid = int(kept.read_text(encoding="utf-8"))
        ours = b"fletcher_site" in Path(f"/proc/{pid}/cmdline").read_bytes()
    except (OSError, ValueError):
        ours = False
    return processes.group_of(pid) if ours else []


def _is_watcher(pid: int) -> bool:
    with contextlib.suppress(OSError):
        return b"ops.watch" in Path(f"/proc/{pid}/cmdline").read_bytes()
    return False


def marked(**more: str) -> dict[str, str]:
    """The environment by which a process is known as one that this data folder started."""
    return environment(**{processes.MARK: processes.mark(), **more})


def _out(log: Path) -> int:
    """A file for what is printed, for its owner only; a large one is put beside."""
    with contextlib.suppress(OSError):
        if log.stat().st_size > _OUT_BYTES:
            log.replace(log.with_name(f"{log.name}.1"))
    return os.open(log, os.O_WRONLY | os.O_CREAT | os.O_APPEND, 0o600)


def launch(number: int, url: str, log: Path, out: Path | None = None, **env: str) -> subprocess.Popen[bytes]:
    """Gunicorn on loopback in a group of its own; the caller waits for it and ends the group."""
    command = [
        str(PYTHON), "-m", "gunicorn", "fletcher_site.wsgi:application", "--bind", f"127.0.0.1:{number}",
        "--config", "python:fletcher_site.gunicorn_settings",
    ]  # fmt: skip
    # sections are small: one thread each, or the workers fight over the cores
    # an evaluation makes and drops many arrays of a few hundred kB: keep that memory instead of
    # handing it back to the system each time
    # folders by their open handles: log, locks and addresses follow one that is moved while the server runs
    folders = [os.open(folder, os.O_RDONLY | os.O_DIRECTORY) for folder in (DATA, log.parent)]
    data, beside = (f"/proc/self/fd/{folder}" for folder in folders)
    env = {
        "OPENBLAS_NUM_THREADS": "1",
        "OMP_NUM_THREADS": "1",
        "MALLOC_ARENA_MAX": "1",
        "MALLOC_TRIM_THRESHOLD_": str(256 << 20),
        "MALLOC_MMAP_THRESHOLD_": str(64 << 20),
        "MALLOC_TOP_PAD_": str(16 << 20),
        "FLETCHER_LOG_FILE": f"{beside}/{log.name}",
        "FLETCHER_DATA": data,
        **env,
    }
    handle = _out(out or log.with_suffix(".out"))
    try:
        return subprocess.Popen(
            command, cwd=ROOT, env=environment(DATABASE_URL=url, **env), stdin=subprocess.DEVNULL,
            stdout=handle, stderr=handle, start_new_session=True, pass_fds=folders,
        )  # fmt: skip
    finally:
        for opened in (handle, *folders):
            os.close(opened)


def launch_scale(address: Path | None = None) -> subprocess.Popen[bytes]:
    """The stand-in of a kitchen scale, in a group of its own; it writes its address into a file."""
    handle = _out(OUT)
    try:
        return subprocess.Popen(
            [sys.executable, "-m", "ops.scale", str(address or DATA / "scale.address")], cwd=ROOT, env=marked(),
            stdin=subprocess.DEVNULL, stdout=handle, stderr=handle, start_new_session=True,
        )  # fmt: skip
    finally:
        os.close(handle)


def end_group(process: subprocess.Popen[bytes], patience: float = 10.0) -> None:
    """End a server with all its workers: asked, then killed as a group, the hung ones too."""
    with contextlib.suppress(ProcessLookupError):
        process.terminate()
    with contextlib.suppress(subprocess.TimeoutExpired):
        process.wait(timeout=patience)
    with contextlib.suppress(ProcessLookupError):
        os.killpg(process.pid, signal.SIGKILL)
    process.wait()


def answers(number: int, path: str = "/health", timeout: float = 10.0) -> bool:
    try:
        with urllib.request.urlopen(f"http://127.0.0.1:{number}{path}", timeout=timeout) as answer:
            return bool(answer.status == 200)
    except OSError:
        return False


def _tail(*logs: Path) -> str:
    lines: list[str] = []
    for log in logs:
        if log.exists():
            lines += log.read_text(encoding="utf-8", errors="replace").splitlines()[-15:]
    return "\n".join(lines)


def wait_for(number: int, process: subprocess.Popen[bytes], log: Path, path: str = "/ready") -> None:
    """Until it answers, as long as `process` (a server, or the watcher that starts one) runs.

    Raises
    ------
    Trouble
        When it ended, ended again and again, or did not answer in time, with the end of its log.
    """
    out = log.with_suffix(".out")
    began, ended = time.monotonic(), _count(out, ENDED)
    word = began + _WORD
    while process.poll() is None and time.monotonic() - began < _LONGEST_START:
        if answers(number, path, 5.0):
            return
        if _count(out, ENDED) - ended >= ENDS:
            break
        if time.monotonic() > word:
            say(f"the server is still starting, {time.monotonic() - began:.0f} s so far: this machine is busy or slow")
            word += _WORD
        time.sleep(0.1)
    told = _tail(out, log)
    raise Trouble(f"The server did not come up. Its log ends:\n{told}\nPut that right and run ./fletcher up again.")


def _count(file: Path, words: str) -> int:
    with contextlib.suppress(OSError):
        return file.read_text(encoding="utf-8", errors="replace").count(words)
    return 0


def _ports(pids: list[int]) -> set[int]:
    """The ports that watchers and servers were started for, by their commands."""
    found = set()
    for pid in pids:
        with contextlib.suppress(OSError):
            words = Path(f"/proc/{pid}/cmdline").read_bytes().decode(errors="replace").split("\0")
            for before, word in itertools.pairwise(words):
                address = word.rpartition(":")[2] if before == "--bind" else word if before == "ops.watch" else ""
                if address.isdigit():
                    found.add(int(address))
    return found


def ours() -> set[int]:
    """The ports that this data folder's watcher and server were started for; none where nothing runs."""
    return _ports([*processes.started_here(), *_of_before()]) if DATA.exists() else set()


def check_port(number: int | None = None) -> int:
    """The port to serve on, free or held by our own server; the one that is set where none is named.

    Raises
    ------
    Trouble
        When another program has it. Nothing is ended for it: what runs goes on on its own port.
    """
    number = number or port()
    if taken(number) and number not in ours():
        raise Trouble(_port_taken(number))
    return number


def _port_taken(number: int) -> str:
    running = ", ".join(str(p) for p in sorted(ours()))
    goes_on = f" What runs here already, on port {running}, goes on." if running else ""
    return (
        f"Port {number} is taken by another program. Stop that program, or choose another port: "
        f"FLETCHER_PORT={number + 9} ./fletcher up{goes_on}"
    )


def tell_unwatched() -> None:
    """Say and log that a server ran without its watcher, where it did."""
    servers = processes.started_here()
    if servers and not any(_is_watcher(pid) for pid in servers):
        told = "the watcher had been ended from outside; the server ran on, but nothing would have brought it back"
        say(f"{told}. Both are started again")
        with os.fdopen(_out(OUT), "a", encoding="utf-8") as out:
            out.write(f"{datetime.datetime.now().isoformat(timespec='seconds')} up: {told}\n")


def _watching(number: int) -> tuple[list[str], dict[str, str]]:
    """The watcher's command and environment."""
    return [sys.executable, "-m", "ops.watch", str(number)], marked(FLETCHER_DATA=str(DATA))


def _freed(number: int | None) -> int:
    """The port to serve on, once what ran here has let go of it.

    Raises
    ------
    Trouble
        When another program has it.
    """
    number = check_port(number)
    stop()
    until = time.monotonic() + _LETS_GO
    while taken(number) and time.monotonic() < until:
        time.sleep(0.1)
    if taken(number):
        raise Trouble(_port_taken(number))
    return number


def start(number: int | None = None) -> str:
    """End what ran, wait for the port, start the watcher, which starts the server; its address."""
    number = _freed(number)
    say("starting the server")
    command, env = _watching(number)
    handle = _out(OUT)
    try:
        watcher = subprocess.Popen(
            command, cwd=ROOT, env=env, stdin=subprocess.DEVNULL, stdout=handle, stderr=handle, start_new_session=True
        )
    finally:
        os.close(handle)
    wait_for(number, watcher, LOG)
    return f"http://127.0.0.1:{number}/"


def stay() -> NoReturn:
    """Become the watcher, for whatever keeps this very process running."""
    number = _freed(None)
    say(f"staying here as the watcher of http://127.0.0.1:{number}/")
    command, env = _watching(number)
    os.chdir(ROOT)
    os.execve(command[0], command, env)
