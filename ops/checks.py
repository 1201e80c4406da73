"""Everything that ./fletcher test and .ci/run run."""

from __future__ import annotations

import os
import subprocess
import time

from .database import Cluster
from .install import manage
from .shell import PYTHON, ROOT, WEB, environment, say

_BIN = PYTHON.parent


def _steps(arguments: list[str]) -> list[tuple[str, list[str], str]]:
    py = str(PYTHON)
    if arguments:
        return [("tests", [py, "-m", "pytest", *arguments], ".")]
    return [
        ("style of the Python code", [str(_BIN / "ruff"), "check", "."], "."),
        ("layout of the Python code", [str(_BIN / "ruff"), "format", "--check", "."], "."),
        ("types of the core", [str(_BIN / "mypy")], "."),
        ("direction of imports", [str(_BIN / "lint-imports")], "."),
        ("database migrations are complete", [py, "server/manage.py", "makemigrations", "--check", "--dry-run"], "."),
        ("API document and TypeScript types are fresh", [py, "-m", "ops.types", "--check"], "."),
        ("style of the screens' code", ["npm", "run", "lint", "--silent"], "web"),
        ("types of the screens' code", ["npm", "run", "typecheck", "--silent"], "web"),
        (
            "sections against finite elements",
            [py, "-m", "fletcher_core.reference", "tests/core/reference/sections.json"],
            ".",
        ),
        ("tests", [py, "-m", "pytest"], "."),
    ]


def run_all(arguments: list[str]) -> int:
    """Run every step, tell each outcome; 0 when all passed."""
    cluster = Cluster()
    was_running = cluster.running()
    url = cluster.start()
    failed = []
    try:
        manage("migrate", "--verbosity", "0", url=url)
        for name, command, folder in _steps(arguments):
            say(f"checking: {name}")
            began = time.monotonic()
            env = environment(DATABASE_URL=url, CI=os.environ.get("CI", ""))
            done = subprocess.run(command, cwd=WEB if folder == "web" else ROOT, env=env, stdin=subprocess.DEVNULL)
            word = "passed" if done.returncode == 0 else "FAILED"
            if done.returncode:
                failed.append(name)
            say(f"{word}: {name} ({time.monotonic() - began:.0f} s)")
    finally:
        if not was_running:
            cluster.stop()
    if failed:
        say(f"{len(failed)} failed: {', '.join(failed)}")
        return 1
    say("all passed")
    return 0
