"""“Try every way to mend it”: the core's search over mends in a process of its own."""

from __future__ import annotations

import json

from django.http import HttpRequest, StreamingHttpResponse
from fletcher_core import Aim, FoundMends, MendWish, Progress
from ninja import Router
from pydantic import RootModel

from ..workshop import own_materials
from . import told_in_lines
from .repairs import RepairQuestion, Stock, items_of, tests_of
from .request_context import membership, signed_in, units
from .shapes import Problems
from .told_in_lines import SearchRefused

router = Router(tags=["repairs"], auth=signed_in)


class MendSearchQuestion(RepairQuestion):
    """A repair, what mending must come to, and what it may be made of."""

    aim: Aim = "today"
    of: Stock = "any"
    wish: MendWish


class MendSearchLine(RootModel[Progress | FoundMends | SearchRefused]):
    """One line of what a search tells."""


@router.post(
    "/repairs/search",
    response={200: MendSearchLine, 422: Problems, 429: Problems},
    operation_id="search_mends",
)
def search_mends(request: HttpRequest, mend_search_question: MendSearchQuestion) -> StreamingHttpResponse:
    """Lines of JSON: ``progress``, and last ``found`` (or ``refused``). Ends when the asker goes away."""
    asked, shop = mend_search_question, membership(request).workshop
    usable = None if asked.of == "any" else items_of(shop, asked.of)
    question = {
        "airframe": asked.file.airframe.model_dump(mode="json"),
        "schemes": [s.model_dump(mode="json") for s in asked.shown],
        "repair": asked.repair.model_dump(mode="json"),
        "aim": asked.aim,
        "wish": asked.wish.model_dump(mode="json"),
        "items": None if usable is None else [i.model_dump(mode="json") for i in usable],
        "shelf": [i.model_dump(mode="json") for i in items_of(shop)],
        "tests": [t.model_dump(mode="json") for t in tests_of(shop)],
        "system": units(request),
        "materials": [m.model_dump(mode="json") for m in own_materials.materials(shop)],
    }
    return told_in_lines.answer("fletcher_core.repairs", json.dumps(question))
