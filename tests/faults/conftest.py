"""Data folders that PostgreSQL's user can enter, and whole houses that are ended whatever happens."""

from __future__ import annotations

import os
import shutil
import tempfile
from collections.abc import Callable, Iterator
from pathlib import Path

import pytest

from .house import House


@pytest.fixture(scope="session", autouse=True)
def _set_up(request: pytest.FixtureRequest) -> None:
    """These start servers by the real command, which needs the screens built and the packages installed."""


@pytest.fixture(scope="module")
def ground() -> Iterator[Path]:
    """A folder that everybody may enter."""
    folder = Path(tempfile.mkdtemp(prefix="fletcher-faults-"))
    folder.chmod(0o755)
    yield folder
    shutil.rmtree(folder, ignore_errors=True)


@pytest.fixture(scope="module")
def house_at(ground: Path) -> Iterator[Callable[..., House]]:
    made: list[House] = []

    def make(data: Path) -> House:
        made.append(House(data, ground / "elsewhere"))
        return made[-1]

    yield make
    for house in made:
        house.clear_away()


@pytest.fixture(scope="module")
def house(ground: Path, house_at: Callable[..., House]) -> House:
    """One that runs."""
    found = house_at(ground / f"data-{os.getpid()}")
    found.command("up")
    return found
