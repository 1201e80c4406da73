"""What the application runs with is locked apart from what only the tests need."""

from __future__ import annotations

import re
from pathlib import Path

ROOT = Path(__file__).parents[2]


def pins(name: str) -> dict[str, str]:
    text = (ROOT / name).read_text(encoding="utf-8")
    assert "://" not in text, "no registry in a lock"
    return dict(re.findall(r"^([A-Za-z0-9._-]+)==(\S+)", text, re.M))


def test_the_tests_lock_holds_the_other_at_the_same_versions() -> None:
    runs, tests = pins("requirements.lock"), pins("requirements-test.lock")
    assert runs.items() <= tests.items()
    assert {"django", "numpy", "psycopg", "gunicorn"} <= runs.keys()


def test_what_only_tests_need_is_not_shipped() -> None:
    runs, tests = pins("requirements.lock"), pins("requirements-test.lock")
    for name in ("sectionproperties", "playwright", "pytest", "hypothesis", "mypy", "ruff"):
        assert name in tests
        assert name not in runs
