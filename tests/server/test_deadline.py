"""No request holds a core for ever, and what is thrown into one strikes no other."""

from __future__ import annotations

import os
import subprocess
import sys
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[2]


@pytest.mark.parametrize("name", ["busy", "stuck", "on_the_way_out", "quick", "more_time", "swallowed"])
def test_the_clock_of_requests(name: str) -> None:
    """A busy one is broken off; one that does not come back ends its worker, once; a quick one is left alone, so
    is one that asked for more time."""
    path = os.pathsep.join(str(ROOT / folder) for folder in ("core", "server", "."))
    done = subprocess.run(
        [sys.executable, "-m", "tests.server.deadline_probe", name], cwd=ROOT, timeout=60, text=True,
        capture_output=True, env={**os.environ, "PYTHONPATH": path, "DJANGO_SETTINGS_MODULE": "fletcher_site.settings"},
    )  # fmt: skip
    assert done.returncode == 0, done.stderr
    assert done.stdout.strip() == "held"
