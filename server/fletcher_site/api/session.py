"""Signing in and out, the demo, and a person's units."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

from django.contrib.auth import authenticate, get_user_model, login, logout
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from django.http import HttpRequest
from django.middleware.csrf import get_token
from fletcher_core.model import Problem, Refused
from ninja import Router
from ninja.responses import Status
from ninja.throttling import AnonRateThrottle

from ..workshop import demo
from ..workshop.models import Membership, Workshop
from .shapes import NewAccount, Problems, SessionOut, SignIn, UnitChoice, WorkshopOut
from .who import membership, require_csrf, signed_in

router = Router(tags=["session"])


_NAME_TAKEN = Refused([Problem(("name",), "name", "Somebody has that name.", "Choose another.")])


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
        signed_in=True, name=request.user.get_username(), units=member.units, csrf=get_token(request),
        workshop=WorkshopOut(id=shop.pk, name=shop.name, is_demo=shop.is_demo),
    )  # fmt: skip


@router.get("/session", response=SessionOut, operation_id="session")
def session(request: HttpRequest) -> SessionOut:
    return _state(request)


@router.post(
    "/session", response={200: SessionOut, 422: Problems}, throttle=[AnonRateThrottle("30/m")], operation_id="sign_in"
)
def sign_in(request: HttpRequest, sign_in: SignIn) -> SessionOut:
    require_csrf(request)
    user = authenticate(request, username=sign_in.name, password=sign_in.password)
    if user is None:
        raise Refused(
            [
                Problem(
                    ("password",), "name or password", "They do not belong together.", "Check both, or open the demo."
                )
            ]
        )
    login(request, user)
    return _state(request)


@router.post(
    "/session/new",
    response={200: SessionOut, 422: Problems},
    throttle=[AnonRateThrottle("20/m")],
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
    with _name_free(), transaction.atomic():
        user = users.objects.create_user(username=account.name, password=account.password)
        workshop = Workshop.objects.create(name=account.workshop)
        Membership.objects.create(user=user, workshop=workshop, role=Membership.Role.OWNER)
    login(request, user)
    return _state(request)


@router.post("/session/demo", response=SessionOut, operation_id="open_demo")
def open_demo(request: HttpRequest) -> SessionOut:
    """One click into the demo workshop."""
    require_csrf(request)
    user = demo.demo_user()
    if user is None:
        demo.load()
        user = demo.demo_user()
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
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


@router.post("/demo/reset", response={204: None, 403: Problems}, auth=signed_in, operation_id="reset_demo")
def reset_demo(request: HttpRequest) -> Status[None]:
    """Put the demo workshop back as it shipped."""
    if not membership(request).workshop.is_demo:
        raise Refused([Problem(("",), "demo", "This is not the demo workshop.", "Open the demo first.")])
    demo.load(reset=True)
    return Status(204, None)
