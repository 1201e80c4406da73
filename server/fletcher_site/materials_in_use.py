"""Every request of somebody signed in sees the workshop's own materials in the catalogue."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse
from ninja.errors import HttpError

from .api.who import membership
from .workshop import own


class OwnMaterials:
    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if not request.path.startswith("/api/") or not request.user.is_authenticated:
            return self.get_response(request)
        try:
            workshop = membership(request).workshop
        except HttpError:
            return self.get_response(request)
        with own.using(workshop):
            return self.get_response(request)
