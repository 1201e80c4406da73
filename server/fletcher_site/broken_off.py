"""The clock runs for each request; one that was broken off is told in words."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from . import faults
from .deadline import TookTooLong, clock


class Deadline:
    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        clock.enter()
        try:
            return self.get_response(request)
        except TookTooLong as exc:
            return faults.answer(request, exc)
        finally:
            clock.leave()
