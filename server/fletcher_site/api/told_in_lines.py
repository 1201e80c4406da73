"""What takes long, in a process of its own: told line by line, stopped when nobody listens."""

from __future__ import annotations

import json
import os
import selectors
import subprocess
import sys
import threading
from collections.abc import Generator, Iterator
from pathlib import Path
from typing import IO, Literal

import fletcher_core
from django.http import StreamingHttpResponse
from ninja.errors import HttpError
from pydantic import BaseModel

from ..worker import Worker
from .shapes import Said


class SearchRefused(BaseModel):
    """The last line of a search that could not be begun, or broke off."""

    kind: Literal["refused"] = "refused"
    problems: list[Said]


#: one at a time in each server process: a search takes every core there is
_turn = threading.BoundedSemaphore(1)
#: so many may wait for their turn: who waits holds a thread, and those are needed for others (own choice)
_seats = threading.BoundedSemaphore(2)
#: no search goes on longer, s: the whole space takes some thirty on two idle cores, more where many work
LONGEST = 300.0
#: after so long without a word the last one is said again: only who writes notices that nobody listens, s
SILENT = 1.0
#: until the end of a search that was just stopped is noticed at the latest, s: whoever asks anew waits for so long
ENDING = 5.0
#: whoever drags meanwhile goes first, and on a busy machine the search still comes to its end (own choice)
_NICE = 5


class _Lines:
    """The search's own lines as they come. Its turn ends with it, also when nobody ever asked for the first line."""

    def __init__(self, module: str, asked: str) -> None:
        self._told = _told(module, asked)
        self._over = False

    def __iter__(self) -> Iterator[bytes]:
        return self

    def __next__(self) -> bytes:
        try:
            return next(self._told)
        except BaseException:
            self.close()
            raise

    def close(self) -> None:
        self._told.close()
        if not self._over:
            self._over = True
            _turn.release()


def _heard(out: IO[bytes]) -> Iterator[bytes | None]:
    """Whole lines as they come, None for each silence."""
    rest = b""
    with selectors.DefaultSelector() as waiting:
        waiting.register(out, selectors.EVENT_READ)
        while True:
            if not waiting.select(SILENT):
                yield None
                continue
            some = os.read(out.fileno(), 1 << 16)
            if not some:
                return
            *lines, rest = (rest + some).split(b"\n")
            yield from (line + b"\n" for line in lines)


def _told(module: str, asked: str) -> Generator[bytes]:
    env = {**os.environ, "PYTHONPATH": str(Path(fletcher_core.__file__).parents[1]), "OPENBLAS_NUM_THREADS": "1"}
    process = subprocess.Popen(
        ["nice", "-n", str(_NICE), sys.executable, "-m", module], stdin=subprocess.PIPE,
        stdout=subprocess.PIPE, env=env, start_new_session=True,
    )  # fmt: skip
    assert process.stdin is not None
    assert process.stdout is not None
    Worker.clock.allow(LONGEST)
    over = threading.Timer(LONGEST, os.killpg, (process.pid, 9))
    over.start()
    try:
        progress = b'{"kind":"progress","done":0,"of":1}\n'
        yield progress  # heard at once, while the space is laid out
        process.stdin.write(asked.encode())
        process.stdin.close()
        told = False
        for line in _heard(process.stdout):
            if line is not None:
                told = not any(kind in line for kind in (b'"kind":"progress"', b'"kind":"better"'))
                progress = line if b'"kind":"progress"' in line else progress
                yield line
            elif not told:
                yield progress
        if not told:
            said = {"field": "", "label": "search", "what": "It broke off.", "right": "Try again; nothing was changed."}
            yield json.dumps({"kind": "refused", "problems": [said]}).encode() + b"\n"
    finally:
        over.cancel()
        if process.poll() is None:
            os.killpg(process.pid, 9)
        process.wait()
        process.stdout.close()


def _take_turn(patience: float) -> bool:
    if _turn.acquire(blocking=False):
        return True
    if patience <= 0 or not _seats.acquire(blocking=False):
        return False
    try:
        return _turn.acquire(timeout=patience)
    finally:
        _seats.release()


def answer(module: str, asked: str, patience: float | None = None) -> StreamingHttpResponse:
    """Lines of JSON as a module of the core tells them; ends when the asker goes away.

    Parameters
    ----------
    patience : s for which it waits for its turn, less than a request may take; `ENDING` if not given.

    Raises
    ------
    HttpError
        429 while another search runs here.
    """
    if not _take_turn(ENDING if patience is None else patience):
        raise HttpError(429, "Somebody's search is running here already. Try again in some seconds.")
    found = StreamingHttpResponse(_Lines(module, asked), content_type="application/x-ndjson")
    # lines must go out as they come, not when a compressor has enough of them
    found["Content-Encoding"] = "identity"
    found["Cache-Control"] = "no-store"
    return found
