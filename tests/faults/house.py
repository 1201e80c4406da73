"""A whole Fletcher on a data folder of its own, started and ended by the real command, asked as a browser would."""

from __future__ import annotations

import contextlib
import http.client
import json
import os
import signal
import subprocess
import sys
import threading
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any

from ops.database import free_port
from ops.shell import ROOT

#: rounds of every kill: `./fletcher test faults` asks for five, the common run for one
ROUNDS = int(os.environ.get("FLETCHER_FAULT_ROUNDS", "1"))


def wait_until(true: Callable[[], Any], seconds: float = 40.0) -> Any:
    until = time.monotonic() + seconds
    while time.monotonic() < until:
        found = true()
        if found:
            return found
        time.sleep(0.1)
    raise AssertionError(f"not within {seconds:g} s")


class House:
    def __init__(self, data: Path, elsewhere: Path) -> None:
        self.data, self.elsewhere, self.port = data, elsewhere, free_port()

    def environment(self, **more: str) -> dict[str, str]:
        env = {k: v for k, v in os.environ.items() if k not in ("DATABASE_URL", "FLETCHER_STARTED_BY")}
        return {
            **env, "FLETCHER_DATA": str(self.data), "FLETCHER_PORT": str(self.port),
            "FLETCHER_ELSEWHERE": str(self.elsewhere), "FLETCHER_RATE_DEMOS": "10000/h", **more,
        }  # fmt: skip

    def command(self, *arguments: str, fine: bool = True, **more: str) -> str:
        """What ./fletcher says."""
        done = subprocess.run(
            [sys.executable, str(ROOT / "fletcher"), *arguments], env=self.environment(**more), text=True,
            stdout=subprocess.PIPE, stderr=subprocess.STDOUT, timeout=180,
        )  # fmt: skip
        assert (done.returncode == 0) == fine, done.stdout
        return done.stdout

    def cluster(self, code: str, fine: bool = True, **more: str) -> str:
        """What a few lines say that have this folder's cluster as ``c``."""
        text = f"import sys; sys.path.insert(0, {str(ROOT)!r})\nfrom ops.database import Cluster\nc = Cluster()\n{code}"
        done = subprocess.run(
            [sys.executable, "-c", text], env=self.environment(**more), text=True, capture_output=True, timeout=120
        )
        assert (done.returncode == 0) == fine, done.stdout + done.stderr
        return done.stdout + done.stderr

    # --- its processes ---------------------------------------------------------------------------

    def processes(self, word: str = "") -> list[int]:
        """Those of the server by their mark, with a word in their command."""
        seen = self.data.stat()
        mark = f"FLETCHER_STARTED_BY={seen.st_dev}-{seen.st_ino}".encode()
        found = []
        for folder in Path("/proc").iterdir():
            with contextlib.suppress(OSError):
                if folder.name.isdigit() and mark in (folder / "environ").read_bytes().split(b"\0"):
                    state = (folder / "stat").read_text().rpartition(")")[2].split()[0]
                    if word.encode() in (folder / "cmdline").read_bytes() and state != "Z":
                        found.append(int(folder.name))
        return found

    def master(self) -> int:
        return wait_until(self._master)

    def _master(self) -> int | None:
        with contextlib.suppress(OSError):
            servers = self.processes("gunicorn")
            return next((pid for pid in servers if parent(pid) not in servers), None)
        return None

    def workers(self) -> list[int]:
        master = self.master()
        found = []
        for pid in self.processes("gunicorn"):
            with contextlib.suppress(OSError):
                if parent(pid) == master:
                    found.append(pid)
        return found

    def postmaster(self) -> int:
        return int((self.data / "postgres" / "cluster" / "postmaster.pid").read_text().splitlines()[0])

    def backends(self) -> list[int]:
        """Processes of PostgreSQL that serve somebody."""
        main = self.postmaster()
        found = []
        for folder in Path("/proc").iterdir():
            with contextlib.suppress(OSError, StopIteration):
                ours = folder.name.isdigit() and parent(int(folder.name)) == main
                if ours and b"127.0.0.1" in (folder / "cmdline").read_bytes():
                    found.append(int(folder.name))
        return found

    def ready(self) -> bool:
        connection = http.client.HTTPConnection("127.0.0.1", self.port, timeout=5)
        with contextlib.suppress(OSError, http.client.HTTPException):
            connection.request("GET", "/ready")
            return connection.getresponse().status == 200
        return False

    def told(self) -> str:
        """The last words of its watcher and its server."""
        found = []
        for name in ("server.out", "server.log"):
            with contextlib.suppress(OSError):
                found += [f"--- {name}", *(self.data / name).read_text(errors="replace").splitlines()[-25:]]
        return "\n".join(found)

    def clear_away(self) -> None:
        """Whatever of it still runs, when a test has failed."""
        if not self.data.exists():
            return
        with contextlib.suppress(OSError, ValueError, IndexError):
            os.kill(self.postmaster(), signal.SIGKILL)
        for pid in self.processes():
            with contextlib.suppress(OSError):
                os.kill(pid, signal.SIGKILL)


