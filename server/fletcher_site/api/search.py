"""“Find a better one”: the core's search in a process of its own, told line by line, stopped when nobody listens."""

from __future__ import annotations

import json
import os
import subprocess
import sys
import threading
from collections.abc import Iterator
from pathlib import Path

import fletcher_core
from django.http import HttpRequest, StreamingHttpResponse
from ninja import Router
from ninja.errors import HttpError

from ..workshop import own, shelf
from .shapes import Problems, SearchQuestion
from .who import membership, signed_in, units

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
            "shelf": items,
            "system": units(request),
            "materials": [m.model_dump(mode="json") for m in own.materials(shop)],
        }
    )


def _lines(asked: str) -> Iterator[bytes]:
    """The search's own lines as they come; closing this ends it."""
    env = {**os.environ, "PYTHONPATH": str(Path(fletcher_core.__file__).parents[1]), "OPENBLAS_NUM_THREADS": "1"}
    process = subprocess.Popen(
        [sys.executable, "-m", "fletcher_core.search"], stdin=subprocess.PIPE, stdout=subprocess.PIPE,
        env=env, start_new_session=True,
    )  # fmt: skip
    assert process.stdin is not None
    assert process.stdout is not None
    try:
        process.stdin.write(asked.encode())
        process.stdin.close()
        told = False
        for line in process.stdout:
            told = b'"kind":"progress"' not in line
            yield line
        if not told:
            said = {"field": "", "label": "search", "what": "It broke off.", "right": "Try again; nothing was changed."}
            yield json.dumps({"kind": "refused", "problems": [said]}).encode() + b"\n"
    finally:
        if process.poll() is None:
            os.killpg(process.pid, 9)
        process.wait()
        process.stdout.close()
        _turn.release()


@router.post("/search", response={200: None, 422: Problems, 429: Problems}, operation_id="search")
def search(request: HttpRequest, search_question: SearchQuestion) -> StreamingHttpResponse:
    """Lines of JSON: ``progress``, and last ``found`` (or ``refused``). Ends when the asker goes away."""
    asked = _asked(request, search_question)
    if not _turn.acquire(blocking=False):
        raise HttpError(429, "Somebody's search is running here already. Try again in some seconds.")
    answer = StreamingHttpResponse(_lines(asked), content_type="application/x-ndjson")
    # lines must go out as they come, not when a compressor has enough of them
    answer["Content-Encoding"] = "identity"
    answer["Cache-Control"] = "no-store"
    return answer
