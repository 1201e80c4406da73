"""Whether the server runs, and whether it can work: for the watcher and whoever puts it behind something."""

from __future__ import annotations

from django.db import connection
from django.http import HttpRequest, HttpResponse, JsonResponse

from . import faults


def health(request: HttpRequest) -> HttpResponse:
    """The process answers; asks nothing of the database."""
    return JsonResponse({"running": True})


def ready(request: HttpRequest) -> HttpResponse:
    """The database answers, too."""
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT 1")
    except Exception as exc:
        return faults.answer(request, exc)
    return JsonResponse({"ready": True})
