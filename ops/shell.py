"""Saying what is done, running programs, and failing with a sentence that says what to do."""

from __future__ import annotations

import contextlib
import datetime
import fcntl
import hashlib
import os
import subprocess
import sys
from collections.abc import Iterable, Iterator
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
#: with links followed: two spellings of one folder are one folder
DATA = Path(os.environ.get("FLETCHER_DATA") or ROOT / ".data").resolve()
VENV = ROOT / ".venv"
PYTHON = VENV / "bin" / "python"
WEB = ROOT / "web"


class Trouble(Exception):
    """Something a person has to put right; the text says what to do."""


def say(text: str) -> None:
    print(f"fletcher: {text}", flush=True)


def run(
    command: list[str],
    *,
    what: str,
    cwd: Path = ROOT,
    env: dict[str, str] | None = None,
    user: str | None = None,
    hint: str = "",
    given: str | None = None,
) -> str:
    """Run a program, with `given` on its input; its output comes back, and with a fault it is shown."""
    extra = {"user": user, "group": _group(user), "extra_groups": []} if user else {}
    source = {"stdin": subprocess.DEVNULL} if given is None else {"input": given}
    try:
        done = subprocess.run(
            command, cwd=cwd, env=env, text=True, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, **source, **extra
        )
    except FileNotFoundError as exc:
        raise Trouble(f"{what}: “{command[0]}” is not on this machine. {hint}".strip()) from exc
    if done.returncode:
        tail = "\n".join(done.stdout.strip().splitlines()[-15:])
        raise Trouble(f"{what} failed.\n{tail}\n{hint or 'Put that right and run the same command again.'}")
    return done.stdout


def _group(user: str) -> int:
    import pwd

    return pwd.getpwnam(user).pw_gid


def stamp() -> str:
    """This moment, fit for a file's name."""
    return datetime.datetime.now().strftime("%Y%m%d-%H%M%S")


def write_whole(path: Path, text: str, mode: int = 0o600) -> None:
    """Write a file so that it is there whole or not at all: aside first, onto the disk, then renamed."""
    aside = path.with_name(f".{path.name}.{os.getpid()}")
    try:
        handle = os.open(aside, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, mode)
        with os.fdopen(handle, "w", encoding="utf-8") as out:
            out.write(text)
            out.flush()
            os.fsync(out.fileno())
        aside.replace(path)
    finally:
        aside.unlink(missing_ok=True)


def free_name(path: Path) -> Path:
    """`path`, or with a number behind it where that is taken."""
    found, k = path, 2
    while found.exists() or found.is_symlink():
        found, k = path.with_name(f"{path.name}-{k}"), k + 1
    return found


@contextlib.contextmanager
def alone() -> Iterator[None]:
    """One command at a time on one data folder."""
    DATA.mkdir(parents=True, exist_ok=True)
    with (DATA / "command.lock").open("w") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError:
            say("waiting for another ./fletcher command on this data folder")
            fcntl.flock(lock, fcntl.LOCK_EX)
        os.set_inheritable(lock.fileno(), False)
        yield


def digest(paths: Iterable[Path]) -> str:
    """One hash over the names and contents of files."""
    seen = hashlib.sha256()
    for path in sorted(paths):
        seen.update(str(path.relative_to(ROOT)).encode())
        seen.update(path.read_bytes())
    return seen.hexdigest()


def fresh(stamp: Path, key: str) -> bool:
    """Whether a finished step left this key; a half-finished one left none."""
    return stamp.exists() and stamp.read_text(encoding="utf-8") == key


def environment(**more: str) -> dict[str, str]:
    path = os.pathsep.join([str(ROOT / "core"), str(ROOT / "server")])
    return {
        **os.environ,
        "PYTHONPATH": path,
        "FLETCHER_DATA": str(DATA),
        "DJANGO_SETTINGS_MODULE": "fletcher_site.settings",
        **more,
    }


def fail(trouble: Trouble) -> int:
    print(f"fletcher: {trouble}", file=sys.stderr, flush=True)
    return 1
