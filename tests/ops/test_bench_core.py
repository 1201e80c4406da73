"""What the bench borrows from the tests, late, is where it looks for it."""

from __future__ import annotations

import importlib
import re

import pytest

from ops import bench_core
from ops.shell import ROOT

BORROWED = sorted(
    {
        found
        for file in (ROOT / "ops").glob("*.py")
        for found in re.findall(r"from (tests[\w.]*) import (\w+)", file.read_text(encoding="utf-8"))
    }
)


@pytest.mark.parametrize(("module", "name"), BORROWED)
def test_it_is_there(module: str, name: str) -> None:
    assert callable(getattr(importlib.import_module(module), name))


def test_something_is_borrowed() -> None:
    assert BORROWED


def test_what_it_times_by_name_is_there() -> None:
    """A part that was given another name ended the bench at its very end, after ten minutes."""
    for file, name in bench_core.PARTS.values():
        (found,) = (ROOT / "core").rglob(file)
        assert re.search(rf"^ *def {name}\(", found.read_text(encoding="utf-8"), re.MULTILINE), (file, name)
