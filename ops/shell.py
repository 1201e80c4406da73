"""Saying what is done, running programs, and failing with a sentence that says what to do."""

from __future__ import annotations

import hashlib
import os
import subprocess
import sys
from collections.abc import Iterable
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
DATA = Path(os.environ.get("FLETCHER_DATA", ROOT / ".data"))
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
) -> str:
    """Run a program; its output comes back, and with a fault it is shown."""
    extra = {"user": user, "group": _group(user)} if user else {}
    try:
        done = subprocess.run(
            command, cwd=cwd, env=env, text=True, stdout=subprocess.PIPE, stderr=subprocess.STDOUT,
            stdin=subprocess.DEVNULL, **extra,
        )  # fmt: skip
    except FileNotFoundError as exc:
        raise Trouble(f"{what}: “{command[0]}” is not on this machine. {hint}".strip()) from exc
    if done.returncode:
        tail = "\n".join(done.stdout.strip().splitlines()[-15:])
        raise Trouble(f"{what} failed.\n{tail}\n{hint or 'Put that right and run the same command again.'}")
    return done.stdout


def _group(user: str) -> int:
    import pwd

    return pwd.getpwnam(user).pw_gid


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