def running(pid: int) -> bool:
    try:
        return Path(f"/proc/{pid}/stat").read_text().rpartition(")")[2].split()[0] != "Z"
    except OSError:
        return False


def parent(pid: int) -> int:
    return int(Path(f"/proc/{pid}/stat").read_text().rpartition(")")[2].split()[1])


class Visitor:
    """Somebody at a browser."""

    def __init__(self, house: House) -> None:
        self.house = house
        self.cookies: dict[str, str] = {}
        self.token = ""
        self.token = self.ask("GET", "/api/session")[1]["csrf"]
        self.token = self.ask("POST", "/api/session/demo")[1]["csrf"]

    def ask(self, method: str, path: str, body: Any = None, patience: float = 20) -> tuple[int, Any]:
        connection = http.client.HTTPConnection("127.0.0.1", self.house.port, timeout=patience)
        headers = {
            "Cookie": "; ".join(f"{k}={v}" for k, v in self.cookies.items()), "X-CSRFToken": self.token,
            "Content-Type": "application/json",
        }  # fmt: skip
        connection.request(method, path, json.dumps(body) if body is not None else None, headers)
        answer = connection.getresponse()
        data = answer.read()
        for line in answer.headers.get_all("Set-Cookie") or []:
            name, _, rest = line.partition("=")
            self.cookies[name] = rest.partition(";")[0]
        connection.close()
        assert "json" in (answer.headers["Content-Type"] or "json"), (answer.status, path, data[:200])
        return answer.status, json.loads(data) if data else None

    def first(self) -> dict[str, Any]:
        card = self.ask("GET", "/api/airframes")[1]["airframes"][0]
        return {"id": card["id"], **self.ask("GET", f"/api/airframes/{card['id']}")[1]}


class Saver(threading.Thread):
    """Saves without a pause, as the bench does, and remembers each save that was acknowledged."""

    def __init__(self, house: House, words: int = 0) -> None:
        super().__init__(daemon=True)
        self.words = words
        self.visitor = Visitor(house)
        opened = self.visitor.first()
        self.airframe, self.version, self.file = opened["id"], opened["version"], opened["file"]
        self.file["airframe"]["parts"] |= {"tailplane": None, "fin": None, "body": None}
        self.file["airframe"] |= {"gear": [], "mounts": []}
        self.file["schemes"] = self.file["schemes"][:1]
        self.file["chosen"] = {}
        self.acknowledged: dict[int, str] = {}
        self.statuses: dict[int, int] = {}
        self.messages: set[str] = set()
        self.ending = threading.Event()
        self.count = 0

    def run(self) -> None:
        while not self.ending.is_set():
            self.count += 1
            # long enough that a full disk is met by what is saved
            note = f"change {self.count}" + " as we found it on the dunes" * self.words
            self.file["airframe"]["notes"] = note
            try:
                body = {"based_on": self.version, "file": self.file}
                status, said = self.visitor.ask("PUT", f"/api/airframes/{self.airframe}", body)
            except (OSError, http.client.HTTPException):
                status, said = 0, None
            self.statuses[status] = self.statuses.get(status, 0) + 1
            if status == 200:
                self.version = said["version"]
                self.acknowledged[self.version] = note
            elif status == 503:
                self.messages.add(said["message"])
                time.sleep(0.05)
            elif status == 409:
                self.version = said["version"]  # it had arrived, only its answer had not
            else:
                time.sleep(0.05)

    def saved(self) -> int:
        return len(self.acknowledged)

    def end(self) -> None:
        self.ending.set()
        self.join(timeout=30)

    def check(self) -> None:
        """Every acknowledged save is there, with what it said."""
        for number, note in self.acknowledged.items():
            status, said = self.visitor.ask("GET", f"/api/airframes/{self.airframe}/revisions/{number}")
            assert status == 200, f"save {number} was acknowledged and is gone"
            assert said["airframe"]["notes"] == note
        status, now = self.visitor.ask("GET", f"/api/airframes/{self.airframe}")
        assert status == 200
        assert now["version"] >= max(self.acknowledged, default=1)
        # what came without an answer is either there whole or not at all
        assert set(self.statuses) <= {0, 200, 409, 503}, self.statuses
