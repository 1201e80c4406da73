"""Faults that nobody foresaw, and a database that is away: told in words, with the request's number."""

from __future__ import annotations

import errno
import logging
import sys
from typing import Any

from django.db import DatabaseError, InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse, JsonResponse
from psycopg import errors

from .deadline import TookTooLong
from .turns import Busy

log = logging.getLogger(__name__)

#: seconds after which it is worth trying again
RETRY = 3

_AWAY = "The database is away for a moment. What you typed is kept on your screen and saved when it is back."
_FULL = (
    "There is no room left on the server's disk. What you typed is kept on your screen and saved when room is made; "
    "what was saved before is safe."
)
_SLOW = "This took too long and was broken off. Nothing was changed; try again, or ask for less at once."
#: status and sentence for each thing that is done one at a time
_BUSY = {
    "picture": (503, "Other pictures are being looked at just now. Yours is kept where you took it; try again soon."),
    "password": (429, "Many people are signing in just now. Try again in a few seconds."),
    "demo": (429, "Many people are opening the demo just now. Try again in a few seconds."),
    "count": (429, "Too many people ask for this at once. Try again in a few seconds."),
}
_GAVE_WAY = (errors.DeadlockDetected, errors.LockNotAvailable, errors.SerializationFailure)
_HELD = (
    "Somebody else was writing in this workshop at the same moment, and this had to give way. Nothing of it was kept; "
    "what you typed is on your screen and is tried again."
)
_BROKE = "Something broke here. What you typed is kept on your screen; try again."


def body(request: HttpRequest, message: str, problems: list[dict[str, str]] | None = None) -> dict[str, Any]:
    """What every answer that is not the wanted one says."""
    return {"message": message, "problems": problems or [], "id": getattr(request, "request_id", "")}


def _chain(exc: BaseException) -> list[BaseException]:
    found: list[BaseException] = []
    seen: BaseException | None = exc
    while seen is not None and len(found) < 10:
        found.append(seen)
        seen = seen.__cause__ or seen.__context__
    return found


def told(exc: BaseException) -> tuple[int, str]:
    """Status and sentence for a fault."""
    chain = _chain(exc)
    full = any(isinstance(e, errors.DiskFull) or getattr(e, "errno", None) == errno.ENOSPC for e in chain)
    if full:
        return 503, _FULL
    if any(isinstance(e, TookTooLong) for e in chain):
        return 503, _SLOW
    for e in chain:
        if isinstance(e, Busy):
            return _BUSY[e.name]
    if any(isinstance(e, errors.QueryCanceled) for e in chain):
        return 503, _SLOW
    if any(
        isinstance(e, (errors.DeadlockDetected, errors.LockNotAvailable, errors.SerializationFailure)) for e in chain
    ):
        return 503, _HELD
    if any(isinstance(e, (OperationalError, InterfaceError)) for e in chain):
        return 503, _AWAY
    # a server that is being shut down or recovers ends statements with an error of its own kind
    if any(isinstance(e, DatabaseError) and isinstance(e.__cause__, errors.OperatorIntervention) for e in chain):
        return 503, _AWAY
    return 500, _BROKE


def answer(request: HttpRequest, exc: BaseException) -> HttpResponse:
    status, message = told(exc)
    if status == 500:
        log.error("unforeseen fault at %s", request.path[:200], exc_info=exc)
    else:
        log.warning("not answered: %s", type(exc).__name__)
    response = JsonResponse(body(request, message), status=status)
    if status in (429, 503):
        response.headers["Retry-After"] = str(RETRY)
    return response


def server_error(request: HttpRequest) -> HttpResponse:
    """Django's own last resort: what broke outside the API's own handlers, such as loading the session."""
    exc = sys.exc_info()[1]
    return answer(request, exc if exc is not None else RuntimeError("no fault at hand"))


def not_found(request: HttpRequest, exception: Exception) -> HttpResponse:
    return JsonResponse(body(request, "There is no such address here."), status=404)


def bad_request(request: HttpRequest, exception: Exception) -> HttpResponse:
    return JsonResponse(body(request, "This request cannot be read."), status=400)


def forbidden(request: HttpRequest, reason: str = "", exception: Exception | None = None) -> HttpResponse:
    return JsonResponse(body(request, "This page has been open for too long. Load it again."), status=403)
