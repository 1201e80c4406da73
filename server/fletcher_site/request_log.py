"""One line a request in the log."""

from __future__ import annotations

import time
from typing import Any

import structlog
from django.dispatch import receiver
from django.http import HttpRequest, HttpResponse
from django_structlog import signals
from django_structlog.middlewares import RequestMiddleware


class RequestLog(RequestMiddleware):
    """One line a request: time, id, user, workshop, path, status, milliseconds."""

    def prepare(self, request: HttpRequest) -> None:
        request._began = time.perf_counter()  # type: ignore[attr-defined]
        super().prepare(request)
        request.request_id = structlog.contextvars.get_contextvars()["request_id"]  # type: ignore[attr-defined]

    def handle_response(self, request: HttpRequest, response: HttpResponse) -> None:
        response.headers["X-Request-ID"] = request.request_id  # type: ignore[attr-defined]
        super().handle_response(request, response)

    @staticmethod
    def format_request(request: HttpRequest) -> str:
        return f"{request.method} {request.path[:200]}"

    @staticmethod
    def bind_user_id(request: HttpRequest) -> None:
        """Only what was looked up already: the log must not ask the database."""
        user = getattr(request, "_cached_user", None)
        if user is not None and user.pk is not None:
            structlog.contextvars.bind_contextvars(user=user.pk)
        known = getattr(request, "_membership", None)
        if known is not None:
            structlog.contextvars.bind_contextvars(workshop=known[1].workshop_id)


@receiver(signals.bind_extra_request_finished_metadata)
def _measures(request: HttpRequest, response: HttpResponse, log_kwargs: dict[str, Any], **_: Any) -> None:
    log_kwargs["status"] = log_kwargs.pop("code")
    began = getattr(request, "_began", None)
    if began is not None:
        log_kwargs["ms"] = round(1000 * (time.perf_counter() - began))
