"""Turns: one request at a time does what costs much, in all processes of the server together, and a few wait for it.

The others are told at once: a request that waits holds a thread, and whoever floods one door would hold them all.
"""

from __future__ import annotations

import fcntl
import time
from collections.abc import Iterator
from contextlib import ExitStack, contextmanager
from pathlib import Path
from typing import IO

from django.conf import settings


class Busy(Exception):
    """Others took all the places, or all the time that this one could wait; `name` tells for what."""

    def __init__(self, name: str) -> None:
        super().__init__(name)
        self.name = name


def _locked(file: IO[str]) -> bool:
    try:
        fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except BlockingIOError:
        return False
    return True


@contextmanager
def turn(name: str, waiting: int, patience: float) -> Iterator[None]:
    """One at a time, with so many others that wait for at most `patience` seconds; nobody waits in the system itself,
    where a request could not be broken off.

    Raises
    ------
    Busy
        At once where as many wait already, or when the turn does not come in time.
    """
    folder = Path(settings.DATA) / "turns"
    folder.mkdir(mode=0o700, parents=True, exist_ok=True)
    with ExitStack() as held:
        places = (held.enter_context((folder / f"{name}-{k}.lock").open("a")) for k in range(waiting + 1))
        if not any(_locked(place) for place in places):
            raise Busy(name)
        until = time.monotonic() + patience
        own = held.enter_context((folder / f"{name}.lock").open("a"))
        while not _locked(own):
            if time.monotonic() > until:
                raise Busy(name)
            time.sleep(0.02)
        yield
