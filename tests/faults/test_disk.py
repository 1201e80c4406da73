"""A disk that is full: told as that, nothing half-written, and saves go on when room is made."""

from __future__ import annotations

import os
import subprocess
from collections.abc import Callable, Iterator
from pathlib import Path

import pytest

from ops.shell import write_whole

from .house import House, Saver, wait_until


def _mount(folder: Path, megabytes: int) -> bool:
    folder.mkdir(exist_ok=True)
    made = subprocess.run(
        ["mount", "-t", "tmpfs", "-o", f"size={megabytes}m,mode=755", "none", str(folder)], capture_output=True
    )
    return made.returncode == 0


@pytest.fixture(scope="module")
def small(ground: Path) -> Iterator[Path]:
    folder = ground / "small"
    if os.geteuid() != 0 or not _mount(folder, 170):
        pytest.skip("a small disk can only be made by root on a machine that allows it")
    yield folder
    subprocess.run(["umount", "-l", str(folder)], check=True)


def fill(folder: Path) -> Path:
    """Every last byte."""
    filler = folder / "filler"
    with filler.open("wb", buffering=0) as out:
        for size in (1 << 20, 1 << 12, 1):
            try:
                while True:
                    out.write(b"x" * size)
            except OSError:
                continue
    return filler


def test_a_file_that_must_be_whole_is_whole_or_as_it_was(small: Path) -> None:
    kept = small / "secret"
    write_whole(kept, "the first")
    filler = fill(small)
    with pytest.raises(OSError, match="No space left"):
        write_whole(kept, "x" * 100_000)
    assert kept.read_text() == "the first"
    with pytest.raises(OSError, match="No space left"):
        write_whole(small / "new", "x" * 100_000)
    filler.unlink()
    assert sorted(p.name for p in small.iterdir()) == ["secret"]
    write_whole(kept, "the second")
    assert kept.read_text() == "the second"
    kept.unlink()


def test_saves_are_refused_with_the_reason_and_go_on_with_room(small: Path, house_at: Callable[..., House]) -> None:
    house = house_at(small / "data")
    house.command("up")
    saver = Saver(house, words=100)
    saver.start()
    wait_until(lambda: saver.saved() > 2)
    filler = fill(small)
    refused = wait_until(lambda: saver.statuses.get(503, 0) + saver.statuses.get(0, 0) > 2, 90)
    assert refused
    acknowledged = saver.saved()
    filler.unlink()
    wait_until(lambda: saver.saved() > acknowledged + 2, 120)
    saver.end()
    saver.check()
    said = [m for m in saver.messages if "no room left" in m]
    assert said, saver.messages
    for name in ("secret", "database-password"):
        assert (house.data / name).read_text().strip()
    house.command("stop")
