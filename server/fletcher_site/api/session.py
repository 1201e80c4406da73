"""Signing in and out, the demo, and a person's units."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import AbstractContextManager, contextmanager

from django.conf import settings
from django.contrib.auth import authenticate, get_user_model, login, logout
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import get_token
from fletcher_core import Problem, Refused
from ninja import Router
from ninja.errors import HttpError
from ninja.responses import Status

from .. import turns
from ..address import address_of
from ..workshop import demo
from ..workshop.models import Membership, Workshop
from .request_context import membership, person, require_csrf, signed_in, units
from .shapes import NewAccount, Problems, SessionOut, SignIn, UnitChoice, WorkshopOut
from .throttles import PerAddress

router = Router(tags=["session"])

#: the cookie by which a visitor of the demo is known after leaving
_VISITOR = "demo-visitor"
_BACKEND = "django.contrib.auth.backends.ModelBackend"


_LOCKED = (
    "Too many wrong passwords for this name or from this address: wait a quarter of an hour. "
    "Whoever is signed in already stays signed in."
)
_NAME_TAKEN = Refused([Problem(("name",), "name", "Somebody has that name.", "Choose another.")])


#: sign-ins that wait while one password is looked at, and for how many seconds: a hash takes a tenth of a second and
#: a hundred megabytes, so a stranger's flood of them would hold every thread (own choice)
_WAITING, _PATIENCE = 4, 10.0


def _one_password() -> AbstractContextManager[None]:
    return turns.turn("password", _WAITING, _PATIENCE)


@contextmanager
def _name_free() -> Iterator[None]:
    try:
        yield
    except IntegrityError as exc:
        raise _NAME_TAKEN from exc


def _state(request: HttpRequest) -> SessionOut:
    if not request.user.is_authenticated:
        return SessionOut(signed_in=False, csrf=get_token(request))
    member = membership(request)
    request.session["units"] = member.units
    shop = member.workshop
    return SessionOut(
        signed_in=True, name=request.user.get_username(), units=units(request), csrf=get_token(request),
        workshop=WorkshopOut(id=shop.pk, name=shop.name, is_demo=shop.is_demo),
    )  # fmt: skip


@router.get("/session", response=SessionOut, operation_id="session")
def session(request: HttpRequest) -> SessionOut:
    return _state(request)


@router.post(
    "/session",
    response={200: SessionOut, 422: Problems, 429: Problems},
    throttle=[PerAddress("sign_in", "30/m")],
    operation_id="sign_in",
)
def sign_in(request: HttpRequest, sign_in: SignIn) -> SessionOut:
    require_csrf(request)
    with _one_password():
        user = authenticate(request, username=sign_in.name, password=sign_in.password)
    if user is None and getattr(request, "axes_locked_out", False):
        raise HttpError(429, _LOCKED)
    if user is None:
        what = "Name and password do not match."
        raise Refused([Problem(("password",), "name or password", what, "Check both, or open the demo.")])
    login(request, user)
    return _state(request)


@router.post(
    "/session/new",
    response={200: SessionOut, 422: Problems, 429: Problems},
    throttle=[PerAddress("accounts", "20/h")],
    operation_id="new_account",
)
def new_account(request: HttpRequest, account: NewAccount) -> SessionOut:
    """A new person with a workshop of their own."""
    require_csrf(request)
    users = get_user_model()
    if users.objects.filter(username__iexact=account.name).exists():
        raise _NAME_TAKEN
    try:
        validate_password(account.password, user=users(username=account.name))
    except ValidationError as exc:
        raise Refused([Problem(("password",), "password", exc.messages[0], "Choose a longer or rarer one.")]) from exc
    with _one_password(), _name_free(), transaction.atomic():
        user = users.objects.create_user(username=account.name, password=account.password)
        workshop = Workshop.objects.create(name=account.workshop)
        Membership.objects.create(user=user, workshop=workshop, role=Membership.Role.OWNER)
    login(request, user, backend=_BACKEND)
    return _state(request)


@router.post(
    "/session/demo",
    response={200: SessionOut, 422: Problems, 429: Problems},
    throttle=[PerAddress("demos", "60/h")],
    operation_id="open_demo",
)
def open_demo(request: HttpRequest, response: HttpResponse) -> SessionOut:
    """One click into a demo workshop of one's own; whoever has one already comes back to it, after leaving too."""
    require_csrf(request)
    if not (request.user.is_authenticated and membership(request).workshop.is_demo):
        known = request.get_signed_cookie(_VISITOR, default="", max_age=demo.KEPT) or ""
        user = demo.visitor(known)
        if user is None:
            with turns.turn("demo", _WAITING, _PATIENCE):
                user = demo.open_for(address_of(request))
        login(request, user, backend=_BACKEND)
    response.set_signed_cookie(
        _VISITOR, request.user.get_username(), max_age=demo.KEPT, httponly=True, samesite="Lax", secure=settings.TLS
    )
    return _state(request)


@router.delete("/session", response=SessionOut, auth=signed_in, operation_id="sign_out")
def sign_out(request: HttpRequest) -> SessionOut:
    logout(request)
    return _state(request)


@router.put("/session/units", response=SessionOut, auth=signed_in, operation_id="choose_units")
def choose_units(request: HttpRequest, choice: UnitChoice) -> SessionOut:
    member = membership(request)
    member.units = choice.units
    member.save(update_fields=["units"])
    return _state(request)


@router.post("/demo/reset", response={204: None, 422: Problems}, auth=signed_in, operation_id="reset_demo")
def reset_demo(request: HttpRequest) -> Status[None]:
    """Put one's own copy of the demo back as it shipped."""
    workshop = membership(request).workshop
    if not workshop.is_demo:
        raise Refused([Problem(("",), "demo", "This is not a demo workshop.", "Open the demo first.")])
    demo.put_back(workshop, person(request))
    return Status(204, None)
