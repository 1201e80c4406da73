"""The kitchen scale: what it shows, its tare; and the hand of the stand-in that ships with Fletcher.

The scale has an address of its own (docs/scale.md), which is read anew each time: it may be unplugged, or be another.
"""

from __future__ import annotations

import http.client
import json
import urllib.error
import urllib.request
from typing import Any

from django.conf import settings
from django.http import HttpRequest
from fletcher_core import Problem, Refused
from ninja import Router, Schema
from pydantic import BaseModel, Field, ValidationError

from .request_context import membership, signed_in
from .shapes import Problems

router = Router(tags=["scale"], auth=signed_in)

#: s that it has for an answer, and bytes that are read of it
_PATIENCE, _LONGEST = 1.5, 2000


class Shown(BaseModel):
    """What a scale says; more that it says is not listened to."""

    grams: float = Field(ge=-20000, le=20000, allow_inf_nan=False)
    steady: bool
    step_g: float = Field(1.0, gt=0, le=100, allow_inf_nan=False)
    stand_in: bool = False


class ScaleOut(Schema):
    """`there`: whether it answers; if not, `what` says why."""

    there: bool
    grams: float = 0.0
    steady: bool = False
    step_g: float = 1.0
    stand_in: bool = False
    what: str = ""


class Hand(BaseModel):
    """What is done to the stand-in: something is laid on its pan, or its plug is pulled or put in."""

    lay_g: float | None = Field(None, ge=0, le=5000, allow_inf_nan=False)
    plugged: bool | None = None


def _address() -> str | None:
    try:
        found = settings.SCALE_FILE.read_text(encoding="utf-8").strip()
    except OSError:
        return None
    # another machine is not asked
    return found if found.startswith("http://127.0.0.1:") else None


def _ask(request: HttpRequest, does: str = "", body: Any = None) -> tuple[int, Any]:
    """(status, what it says); status 0 where nothing answers. Each workshop has a pan of its own."""
    address = _address()
    if address is None:
        return 0, None
    url = f"{address}/pans/workshop{membership(request).workshop.pk}{does}"
    data = None if body is None else json.dumps(body).encode()
    asked = urllib.request.Request(url, data, {"content-type": "application/json"})
    try:
        with urllib.request.urlopen(asked, timeout=_PATIENCE) as answer:
            return answer.status, json.loads(answer.read(_LONGEST))
    except urllib.error.HTTPError as exc:
        return exc.code, None
    except (OSError, http.client.HTTPException):
        return 0, None
    except (ValueError, RecursionError):
        # it answers, and makes no sense
        return 200, None


def _shown(request: HttpRequest) -> ScaleOut:
    status, said = _ask(request)
    if status == 503:
        return ScaleOut(there=False, what="It is not plugged in. Plug it in, or type the weight.", stand_in=True)
    if status != 200:
        return ScaleOut(there=False, what="No scale answers. Type the weight.")
    try:
        shown = Shown.model_validate(said)
    except ValidationError:
        return ScaleOut(there=False, what="What the scale says cannot be read. Type the weight.")
    return ScaleOut(there=True, **shown.model_dump())


@router.get("/scale", response=ScaleOut, operation_id="scale")
def scale(request: HttpRequest) -> ScaleOut:
    """What it shows just now."""
    return _shown(request)


@router.post("/scale/tare", response=ScaleOut, operation_id="tare_scale")
def tare(request: HttpRequest) -> ScaleOut:
    """What lies on it counts as nothing from now on."""
    _ask(request, "/tare", {})
    return _shown(request)


@router.post("/scale/hand", response={200: ScaleOut, 422: Problems}, operation_id="scale_hand")
def hand(request: HttpRequest, scale_hand: Hand) -> ScaleOut:
    """Of the stand-in alone: lay something on it, pull its plug."""
    if scale_hand.plugged is not None:
        _ask(request, "/plug", {"in": scale_hand.plugged})
    if scale_hand.lay_g is not None:
        status, _ = _ask(request, "/lay", {"grams": scale_hand.lay_g})
        if status not in (200, 503):
            raise Refused([Problem(("lay_g",), "scale", "No stand-in of a scale answers.", "Type the weight.")])
    return _shown(request)
