"""The server in the background."""

from __future__ import annotations

import os
import signal
import socket
import subprocess
import time
import urllib.request
from pathlib import Path

from .shell import DATA, PYTHON, ROOT, Trouble, environment, say

PID = DATA / "server.pid"
LOG = DATA / "server.log"


def port() -> int:
    text = os.environ.get("FLETCHER_PORT", "8471")
    if not text.isdigit() or not 1 <= int(text) <= 65535:
        raise Trouble(f"FLETCHER_PORT is “{text}”; it should be a number from 1 to 65535.")
    return int(text)


def _alive() -> int | None:
    """The process of our server, if it runs."""
    try:
        pid = int(PID.read_text(encoding="utf-8"))
        os.kill(pid, 0)
        command = Path(f"/proc/{pid}/cmdline").read_bytes()
        return pid if b"fletcher_site" in command else None
    except (OSError, ValueError):
        return None


def stop() -> bool:
    pid = _alive()
    if pid is None:
        PID.unlink(missing_ok=True)
        return False
    os.kill(pid, signal.SIGTERM)
    for _ in range(100):
        if _alive() is None:
            break
        time.sleep(0.1)
    else:
        os.kill(pid, signal.SIGKILL)
    PID.unlink(missing_ok=True)
    return True


def _taken(number: int) -> bool:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", number))
        except OSError:
            return True
    return False


def launch(number: int, url: str, log: Path, pid: Path | None = None, **env: str) -> subprocess.Popen[bytes]:
    """Gunicorn on loopback; the caller waits for it."""
    command = [
        str(PYTHON), "-m", "gunicorn", "fletcher_site.wsgi:application", "--bind", f"127.0.0.1:{number}",
        "--workers", "2", "--threads", "4", "--timeout", "120", "--preload",
    ]  # fmt: skip
    if pid:
        command += ["--pid", str(pid)]
    # sections are small: one thread each, or the workers fight over the cores
    # an evaluation makes and drops many arrays of a few hundred kB: keep that memory instead of
    # handing it back to the system each time
    env = {
        "OPENBLAS_NUM_THREADS": "1",
        "OMP_NUM_THREADS": "1",
        "MALLOC_ARENA_MAX": "1",
        "MALLOC_TRIM_THRESHOLD_": str(256 << 20),
        "MALLOC_MMAP_THRESHOLD_": str(64 << 20),
        "MALLOC_TOP_PAD_": str(16 << 20),
        **env,
    }
    with log.open("ab") as out:
        return subprocess.Popen(
            command, cwd=ROOT, env=environment(DATABASE_URL=url, **env), stdin=subprocess.DEVNULL,
            stdout=out, stderr=out, start_new_session=True,
        )  # fmt: skip


def wait_for(number: int, process: subprocess.Popen[bytes], log: Path) -> None:
    for _ in range(300):
        if process.poll() is not None:
            break
        try:
            with urllib.request.urlopen(f"http://127.0.0.1:{number}/api/session", timeout=5) as answer:
                if answer.status == 200:
                    return
        except OSError:
            time.sleep(0.1)
    tail = "\n".join(log.read_text(encoding="utf-8", errors="replace").splitlines()[-15:])
    raise Trouble(f"The server did not come up. Its log ends:\n{tail}\nPut that right and run ./fletcher up again.")


def check_port() -> int:
    """The port to serve on, free or held by our own server."""
    number = port()
    if _alive() is None and _taken(number):
        raise Trouble(
            f"Port {number} is taken by another program. Stop that program, or choose another port: "
            f"FLETCHER_PORT={number + 9} ./fletcher up"
        )
    return number


def start(url: str) -> str:
    stop()
    number = check_port()
    say("starting the server")
    wait_for(number, launch(number, url, LOG, PID), LOG)
    return f"http://127.0.0.1:{number}/"
