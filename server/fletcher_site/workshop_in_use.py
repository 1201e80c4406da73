"""Every request of somebody signed in sees the workshop's own materials in the catalogue."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse
from ninja.errors import HttpError

from .api.request_context import membership
from .workshop import own_materials, visits


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
        with own_materials.using(workshop):
            return self.get_response(request)
