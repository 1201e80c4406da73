"""Every request of somebody signed in sees the workshop's own materials, and counts on what was weighed of the airframe
that it is about."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse
from fletcher_core import Made, Weighed, counting_on, made_of
from ninja.errors import HttpError

from .api.request_context import about, membership
from .workshop import own_materials, visits
from .workshop.models import WeighIn, Workshop
from .workshop.reading import readable


class WorkshopInUse:
    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if not request.path.startswith("/api/") or not request.user.is_authenticated:
            return self.get_response(request)
        try:
            workshop = membership(request).workshop
        except HttpError:
            return self.get_response(request)
        visits.seen(workshop)
        with own_materials.using(workshop), counting_on(_weighed(request, workshop)):
            return self.get_response(request)


def _weighed(request: HttpRequest, workshop: Workshop) -> Made:
    """Of the airframe that the question says it is about, where this workshop has it."""
    airframe = about(request, workshop) if request.method == "POST" else None
    if airframe is None:
        return Made()
    rows = WeighIn.objects.filter(airframe=airframe)
    return made_of([weighed for _, weighed in readable(Weighed, rows)])
