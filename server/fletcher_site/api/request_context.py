"""Who asks, from which workshop, in which units."""

from __future__ import annotations

import re
from typing import Any, cast, get_args

from django.contrib.auth.models import AnonymousUser, User
from django.http import HttpRequest
from fletcher_core import System
from ninja.errors import HttpError
from ninja.security import SessionAuth
from ninja.utils import check_csrf

from ..workshop.models import Airframe, Membership, Workshop

#: signed in by session, CSRF checked on every change
signed_in = SessionAuth(csrf=True)


def require_csrf(request: HttpRequest) -> None:
    """CSRF for what needs no sign-in, such as signing in."""
    if check_csrf(request, lambda r: None) is not None:
        raise HttpError(403, "This page has been open for too long. Load it again.")


def person(request: HttpRequest) -> User:
    """Who is signed in; asked only where the router lets nobody else in."""
    if not isinstance(request.user, User):
        raise HttpError(401, "Sign in first.")
    return request.user


def membership(request: HttpRequest) -> Membership:
    user: Any = request.user
    known: tuple[Any, Membership] | None = getattr(request, "_membership", None)
    if known is not None and known[0] == user.pk:
        return known[1]
    found = (
        None
        if isinstance(user, AnonymousUser)
        else Membership.objects.filter(user=user).select_related("workshop").order_by("pk").first()
    )
    if found is None:
        raise HttpError(403, "This account belongs to no workshop.")
    request._membership = (user.pk, found)  # type: ignore[attr-defined]
    return found


#: which airframe a question is about
ABOUT = "X-Airframe"
_NUMBER = re.compile(r"[0-9]{1,18}")


def about(request: HttpRequest, workshop: Workshop) -> Airframe | None:
    """The airframe that a question says it is about, where this workshop has it."""
    number = request.headers.get(ABOUT, "")
    found: Airframe | None = workshop.airframes.filter(pk=int(number)).first() if _NUMBER.fullmatch(number) else None
    return found


def units(request: HttpRequest) -> System:
    """Units for words, from the session; metric for strangers."""
    kept = request.session.get("units")
    return cast(System, kept) if kept in get_args(System) else "metric"
