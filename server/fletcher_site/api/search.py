"""“Find a better one”: the core's search in a process of its own, told line by line, stopped when nobody listens."""

from __future__ import annotations

import json
import os
import subprocess
import sys
import threading
from collections.abc import Generator, Iterator
from pathlib import Path
from typing import Literal

import fletcher_core
from django.http import HttpRequest, StreamingHttpResponse
from fletcher_core import Better, Found, Progress
from ninja import Router
from ninja.errors import HttpError
from pydantic import BaseModel, RootModel

from ..worker import Worker
from ..workshop import own_materials, shelf
from .request_context import membership, signed_in, units
from .shapes import Problems, Said, SearchQuestion


class SearchRefused(BaseModel):
    kind: Literal["refused"] = "refused"
    problems: list[Said]


class SearchLine(RootModel[Progress | Better | Found | SearchRefused]):
    """One line of what a search tells."""


router = Router(tags=["search"], auth=signed_in)

#: one at a time in each server process: a search takes every core there is
_turn = threading.BoundedSemaphore(1)


def _asked(request: HttpRequest, question: SearchQuestion) -> str:
    shop = membership(request).workshop
    rows = shelf.items(shop)
    items = [shelf.item_of(r).model_dump(mode="json") for r in rows]
    return json.dumps(
        {
            "airframe": question.airframe.model_dump(mode="json"),
            "scheme": question.scheme.model_dump(mode="json"),
            "wish": question.wish.model_dump(mode="json"),
            "others": [s.model_dump(mode="json") for s in question.others],
            "shelf": items,
            "system": units(request),
            "materials": [m.model_dump(mode="json") for m in own_materials.materials(shop)],
        }
    )


#: no search goes on longer, s: the whole space takes some thirty on two idle cores, more where many work
LONGEST = 300.0


class _Lines:
    """The search's own lines as they come. Its turn ends with it, also when nobody ever asked for the first line."""

    def __init__(self, asked: str) -> None:
        self._told = _told(asked)
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


def _told(asked: str) -> Generator[bytes]:
    env = {**os.environ, "PYTHONPATH": str(Path(fletcher_core.__file__).parents[1]), "OPENBLAS_NUM_THREADS": "1"}
    process = subprocess.Popen(
        # whoever drags meanwhile goes first
        ["nice", "-n", "10", sys.executable, "-m", "fletcher_core.search"], stdin=subprocess.PIPE,
        stdout=subprocess.PIPE, env=env, start_new_session=True,
    )  # fmt: skip
    assert process.stdin is not None
    assert process.stdout is not None
    Worker.clock.allow(LONGEST)
    over = threading.Timer(LONGEST, os.killpg, (process.pid, 9))
    over.start()
    try:
        yield b'{"kind":"progress","done":0,"of":1}\n'  # heard at once, while the space is laid out
        process.stdin.write(asked.encode())
        process.stdin.close()
        told = False
        for line in process.stdout:
            told = not any(kind in line for kind in (b'"kind":"progress"', b'"kind":"better"'))
            yield line
        if not told:
            said = {"field": "", "label": "search", "what": "It broke off.", "right": "Try again; nothing was changed."}
            yield json.dumps({"kind": "refused", "problems": [said]}).encode() + b"\n"
    finally:
        over.cancel()
        if process.poll() is None:
            os.killpg(process.pid, 9)
        process.wait()
        process.stdout.close()


@router.post("/search", response={200: SearchLine, 422: Problems, 429: Problems}, operation_id="search")
def search(request: HttpRequest, search_question: SearchQuestion) -> StreamingHttpResponse:
    """Lines of JSON: ``progress``, and last ``found`` (or ``refused``). Ends when the asker goes away."""
    asked = _asked(request, search_question)
    if not _turn.acquire(blocking=False):
        raise HttpError(429, "Somebody's search is running here already. Try again in some seconds.")
    answer = StreamingHttpResponse(_Lines(asked), content_type="application/x-ndjson")
    # lines must go out as they come, not when a compressor has enough of them
    answer["Content-Encoding"] = "identity"
    answer["Cache-Control"] = "no-store"
    return answer
