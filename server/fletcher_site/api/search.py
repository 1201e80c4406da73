"""“Find a better one”: the core's search in a process of its own, told line by line, stopped when nobody listens."""

from __future__ import annotations

import json

from django.http import HttpRequest, StreamingHttpResponse
from fletcher_core import Better, Found, Progress
from ninja import Router
from pydantic import RootModel

from ..workshop import own_materials, shelf
from . import told_in_lines
from .request_context import membership, signed_in, units
from .shapes import Problems, SearchQuestion
from .told_in_lines import SearchRefused


class SearchLine(RootModel[Progress | Better | Found | SearchRefused]):
    """One line of what a search tells."""


router = Router(tags=["search"], auth=signed_in)


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


@router.post("/search", response={200: SearchLine, 422: Problems, 429: Problems}, operation_id="search")
def search(request: HttpRequest, search_question: SearchQuestion) -> StreamingHttpResponse:
    """Lines of JSON: ``progress``, and last ``found`` (or ``refused``). Ends when the asker goes away."""
    return told_in_lines.answer("fletcher_core.search", _asked(request, search_question))
