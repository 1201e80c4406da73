"""Plans, and the search over mends: the core's work in a process of its own, so that nobody else waits for it."""

from __future__ import annotations

import json

from django.http import HttpRequest, StreamingHttpResponse
from fletcher_core import Aim, FoundMends, MendWish, Planned, Progress
from ninja import Router
from pydantic import RootModel

from ..workshop import own_materials
from . import told_in_lines
from .repairs import RepairQuestion, Stock, items_of, tests_of
from .request_context import membership, signed_in, units
from .shapes import Problems
from .told_in_lines import SearchRefused

router = Router(tags=["repairs"], auth=signed_in)


class PlanQuestion(RepairQuestion):
    """A repair, what it is for, and what its mends may be made of."""

    aim: Aim = "today"
    of: Stock = "any"


class MendSearchQuestion(PlanQuestion):
    """And what mending must come to."""

    wish: MendWish


class PlanLine(RootModel[Progress | Planned | SearchRefused]):
    """One line of what planning tells."""


class MendSearchLine(RootModel[Progress | FoundMends | SearchRefused]):
    """One line of what a search tells."""


#: s for which a plan waits for its turn (own choice: less than a request may take)
_PATIENCE = 12.0


def _asked(request: HttpRequest, question: PlanQuestion, wish: MendWish | None = None) -> str:
    shop = membership(request).workshop
    usable = None if question.of == "any" else items_of(shop, question.of)
    return json.dumps(
        {
            "airframe": question.file.airframe.model_dump(mode="json"),
            "schemes": [s.model_dump(mode="json") for s in question.shown],
            "repair": question.repair.model_dump(mode="json"),
            "aim": question.aim,
            "wish": wish and wish.model_dump(mode="json"),
            "items": None if usable is None else [i.model_dump(mode="json") for i in usable],
            "shelf": [i.model_dump(mode="json") for i in items_of(shop)],
            "tests": [t.model_dump(mode="json") for t in tests_of(shop)],
            "system": units(request),
            "materials": [m.model_dump(mode="json") for m in own_materials.materials(shop)],
        }
    )


@router.post("/repairs/plan", response={200: PlanLine, 422: Problems, 429: Problems}, operation_id="plan_mends")
def plan_mends(request: HttpRequest, plan_question: PlanQuestion) -> StreamingHttpResponse:
    """The best plan for today, for good or for looks, in lines of JSON: ``progress``, and last ``planned``."""
    return told_in_lines.answer("fletcher_core.repairs", _asked(request, plan_question), _PATIENCE)


@router.post(
    "/repairs/search", response={200: MendSearchLine, 422: Problems, 429: Problems}, operation_id="search_mends"
)
def search_mends(request: HttpRequest, mend_search_question: MendSearchQuestion) -> StreamingHttpResponse:
    """Lines of JSON: ``progress``, and last ``found`` (or ``refused``). Ends when the asker goes away."""
    asked = _asked(request, mend_search_question, mend_search_question.wish)
    return told_in_lines.answer("fletcher_core.repairs", asked)
