"""Everything that ./fletcher test and .ci/run run."""

from __future__ import annotations

import os
import signal
import subprocess
import time
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress

from .database import Cluster
from .shell import PYTHON, ROOT, WEB, environment, say

_BIN = PYTHON.parent


#: how long the tests of crashes and hostile requests go on when they are asked for by name
_THOROUGH = {("faults",): {"FLETCHER_FAULT_ROUNDS": "5", "FLETCHER_FUZZ_CASES": "120", "FLETCHER_FUZZ_LONGEST": "5"}}


#: asked for by name, as counting lines takes a third longer; what the servers of browser tests run is not counted, they
#: are programs of their own
_COVERAGE = [
    "--cov=fletcher_core", "--cov=fletcher_site", "--cov-report=term:skip-covered", "--no-cov-on-fail",
]  # fmt: skip

#: seconds after which a step hangs and is ended: on a machine that is four times slower than usual it does not hang
_PATIENCE = 4500

#: the same for what is asked for by name as it takes hours: all sweeps take about 100 minutes on two cores
_LONG_PATIENCE = 6 * 3600

Step = tuple[str, list[str], str]


def _still(arguments: list[str]) -> list[Step]:
    """What only reads: side by side, a core each."""
    if arguments:
        return []
    py = str(PYTHON)
    return [
        ("style of the screens' code", ["npm", "run", "lint", "--silent"], "web"),
        ("types of the Python code", [str(_BIN / "mypy")], "."),
        ("types of the screens' code", ["npm", "run", "typecheck", "--silent"], "web"),
        ("style of the Python code", [str(_BIN / "ruff"), "check", "."], "."),
        ("layout of the Python code", [str(_BIN / "ruff"), "format", "--check", "."], "."),
        (
            "direction of imports",
            [py, "-c", "from importlinter.cli import lint_imports_command; lint_imports_command()"],
            ".",
        ),
        ("database migrations are complete", [py, "server/manage.py", "makemigrations", "--check", "--dry-run"], "."),
        ("API document and TypeScript types are fresh", [py, "-m", "ops.types", "--check"], "."),
        ("layout of the screens' code", ["npm", "run", "layout", "--silent"], "web"),
        ("logic of the screens' code", ["npm", "run", "test", "--silent"], "web"),
        (
            "sections against finite elements",
            [py, "-m", "fletcher_core.reference", "tests/core/reference/sections.json"],
            ".",
        ),
    ]


def _steps(arguments: list[str]) -> list[Step]:
    """What runs the house, one after the other."""
    py = str(PYTHON)
    # as many at a time as there are cores, each with a database and a server of its own
    side_by_side = ["-n", os.environ.get("FLETCHER_TEST_WORKERS", "auto"), "--dist", "loadscope", "--durations", "60"]
    if arguments == ["faults"]:
        crashes = [py, "-m", "pytest", *side_by_side, "tests/faults", "--ignore", "tests/faults/test_fuzz.py"]
        return [
            ("crashes, moved folders, full disks, slow people", crashes, "."),
            ("the whole API document", [py, "-m", "pytest", "-s", "tests/faults/test_fuzz.py"], "."),
        ]
    if arguments == ["slow"]:
        # one of them takes minutes: what hangs for an hour is told with what every thread was at
        long = [py, "-m", "pytest", *side_by_side, "-o", "faulthandler_timeout=3600", "-m", "slow"]
        return [("tests that take long alone", long, ".")]
    if arguments == ["coverage"]:
        return [("tests, counting lines", [py, "-m", "pytest", *side_by_side, *_COVERAGE, "-m", "not slow"], ".")]
    if arguments:
        return [("tests", [py, "-m", "pytest", *arguments], ".")]
    return [("tests", [py, "-m", "pytest", *side_by_side, "-m", "not slow"], ".")]


def _run(step: Step, env: dict[str, str], quiet: bool, patience: float = _PATIENCE) -> tuple[bool, str]:
    """Whether it passed, and what to say of it; `quiet` keeps its output until it is done."""
    name, command, folder = step
    began = time.monotonic()
    process = subprocess.Popen(
        command, cwd=WEB if folder == "web" else ROOT, env=env, stdin=subprocess.DEVNULL, text=True,
        stdout=subprocess.PIPE if quiet else None, stderr=subprocess.STDOUT if quiet else None,
        start_new_session=True,
    )  # fmt: skip
    try:
        told, _ = process.communicate(timeout=patience)
        word = "passed" if process.returncode == 0 else "FAILED"
    except subprocess.TimeoutExpired:
        _end(process, signal.SIGABRT)  # Python then says on its way out what every thread was at
        told, word = "", f"FAILED, ended after {patience:.0f} s"
    except BaseException:
        _end(process, signal.SIGTERM)
        raise
    passed = word == "passed"
    return passed, f"{told or ''}\nfletcher: {word}: {name} ({time.monotonic() - began:.0f} s)"


def _end(process: subprocess.Popen[str], first: signal.Signals) -> None:
    for how in (first, signal.SIGKILL):
        with suppress(ProcessLookupError):
            os.killpg(process.pid, how)
        with suppress(subprocess.TimeoutExpired):
            process.wait(20)


def run_all(arguments: list[str]) -> int:
    """Run every step, tell each outcome; 0 when all passed."""
    cluster = Cluster()
    was_running = cluster.running()
    url = cluster.start()
    env = environment(DATABASE_URL=url, CI=os.environ.get("CI", ""), **_THOROUGH.get(tuple(arguments), {}))
    failed = []
    try:
        still = _still(arguments)
        if still:
            say(f"checking side by side: {', '.join(name for name, _, _ in still)}")
        with ThreadPoolExecutor(os.cpu_count() or 1) as pool:
            for step, (passed, told) in zip(still, pool.map(lambda s: _run(s, env, True), still), strict=True):
                print(told, flush=True)
                if not passed:
                    failed.append(step[0])
        for step in _steps(arguments):
            say(f"checking: {step[0]}")
            passed, told = _run(step, env, False, _LONG_PATIENCE if arguments == ["slow"] else _PATIENCE)
            print(told, flush=True)
            if not passed:
                failed.append(step[0])
    finally:
        if not was_running:
            cluster.stop()
    if failed:
        say(f"{len(failed)} failed: {', '.join(failed)}")
        return 1
    say("all passed")
    return 0
